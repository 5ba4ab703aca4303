/*
 * What every generated program brings along: the hub to implement, and one method for each thing that moves do.
 * A program has the numbers of its own robot in the place of those here, and the methods that it needs.
 */
import java.util.function.BooleanSupplier;
import java.util.function.DoubleSupplier;
import java.util.function.Supplier;

public class RouteProgram {
    static final double LOOP_PERIOD = 0.012;
    static final boolean RIGHT_IS_POSITIVE = true;
    static final double SATURATION_GATE = 25;
    static final double SERVO_REST = 0;
    static final double SERVO_TRAVEL_TIME = 1;
    static final double STEERING_LIMIT = 1;
    static final double STILL_RATE = 1;
    static final double STILL_TIME = 1;
    static final double TELL_EVERY = 0;
    static final double TURN_END_RATE = 1;
    static final double TURN_TOLERANCE = 1;

    /** The robot's hub. Implement it for yours; nothing else has to change. */
    public interface Hub {
        /** Make the gyro read 0 here. Nobody touches the robot meanwhile. */
        void resetHeading();

        /** Degrees since the reset, counting on over whole turns. */
        double heading();

        /** Degrees a second, with the sign of heading. */
        double rate();

        /** Degrees of the left motor, forwards positive. */
        double leftMotor();

        /** Degrees of the right motor, forwards positive. */
        double rightMotor();

        /** Reading of the range sensor ahead in mm; NaN when it sees nothing. */
        double rangeMm();

        /** Reading of the range sensor at the side in mm; NaN when it sees nothing. */
        double sideRangeMm();

        /** Reflected light in percent under the sensor "first" or "second". */
        double light(String sensor);

        /** Whether the bumper is pressed. */
        boolean touched();

        /** Red, green and blue in percent, as the colour sensor sees them. */
        double[] colour();

        /** Power of both motors in percent, forwards positive. */
        void drive(double left, double right);

        /** "brake", "hold" in place, or "coast" to roll out. */
        void stop(String how);

        /** Power of the attachment motor in percent; 0 holds it. */
        void arm(double power);

        /** Degrees of the attachment motor, with the sign of its power. */
        double armMotor();

        /** Send the servo to this percent of its travel. */
        void servo(double position);

        /** A clock in seconds that only counts on. */
        double seconds();

        /** Do nothing for this long. */
        void pause(double seconds);

        /** Tell whoever listens: a line of telemetry, which Corvat reads from a console, a file or a link. */
        default void say(String line) {
            System.out.println(line);
        }
    }

    /** How a turn goes: when it has arrived, and its power towards the target. */
    record Way(BooleanSupplier arrived, DoubleSupplier drive) {}

    interface Turning {
        Way begin(double angle, double power);
    }

    private final Hub hub;
    /** Added to what the gyro reads, since the heading was known again. */
    private double headingOffset = 0;

    public RouteProgram(Hub hub) {
        this.hub = hub;
    }

    double headingNow() {
        return hub.heading() + headingOffset;
    }

    void setHeading(double heading) {
        headingOffset = heading - hub.heading();
    }

    /** Waits until the gyro is still, or the time is up, then makes its heading 0 here. */
    void settleAndZero(double timeLimit) {
        double latest = hub.seconds() + timeLimit;
        double stillSince = hub.seconds();
        while (hub.seconds() < latest) {
            hub.pause(LOOP_PERIOD);
            if (Math.abs(hub.rate()) > STILL_RATE) stillSince = hub.seconds();
            if (hub.seconds() - stillSince >= STILL_TIME) break;
        }
        hub.resetHeading();
        headingOffset = 0;
    }

    void pause(double seconds) {
        hub.pause(seconds);
    }

    /** Steers until the robot has arrived or the time is up. */
    void runUntil(BooleanSupplier arrived, Runnable steer, double timeLimit) {
        double latest = hub.seconds() + timeLimit;
        while (!arrived.getAsBoolean() && hub.seconds() < latest) {
            steer.run();
            tellOnTheWay();
            hub.pause(LOOP_PERIOD);
        }
    }

