/**
 * Sine and cosine of the angle that was asked for last. The compiled code brings its own, so they are the
 * same to the last digit on every machine.
 */
export let sine: f64 = 0;
export let cosine: f64 = 1;

export function direct(angle: f64): void {
  NativeMath.sincos(angle);
  sine = NativeMath.sincos_sin;
  cosine = NativeMath.sincos_cos;
}

/** A direction as its cosine and sine. */
@final
export class Direction {
  x: f64 = 1;
  y: f64 = 0;

  pointTo(angle: f64): void {
    direct(angle);
    this.x = cosine;
    this.y = sine;
  }

  /** Takes over a direction that is relative to the angle that was asked for last. */
  @inline
  turn(relative: Direction): void {
    this.x = cosine * relative.x - sine * relative.y;
    this.y = sine * relative.x + cosine * relative.y;
  }
}
