"""What a hub does by the wiring sheet: its devices by their names and senses, so that only the devices are to fill in.

The names in capitals are devices of the robot; a program has them at its head.
"""


class Hub:
    def motor_degrees(self, name):
        """Degrees of the motor of this name, in its own sense."""
        raise NotImplementedError

    def motor_power(self, name, power):
        """Set the power of the motor of this name in percent, in its own sense; 0 holds it."""
        raise NotImplementedError

    def motor_stop(self, name, how):
        """Stop the motor of this name: "brake", "hold" in place, or "coast" to roll out."""
        raise NotImplementedError

    def servo_to(self, name, position):
        """Send the servo of this name to this percent of its travel."""
        raise NotImplementedError

    def distance(self, name):
        """Reading of the range sensor of this name in its own unit, or None when it sees nothing."""
        raise NotImplementedError

    def light_of(self, name, channel):
        """Percent that the sensor of this name reads: "reflected", or "red", "green" or "blue" alone."""
        raise NotImplementedError

    def colour_of(self, name):
        """Red, green and blue in percent, as the sensor of this name sees them."""
        raise NotImplementedError

    def pressed(self, name):
        """Whether the bumper of this name is pressed."""
        raise NotImplementedError

    def left_motor(self):
        # All motors of a side turn together.
        name, sense = LEFT_MOTORS[0]
        return sense * self.motor_degrees(name)

    def right_motor(self):
        name, sense = RIGHT_MOTORS[0]
        return sense * self.motor_degrees(name)

    def drive(self, left, right):
        for name, sense in LEFT_MOTORS:
            self.motor_power(name, sense * left)
        for name, sense in RIGHT_MOTORS:
            self.motor_power(name, sense * right)

    def stop(self, how):
        for name, sense in LEFT_MOTORS + RIGHT_MOTORS:
            self.motor_stop(name, how)

    def arm(self, power):
        name, sense = ARM_MOTOR
        self.motor_power(name, sense * power)

    def arm_motor(self):
        name, sense = ARM_MOTOR
        return sense * self.motor_degrees(name)

    def servo(self, position):
        name, sense = SERVO
        self.servo_to(name, position if sense > 0 else 100 - position)

    def range_mm(self):
        name, unit = RANGE_AHEAD
        reading = self.distance(name)
        return None if reading is None else reading * unit

    def side_range_mm(self):
        name, unit = RANGE_AT_THE_SIDE
        reading = self.distance(name)
        return None if reading is None else reading * unit

    def light(self, sensor):
        name, channel = FIRST_LIGHT if sensor == "first" else SECOND_LIGHT
        return self.light_of(name, channel)

    def colour(self):
        return self.colour_of(COLOUR_SENSOR)

    def touched(self):
        return self.pressed(BUMPER)