    /** One line of telemetry: the clock, the gyro and both motors, and what happened. */
    void tell(String event) {
        String line = "{\"t_s\": " + rounded(hub.seconds(), 1000)
            + ", \"heading_deg\": " + rounded(hub.heading(), 100)
            + ", \"left_deg\": " + rounded(leftMotor(), 10)
            + ", \"right_deg\": " + rounded(rightMotor(), 10);
        hub.say(line + (event.isEmpty() ? "}" : ", \"event\": \"" + event + "\"}"));
    }

    static double rounded(double value, double parts) {
        return Math.round(value * parts) / parts;
    }

    double toldAt = 0;

    /** The same on the way, as often as TELL_EVERY asks for it. */
    void tellOnTheWay() {
        if (TELL_EVERY > 0 && hub.seconds() - toldAt >= TELL_EVERY) {
            toldAt = hub.seconds();
            tell("");
        }
    }

    // What ends a straight. Each begins to count when its move begins.

    Supplier<BooleanSupplier> travelled(double stopAfter) {
        return () -> {
            double left = leftMotor();
            double right = rightMotor();
            return () -> Math.abs(leftMotor() - left + rightMotor() - right) / 2 >= stopAfter;
        };
    }

    Supplier<BooleanSupplier> rangeBelow(double stopAt) {
        // NaN is never below anything.
        return () -> () -> hub.rangeMm() <= stopAt;
    }

    Supplier<BooleanSupplier> darkUnder(String sensor, double threshold) {
        return () -> () -> hub.light(sensor) <= threshold;
    }

    Supplier<BooleanSupplier> lightUnder(String sensor, double threshold) {
        return () -> () -> hub.light(sensor) >= threshold;
    }

    /** The second sensor has gone from light to dark this many times. */
    Supplier<BooleanSupplier> crossed(double count, double threshold, double margin) {
        return () -> {
            int[] seen = {0};
            boolean[] dark = {hub.light("second") < threshold};
            return () -> {
                double reading = hub.light("second");
                if (!dark[0] && reading < threshold - margin) {
                    dark[0] = true;
                    seen[0]++;
                } else if (dark[0] && reading > threshold + margin) {
                    dark[0] = false;
                }
                return seen[0] >= count;
            };
        };
    }

    Supplier<BooleanSupplier> touched() {
        return () -> hub::touched;
    }

    static double lightest(double[] colour) {
        return Math.max(colour[0], Math.max(colour[1], colour[2]));
    }

    static double darkest(double[] colour) {
        return Math.min(colour[0], Math.min(colour[1], colour[2]));
    }

    /** Percent; 0 for any grey. */
    static double saturationOf(double[] colour) {
        double value = lightest(colour);
        return value <= 0 ? 0 : 100 * (value - darkest(colour)) / value;
    }

    /** Degrees on the circle of colours: red 0, green 120, blue 240. No grey may come here. */
    static double hueOf(double[] colour) {
        double spread = lightest(colour) - darkest(colour);
        if (colour[0] >= Math.max(colour[1], colour[2])) return 60 * (colour[1] - colour[2]) / spread;
        if (colour[1] >= colour[2]) return 60 * (2 + (colour[2] - colour[0]) / spread);
        return 60 * (4 + (colour[0] - colour[1]) / spread);
    }

    /** A colour with this hue, and a value from lowest to highest percent. */
    Supplier<BooleanSupplier> hueSeen(double hue, double within, double lowest, double highest) {
        return () -> () -> {
            double[] colour = hub.colour();
            double value = lightest(colour);
            return saturationOf(colour) >= SATURATION_GATE
                    && Math.abs(wrapped(hueOf(colour) - hue)) <= within
                    && value >= lowest
                    && value <= highest;
        };
    }

    /** White, grey or black with a value from lowest to highest percent. */
    Supplier<BooleanSupplier> greySeen(double lowest, double highest) {
        return () -> () -> {
            double[] colour = hub.colour();
            double value = lightest(colour);
            return saturationOf(colour) <= SATURATION_GATE && value >= lowest && value <= highest;
        };
    }

    /** The same colour in so many looks one after the other. */
    Supplier<BooleanSupplier> seenFor(double looks, Supplier<BooleanSupplier> colour) {
        return () -> {
            BooleanSupplier seen = colour.get();
            int[] count = {0};
            return () -> {
                count[0] = seen.getAsBoolean() ? count[0] + 1 : 0;
                return count[0] >= looks;
            };
        };
    }

