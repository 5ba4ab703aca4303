const FULL_TURN = 2 * Math.PI;

/** What a motor reports at a shaft position (rad): rounded to its step, and wrapped if it wraps. */
export function encoderReading(position: number, step: number, wraps: boolean): number {
  const rounded = step > 0 ? step * Math.round(position / step) : position;
  return wraps ? rounded - FULL_TURN * Math.floor(rounded / FULL_TURN) : rounded;
}

/**
 * Continues a position that starts again at 0 after a full turn.
 *
 * @param previous the unwrapped position so far, rad
 * @param reading the wrapped reading now, rad
 * @returns the unwrapped position now; right as long as less than half a turn lies between readings
 */
export function unwrapEncoder(previous: number, reading: number): number {
  return reading + FULL_TURN * Math.round((previous - reading) / FULL_TURN);
}
