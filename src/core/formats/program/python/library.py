"""What every generated program brings along: the hub to fill in, and one function for each thing that moves do.

The names in capitals are numbers of the robot; a program has them at its head.
"""


class Hub:
    """The robot's hub. Fill in these methods for yours; nothing else has to change."""

    def reset_heading(self):
        """Make the gyro read 0 here. Nobody touches the robot meanwhile."""
        raise NotImplementedError

    def heading(self):
        """Degrees since the reset, counting on over whole turns."""
        raise NotImplementedError

    def rate(self):
        """Degrees a second, with the sign of heading."""
        raise NotImplementedError

    def left_motor(self):
        """Degrees of the left motor, forwards positive."""
        raise NotImplementedError

    def right_motor(self):
        """Degrees of the right motor, forwards positive."""
        raise NotImplementedError

    def range_mm(self):
        """Reading of the range sensor ahead in mm, or None when it sees nothing."""
        raise NotImplementedError

    def side_range_mm(self):
        """Reading of the range sensor at the side in mm, or None when it sees nothing."""
        raise NotImplementedError

    def light(self, sensor):
        """Reflected light in percent under the sensor "first" or "second"."""
        raise NotImplementedError

    def touched(self):
        """Whether the bumper is pressed."""
        raise NotImplementedError

    def colour(self):
        """Red, green and blue in percent, as the colour sensor sees them."""
        raise NotImplementedError

    def drive(self, left, right):
        """Set the power of both motors in percent, forwards positive."""
        raise NotImplementedError

    def stop(self, how):
        """Stop both motors: "brake", "hold" in place, or "coast" to roll out."""
        raise NotImplementedError

    def arm(self, power):
        """Set the power of the attachment motor in percent; 0 holds it."""
        raise NotImplementedError

    def arm_motor(self):
        """Degrees of the attachment motor, with the sign of its power."""
        raise NotImplementedError

    def servo(self, position):
        """Send the servo to this percent of its travel."""
        raise NotImplementedError

    def seconds(self):
        """A clock in seconds that only counts on."""
        raise NotImplementedError

    def wait(self, seconds):
        """Do nothing for this long."""
        raise NotImplementedError

    def say(self, line):
        """Tell whoever listens: a line of telemetry, which Corvat reads from a console, a file or a link."""
        print(line)


# Added to what the gyro reads, since the heading was known again.
heading_offset = 0


def heading_now(hub):
    return hub.heading() + heading_offset


def set_heading(hub, heading):
    global heading_offset
    heading_offset = heading - hub.heading()


def settle_and_zero(hub, time_limit):
    """Wait until the gyro is still, or the time is up, then make its heading 0 here."""
    global heading_offset
    latest = hub.seconds() + time_limit
    still_since = hub.seconds()
    while hub.seconds() < latest:
        hub.wait(LOOP_PERIOD)
        if abs(hub.rate()) > STILL_RATE:
            still_since = hub.seconds()
        if hub.seconds() - still_since >= STILL_TIME:
            break
    hub.reset_heading()
    heading_offset = 0


def tell(hub, event):
    """One line of telemetry: the clock, the gyro and both motors, and what happened."""
    readings = (hub.seconds(), hub.heading(), left_motor(hub), right_motor(hub))
    line = '{"t_s": %.3f, "heading_deg": %.2f, "left_deg": %.1f, "right_deg": %.1f' % readings
    hub.say(line + (', "event": "%s"}' % event if event else "}"))


told_at = 0


def tell_on_the_way(hub):
    """The same on the way, as often as TELL_EVERY asks for it."""
    global told_at
    if 0 < TELL_EVERY <= hub.seconds() - told_at:
        told_at = hub.seconds()
        tell(hub, None)


def pause(hub, seconds):
    hub.wait(seconds)


def run_until(hub, arrived, steer, time_limit):
    """Steer until the robot has arrived or the time is up."""
    latest = hub.seconds() + time_limit
    while not arrived() and hub.seconds() < latest:
        steer()
        tell_on_the_way(hub)
        hub.wait(LOOP_PERIOD)


# What ends a straight. Each begins to count when its move begins.


def travelled(stop_after):
    """The average of both motors has turned stop_after degrees."""

    def begin(hub):
        left, right = left_motor(hub), right_motor(hub)
        return lambda: abs(left_motor(hub) - left + right_motor(hub) - right) / 2 >= stop_after

    return begin


def range_below(stop_at):
    def begin(hub):
        def arrived():
            reading = hub.range_mm()
            return reading is not None and reading <= stop_at

        return arrived

    return begin


def dark_under(sensor, threshold):
    return lambda hub: lambda: hub.light(sensor) <= threshold