    Supplier<BooleanSupplier> after(double seconds) {
        return () -> {
            double end = hub.seconds() + seconds;
            return () -> hub.seconds() >= end;
        };
    }

    // What steers a straight: percent of power to the right.

    Supplier<DoubleSupplier> noHold() {
        return () -> () -> 0;
    }

    Supplier<DoubleSupplier> encoderHold(double gain) {
        return () -> {
            double left = leftMotor();
            double right = rightMotor();
            return () -> gain * ((rightMotor() - right) - (leftMotor() - left));
        };
    }

    Supplier<DoubleSupplier> gyroHold(double gain, double heading) {
        return () -> {
            double kept = Double.isNaN(heading) ? headingNow() : heading;
            return () -> {
                double error = wrapped(kept - headingNow());
                return RIGHT_IS_POSITIVE ? gain * error : -gain * error;
            };
        };
    }

    Supplier<DoubleSupplier> wallHold(double gain, double keepAt) {
        return () -> () -> {
            double reading = hub.sideRangeMm();
            return Double.isNaN(reading) ? 0 : gain * (reading - keepAt);
        };
    }

    Supplier<DoubleSupplier> edgeHold(double gain, double threshold) {
        return () -> () -> gain * (hub.light("first") - threshold);
    }

    /** Into -180 to 180 degrees, the short way round. */
    static double wrapped(double angle) {
        return angle - 360 * Math.rint(angle / 360);
    }

    /** Drives with a hold until something has come true. */
    void straight(double power, Supplier<DoubleSupplier> hold, Supplier<BooleanSupplier> until,
            double timeLimit, String stop, double rest) {
        BooleanSupplier arrived = until.get();
        DoubleSupplier toTheRight = hold.get();
        runUntil(arrived, () -> {
            double correction = limited(toTheRight.getAsDouble(), STEERING_LIMIT);
            hub.drive(power + correction, power - correction);
        }, timeLimit);
        hub.stop(stop);
        hub.pause(rest);
    }

    static double limited(double value, double most) {
        return Math.max(-most, Math.min(most, value));
    }

    // How a turn finds its end.

    DoubleSupplier toHeading(double heading) {
        return () -> wrapped(heading - headingNow());
    }

    DoubleSupplier byAngle(double angle) {
        return () -> angle;
    }

    Turning stopEarly(double early) {
        return (angle, power) -> {
            double start = hub.heading();
            double direction = Math.signum(angle);
            return new Way(
                    () -> direction * (hub.heading() - start) >= Math.abs(angle) - early,
                    () -> direction * power);
        };
    }

    Turning slowEnd(double early, double lastAngle, double lastPower) {
        return (angle, power) -> {
            double start = hub.heading();
            double direction = Math.signum(angle);
            DoubleSupplier turned = () -> direction * (hub.heading() - start);
            return new Way(
                    () -> turned.getAsDouble() >= Math.abs(angle) - early,
                    () -> direction
                            * (turned.getAsDouble() >= Math.abs(angle) - lastAngle ? lastPower : power));
        };
    }

    Turning controller(double p, double i, double d) {
        return (angle, power) -> {
            double start = hub.heading();
            double[] sum = {0};
            DoubleSupplier error = () -> angle - (hub.heading() - start);
            return new Way(
                    () -> Math.abs(error.getAsDouble()) <= TURN_TOLERANCE
                            && Math.abs(hub.rate()) <= TURN_END_RATE,
                    () -> {
                        double now = error.getAsDouble();
                        double wanted = p * now + i * sum[0] - d * hub.rate();
                        // What the motors cannot do is not summed up.
                        if (-power < wanted && wanted < power) sum[0] += now * LOOP_PERIOD;
                        return limited(wanted, power);
                    });
        };
    }

    /** Turns by the gyro; left and right say which wheels move. */
    void turn(DoubleSupplier target, Turning way, double power, double left, double right,
            double timeLimit, String stop, double rest) {
        double angle = target.getAsDouble();
        if (Math.abs(angle) > 0.12) {
            Way going = way.begin(angle, power);
            runUntil(going.arrived(), () -> {
                double drive = going.drive().getAsDouble();
                double share = RIGHT_IS_POSITIVE ? drive : -drive;
                hub.drive(share * left, -share * right);
            }, timeLimit);
        }
        hub.stop(stop);
        hub.pause(rest);
    }

