/**
 * Longest step of the motion integration, s. Motors are integrated exactly over a step and the path
 * as an arc, so finer steps move the end of a route of eight moves by less than 0.1 mm (tested).
 */
export const LONGEST_STEP: f64 = 0.012;

/**
 * How many past states the sensors can look back on, a power of two. Times the longest step, halved
 * for steps cut short, it must exceed any latency.
 */
export const HISTORY_LENGTH: i32 = 512;

/**
 * Shortest time, s, over which slip, bumps and the walk of the gyro's drift are drawn at once. Their
 * spread grows with distance and time and not with the number of draws; this is short beside the
 * time in which a gyro hold corrects.
 */
export const DISTURBANCE_INTERVAL: f64 = 0.03;
