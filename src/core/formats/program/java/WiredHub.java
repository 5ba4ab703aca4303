/*
 * What a hub does by the wiring sheet: its devices by their names and senses, so that only the devices are to
 * implement. A program has the devices of its own robot in the place of those here.
 */
public class WiredHub {
    static final Motor[] LEFT_MOTORS = {};
    static final Motor[] RIGHT_MOTORS = {};
    static final Motor ARM_MOTOR = new Motor("", 1);
    static final Motor SERVO = new Motor("", 1);
    static final RangeSensor RANGE_AHEAD = new RangeSensor("", 1);
    static final RangeSensor RANGE_AT_THE_SIDE = new RangeSensor("", 1);
    static final LightSensor FIRST_LIGHT = new LightSensor("", "");
    static final LightSensor SECOND_LIGHT = new LightSensor("", "");
    static final String COLOUR_SENSOR = "";
    static final String BUMPER = "";

    /** A motor by its name, and its sense: -1 when it is reversed. */
    record Motor(String name, double sense) {}

    /** A range sensor by its name, and the mm of one of its units. */
    record RangeSensor(String name, double unit) {}

    /** A sensor of light by its name, and the channel in which it is read. */
    record LightSensor(String name, String channel) {}

    public interface Hub {
        /** Degrees of the motor of this name, in its own sense. */
        double motorDegrees(String name);

        /** Power of the motor of this name in percent, in its own sense; 0 holds it. */
        void motorPower(String name, double power);

        /** Stop the motor of this name: "brake", "hold" in place, or "coast" to roll out. */
        void motorStop(String name, String how);

        /** Send the servo of this name to this percent of its travel. */
        void servoTo(String name, double position);

        /** Reading of the range sensor of this name in its own unit; NaN when it sees nothing. */
        double distance(String name);

        /** Percent that the sensor of this name reads: "reflected", or "red", "green" or "blue" alone. */
        double lightOf(String name, String channel);

        /** Red, green and blue in percent, as the sensor of this name sees them. */
        double[] colourOf(String name);

        /** Whether the bumper of this name is pressed. */
        boolean pressed(String name);

        default double leftMotor() {
            // All motors of a side turn together.
            return LEFT_MOTORS[0].sense() * motorDegrees(LEFT_MOTORS[0].name());
        }

        default double rightMotor() {
            return RIGHT_MOTORS[0].sense() * motorDegrees(RIGHT_MOTORS[0].name());
        }

        default void drive(double left, double right) {
            for (Motor motor : LEFT_MOTORS) motorPower(motor.name(), motor.sense() * left);
            for (Motor motor : RIGHT_MOTORS) motorPower(motor.name(), motor.sense() * right);
        }

        default void stop(String how) {
            for (Motor motor : LEFT_MOTORS) motorStop(motor.name(), how);
            for (Motor motor : RIGHT_MOTORS) motorStop(motor.name(), how);
        }

        default void arm(double power) {
            motorPower(ARM_MOTOR.name(), ARM_MOTOR.sense() * power);
        }

        default double armMotor() {
            return ARM_MOTOR.sense() * motorDegrees(ARM_MOTOR.name());
        }

        default void servo(double position) {
            servoTo(SERVO.name(), SERVO.sense() > 0 ? position : 100 - position);
        }

        default double rangeMm() {
            return distance(RANGE_AHEAD.name()) * RANGE_AHEAD.unit();
        }

        default double sideRangeMm() {
            return distance(RANGE_AT_THE_SIDE.name()) * RANGE_AT_THE_SIDE.unit();
        }

        default double light(String sensor) {
            LightSensor light = sensor.equals("first") ? FIRST_LIGHT : SECOND_LIGHT;
            return lightOf(light.name(), light.channel());
        }

        default double[] colour() {
            return colourOf(COLOUR_SENSOR);
        }

        default boolean touched() {
            return pressed(BUMPER);
        }
    }
}