    // Arcs, lines and the attachment.

    Supplier<BooleanSupplier> turnedByGyro(double stopAfter) {
        return () -> {
            double start = hub.heading();
            return () -> Math.abs(hub.heading() - start) >= stopAfter;
        };
    }

    Supplier<BooleanSupplier> turnedByMotors(double stopAfter) {
        return () -> {
            double left = leftMotor();
            double right = rightMotor();
            return () -> Math.abs(rightMotor() - right - leftMotor() + left) >= stopAfter;
        };
    }

    /** Both motors at their own power until the turn is done. */
    void arc(double leftPower, double rightPower, Supplier<BooleanSupplier> until,
            double timeLimit, String stop, double rest) {
        runUntil(until.get(), () -> hub.drive(leftPower, rightPower), timeLimit);
        hub.stop(stop);
        hub.pause(rest);
    }

    /** Each wheel drives until its own light sensor is over the line. */
    void align(double power, double threshold, double timeLimit, String stop, double rest) {
        boolean[] going = {true, true};
        runUntil(() -> {
            going[0] = going[0] && hub.light("first") >= threshold;
            going[1] = going[1] && hub.light("second") >= threshold;
            return !going[0] && !going[1];
        }, () -> hub.drive(going[0] ? power : 0, going[1] ? power : 0), timeLimit);
        hub.stop(stop);
        hub.pause(rest);
    }

    /** Turns the attachment motor; a motor that has stalled ends the move. */
    void moveArm(double power, double stopAfter, double stallTime, double timeLimit, double rest) {
        double start = hub.armMotor();
        double[] last = {start, hub.seconds()};
        runUntil(() -> {
            double position = hub.armMotor();
            if (Math.abs(position - last[0]) > 0) {
                last[0] = position;
                last[1] = hub.seconds();
            } else if (hub.seconds() - last[1] >= stallTime) {
                return true;
            }
            return Math.abs(position - start) >= stopAfter;
        }, () -> hub.arm(power), timeLimit);
        hub.arm(0);
        hub.pause(rest);
    }

    /** Where the servo was sent last, in percent of its travel. */
    private double servoPosition = 0;

    void restServo() {
        servoPosition = SERVO_REST;
        hub.servo(SERVO_REST);
    }

    /** Sends the servo somewhere and waits until it must be there. */
    void moveServo(double position, double rest) {
        double way = Math.abs(position - servoPosition) / 100;
        servoPosition = position;
        hub.servo(position);
        hub.pause(way * SERVO_TRAVEL_TIME + rest);
    }

    // What is asked where there are two ways, and before the start.

    Supplier<BooleanSupplier> sideRangeBelow(double limit) {
        return () -> () -> hub.sideRangeMm() <= limit;
    }

    /** Where the attachment motor stood at the start. */
    private double armStart = 0;

    void rememberArm() {
        armStart = hub.armMotor();
    }

    Supplier<BooleanSupplier> armBeyond(double atLeast) {
        return () -> () -> hub.armMotor() - armStart >= atLeast;
    }

    Supplier<BooleanSupplier> servoBeyond(double atLeast) {
        return () -> () -> servoPosition >= atLeast;
    }

    /** Whether more than half of so many looks say yes. */
    boolean majoritySays(Supplier<BooleanSupplier> question, double looks) {
        BooleanSupplier asked = question.get();
        int yes = 0;
        for (int number = 0; number < looks; number++) {
            if (number > 0) hub.pause(LOOP_PERIOD);
            if (asked.getAsBoolean()) yes++;
        }
        return 2 * yes > looks;
    }

    /** Stands still until somebody gives the sign. */
    void waitFor(Supplier<BooleanSupplier> sign) {
        BooleanSupplier given = sign.get();
        while (!given.getAsBoolean()) hub.pause(LOOP_PERIOD);
    }

    // How the motors are read.

    double leftMotor() {
        return hub.leftMotor();
    }

    double rightMotor() {
        return hub.rightMotor();
    }
}
