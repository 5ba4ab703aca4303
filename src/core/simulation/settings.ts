/**
 * Longest step of the motion integration, s. At 3 ms an arc step turns well under a degree and the
 * brake's end inside a step is integrated exactly, so finer steps move the end of a route of eight
 * moves by less than 0.1 mm (tested).
 */
export const LONGEST_STEP = 0.003;

/**
 * How many past states the sensors can look back on, a power of two. Times the longest step, halved
 * for steps cut short, it must exceed any latency.
 */
export const HISTORY_LENGTH = 512;

/** How often a nominal run is written down for drawing, s. */
export const TRACE_INTERVAL = 0.02;

/** How many moments of a move a forecast keeps, its end included. */
export const SAMPLES_PER_MOVE = 8;

/** Largest share of full power that steering may take, so that a straight stays a straight. */
export const STEERING_LIMIT = 0.3;
