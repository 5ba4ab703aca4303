/* How motors are read that begin again at 0 after each turn: more often than once in half a turn. */
class WrappingMotors {
    private final RouteProgram.Hub hub;

    WrappingMotors(RouteProgram.Hub hub) {
        this.hub = hub;
    }

    static double wrapped(double angle) {
        return RouteProgram.wrapped(angle);
    }

    // How the motors are read: they begin again at 0 after each turn.

    /** Where each motor was when it was read last, counting on over whole turns: left, right. */
    private final double[] motorTurned = {0, 0};

    /** The motor begins again at 0 after each turn; it went the short way since it was read last. */
    double countOn(int side, double reading) {
        motorTurned[side] += wrapped(reading - motorTurned[side]);
        return motorTurned[side];
    }

    double leftMotor() {
        return countOn(0, hub.leftMotor());
    }

    double rightMotor() {
        return countOn(1, hub.rightMotor());
    }
}
