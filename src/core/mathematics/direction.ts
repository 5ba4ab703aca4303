import sincos from '@stdlib/math-base-special-sincos';

/**
 * Sine and cosine that are the same to the last digit on every machine. The language leaves the last
 * digit of Math.sin to the engine, and the engines of browser and server differ in it; a simulated
 * run would then not be the same in both. Source of the method: fdlibm, by way of stdlib.
 *
 * @param into receives sine and cosine, in this order; nothing is allocated
 */
export function direction(angle: number, into: Float64Array): void {
  sincos.assign(angle, into, 1, 0);
}
