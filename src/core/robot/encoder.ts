const FULL_TURN = 2 * Math.PI;

/** What a motor reports at a shaft position (rad): rounded to its step, and wrapped if it wraps. */
export function encoderReading(position: number, step: number, wraps: boolean): number {
  const rounded = step > 0 ? step * Math.round(position / step) : position;
  return wraps ? rounded - FULL_TURN * Math.floor(rounded / FULL_TURN) : rounded;
}
