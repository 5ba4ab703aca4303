"""How motors are read that begin again at 0 after each turn: more often than once in half a turn."""


# How the motors are read: they begin again at 0 after each turn.


# Where each motor was when it was read last, counting on over whole turns.
motor_turned = {"left": 0, "right": 0}


def count_on(side, reading):
    """The motor begins again at 0 after each turn; it went the short way since it was read last."""
    before = motor_turned[side]
    motor_turned[side] = before + (reading - before + 180) % 360 - 180
    return motor_turned[side]


def left_motor(hub):
    return count_on("left", hub.left_motor())


def right_motor(hub):
    return count_on("right", hub.right_motor())
