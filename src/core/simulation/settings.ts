/** How often a nominal run is written down for drawing, s. */
export const TRACE_INTERVAL = 0.02;

/** How many moments of a move a forecast keeps, its end included. */
export const SAMPLES_PER_MOVE = 8;