def light_under(sensor, threshold):
    return lambda hub: lambda: hub.light(sensor) >= threshold


def crossed(count, threshold, margin):
    """The second sensor has gone from light to dark this many times."""

    def begin(hub):
        state = {"count": 0, "dark": hub.light("second") < threshold}

        def arrived():
            reading = hub.light("second")
            if not state["dark"] and reading < threshold - margin:
                state["dark"] = True
                state["count"] += 1
            elif state["dark"] and reading > threshold + margin:
                state["dark"] = False
            return state["count"] >= count

        return arrived

    return begin


def touched():
    return lambda hub: hub.touched


def saturation_of(red, green, blue):
    """Percent; 0 for any grey."""
    value = max(red, green, blue)
    return 0 if value <= 0 else 100 * (value - min(red, green, blue)) / value


def hue_of(red, green, blue):
    """Degrees on the circle of colours: red 0, green 120, blue 240. No grey may come here."""
    spread = max(red, green, blue) - min(red, green, blue)
    if red >= green and red >= blue:
        return 60 * (green - blue) / spread % 360
    if green >= blue:
        return 60 * (2 + (blue - red) / spread)
    return 60 * (4 + (red - green) / spread)


def hue_seen(hue, within, lowest, highest):
    """A colour with this hue, and a value from lowest to highest percent."""

    def begin(hub):
        def seen():
            red, green, blue = hub.colour()
            if saturation_of(red, green, blue) < SATURATION_GATE:
                return False
            away = (hue_of(red, green, blue) - hue + 180) % 360 - 180
            return abs(away) <= within and lowest <= max(red, green, blue) <= highest

        return seen

    return begin


def grey_seen(lowest, highest):
    """White, grey or black with a value from lowest to highest percent."""

    def begin(hub):
        def seen():
            red, green, blue = hub.colour()
            grey = saturation_of(red, green, blue) <= SATURATION_GATE
            return grey and lowest <= max(red, green, blue) <= highest

        return seen

    return begin


def seen_for(looks, colour):
    """The same colour in so many looks one after the other."""

    def begin(hub):
        seen = colour(hub)
        state = {"looks": 0}

        def arrived():
            state["looks"] = state["looks"] + 1 if seen() else 0
            return state["looks"] >= looks

        return arrived

    return begin


def after(seconds):
    def begin(hub):
        end = hub.seconds() + seconds
        return lambda: hub.seconds() >= end

    return begin


# What steers a straight: percent of power to the right.


def no_hold():
    return lambda hub: lambda: 0


def encoder_hold(gain):
    def begin(hub):
        left, right = left_motor(hub), right_motor(hub)
        return lambda: gain * ((right_motor(hub) - right) - (left_motor(hub) - left))

    return begin


def gyro_hold(gain, heading):
    def begin(hub):
        kept = heading_now(hub) if heading is None else heading

        def to_the_right():
            error = (kept - heading_now(hub) + 180) % 360 - 180
            return gain * error if RIGHT_IS_POSITIVE else -gain * error

        return to_the_right

    return begin


def wall_hold(gain, keep_at):
    def begin(hub):
        def to_the_right():
            reading = hub.side_range_mm()
            return 0 if reading is None else gain * (reading - keep_at)

        return to_the_right

    return begin


def edge_hold(gain, threshold):
    return lambda hub: lambda: gain * (hub.light("first") - threshold)


def straight(hub, power, hold, until, time_limit, stop, rest):
    """Drive with a hold until something has come true."""
    arrived = until(hub)
    to_the_right = hold(hub)

    def steer():
        correction = max(-STEERING_LIMIT, min(STEERING_LIMIT, to_the_right()))
        hub.drive(power + correction, power - correction)

    run_until(hub, arrived, steer, time_limit)
    hub.stop(stop)
    hub.wait(rest)


# How a turn finds its end.


def to_heading(heading):
    """The short way round."""

    def begin(hub):
        difference = (heading - heading_now(hub)) % 360
        return difference - 360 if difference > 180 else difference

    return begin


def by_angle(angle):
    return lambda hub: angle


def stop_early(early):
    def begin(hub, angle, power):
        start = hub.heading()
        direction = 1 if angle > 0 else -1
        return (
            lambda: direction * (hub.heading() - start) >= abs(angle) - early,
            lambda: direction * power,
        )

    return begin


def slow_end(early, last_angle, last_power):
    def begin(hub, angle, power):
        start = hub.heading()
        direction = 1 if angle > 0 else -1

        def turned():
            return direction * (hub.heading() - start)

        return (
            lambda: turned() >= abs(angle) - early,
            lambda: direction * (last_power if turned() >= abs(angle) - last_angle else power),
        )

    return begin


