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
