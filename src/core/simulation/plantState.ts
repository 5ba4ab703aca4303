/**
 * The state of the simulated robot: one flat array that its parts read and change in place, so that between
 * two steps nothing is allocated. Lengths in mm, angles in rad, times in s.
 */
export const TIME = 0;
export const X = 1;
export const Y = 2;
export const HEADING = 3;
/** Wheel surface speeds, mm/s. */
export const LEFT_SPEED = 4;
export const RIGHT_SPEED = 5;
/** Motor shaft positions, rad. */
export const LEFT_MOTOR = 6;
export const RIGHT_MOTOR = 7;
/** What the gyro has summed up since its reset, rad, before latency and noise. */
export const GYRO_ANGLE = 8;
export const GYRO_BIAS = 9;
export const VOLTAGE = 10;
/** Wheel surface speeds that the motors strive for, mm/s. */
export const LEFT_TARGET = 11;
export const RIGHT_TARGET = 12;
/** Distance driven and time of the last disturbance. */
export const UNDISTURBED = 13;
export const UNDISTURBED_SINCE = 14;
/** Shaft of the attachment motor, rad, and the speed it strives for, rad/s. */
export const ARM = 15;
export const ARM_SPEED = 16;
/** Distance that the wheels rolled since the robot was put down, mm. */
export const ROLLED = 17;
/** Sine and cosine of the heading, kept beside it because every step asks for them. */
export const SINE = 18;
export const COSINE = 19;
/** Where the servo is and where it goes, shares of its travel. */
export const SERVO = 20;
export const SERVO_TARGET = 21;
export const STATE_SIZE = 22;