def controller(p, i, d):
    def begin(hub, angle, power):
        start = hub.heading()
        state = {"sum": 0}

        def error():
            return angle - (hub.heading() - start)

        def arrived():
            return abs(error()) <= TURN_TOLERANCE and abs(hub.rate()) <= TURN_END_RATE

        def drive():
            now = error()
            wanted = p * now + i * state["sum"] - d * hub.rate()
            limited = max(-power, min(power, wanted))
            # What the motors cannot do is not summed up.
            if -power < wanted < power:
                state["sum"] += now * LOOP_PERIOD
            return limited

        return arrived, drive

    return begin


def turn(hub, target, way, power, left, right, time_limit, stop, rest):
    """Turn by the gyro; left and right say which wheels move."""
    angle = target(hub)
    if abs(angle) > 0.12:
        arrived, drive = way(hub, angle, power)

        def steer():
            share = drive() if RIGHT_IS_POSITIVE else -drive()
            hub.drive(share * left, -share * right)

        run_until(hub, arrived, steer, time_limit)
    hub.stop(stop)
    hub.wait(rest)


# Arcs, lines and the attachment.


def turned_by_gyro(stop_after):
    def begin(hub):
        start = hub.heading()
        return lambda: abs(hub.heading() - start) >= stop_after

    return begin


def turned_by_motors(stop_after):
    def begin(hub):
        left, right = left_motor(hub), right_motor(hub)
        return lambda: abs(right_motor(hub) - right - left_motor(hub) + left) >= stop_after

    return begin


def arc(hub, left_power, right_power, until, time_limit, stop, rest):
    """Both motors at their own power until the turn is done."""
    run_until(hub, until(hub), lambda: hub.drive(left_power, right_power), time_limit)
    hub.stop(stop)
    hub.wait(rest)


def align(hub, power, threshold, time_limit, stop, rest):
    """Each wheel drives until its own light sensor is over the line."""
    going = {"first": True, "second": True}

    def arrived():
        for sensor in going:
            going[sensor] = going[sensor] and hub.light(sensor) >= threshold
        return not going["first"] and not going["second"]

    def steer():
        hub.drive(power if going["first"] else 0, power if going["second"] else 0)

    run_until(hub, arrived, steer, time_limit)
    hub.stop(stop)
    hub.wait(rest)


def move_arm(hub, power, stop_after, stall_time, time_limit, rest):
    """Turn the attachment motor; a motor that has stalled ends the move."""
    start = hub.arm_motor()
    state = {"last": start, "moved": hub.seconds()}

    def arrived():
        position = hub.arm_motor()
        if abs(position - state["last"]) > 0:
            state["last"] = position
            state["moved"] = hub.seconds()
        elif hub.seconds() - state["moved"] >= stall_time:
            return True
        return abs(position - start) >= stop_after

    run_until(hub, arrived, lambda: hub.arm(power), time_limit)
    hub.arm(0)
    hub.wait(rest)


# Where the servo was sent last, in percent of its travel.
servo_position = 0


def rest_servo(hub):
    global servo_position
    servo_position = SERVO_REST
    hub.servo(SERVO_REST)


def move_servo(hub, position, rest):
    """Send the servo somewhere and wait until it must be there."""
    global servo_position
    way = abs(position - servo_position) / 100
    servo_position = position
    hub.servo(position)
    hub.wait(way * SERVO_TRAVEL_TIME + rest)


# What is asked where there are two ways, and before the start.


def side_range_below(limit):
    def begin(hub):
        def near():
            reading = hub.side_range_mm()
            return reading is not None and reading <= limit

        return near

    return begin


# Where the attachment motor stood at the start.
arm_start = 0


def remember_arm(hub):
    global arm_start
    arm_start = hub.arm_motor()


def arm_beyond(at_least):
    return lambda hub: lambda: hub.arm_motor() - arm_start >= at_least


def servo_beyond(at_least):
    return lambda hub: lambda: servo_position >= at_least


def majority_says(hub, question, looks):
    """Whether more than half of so many looks say yes."""
    asked = question(hub)
    yes = 0
    for number in range(looks):
        if number > 0:
            hub.wait(LOOP_PERIOD)
        if asked():
            yes += 1
    return 2 * yes > looks


def wait_for(hub, sign):
    """Stand still until somebody gives the sign."""
    given = sign(hub)
    while not given():
        hub.wait(LOOP_PERIOD)


# How the motors are read.


def left_motor(hub):
    return hub.left_motor()


def right_motor(hub):
    return hub.right_motor()
