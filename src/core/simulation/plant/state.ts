/**
 * The state of the simulated robot, which its parts read and change in place. Lengths in mm, angles in
 * rad, times in s.
 */
export class State {
  /** s since the robot was put down. */
  time: f64 = 0;
  /** True pose; the heading counts over whole turns. */
  x: f64 = 0;
  y: f64 = 0;
  heading: f64 = 0;
  /** Sine and cosine of the heading, kept beside it because every step asks for them. */
  sine: f64 = 0;
  cosine: f64 = 1;
  /** Wheel surface speeds, and those that the motors strive for, mm/s. */
  leftSpeed: f64 = 0;
  rightSpeed: f64 = 0;
  leftTarget: f64 = 0;
  rightTarget: f64 = 0;
  /** Motor shaft positions. */
  leftMotor: f64 = 0;
  rightMotor: f64 = 0;
  /** What the gyro has summed up since its reset, before latency and noise, and its drift, rad/s. */
  gyroAngle: f64 = 0;
  gyroBias: f64 = 0;
  /** V. */
  voltage: f64 = 0;
  /** Distance driven since the last disturbance, and when that was. */
  undisturbed: f64 = 0;
  undisturbedSince: f64 = 0;
  /** Shaft of the attachment motor, and the speed it strives for, rad/s. */
  arm: f64 = 0;
  armSpeed: f64 = 0;
  /** Distance that the wheels rolled since the robot was put down, whichever way. */
  rolled: f64 = 0;
  /** Where the servo is and where it goes, shares of its travel. */
  servo: f64 = 0;
  servoTarget: f64 = 0;

  /** At rest at the origin; all else zero. */
  clear(): void {
    memory.fill(changetype<usize>(this), 0, offsetof<State>());
    this.cosine = 1;
  }
}
