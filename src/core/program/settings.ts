/** Largest share of full power that steering may take, so that a straight stays a straight. */
export const STEERING_LIMIT = 0.3;

/** A turn by a controller has ended when its error is below this, rad, and it turns no faster than that, rad/s. */
export const TURN_TOLERANCE = 0.009;
export const TURN_END_RATE = 0.1;

/** The gyro counts as still when its rate stays below this, rad/s, for this long, s. */
export const STILL_RATE = 0.01;
export const STILL_TIME = 0.1;
