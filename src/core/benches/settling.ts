import type { Estimate } from '../mathematics/leastSquares.ts';
import { studentQuantile } from '../mathematics/quantiles.ts';

/** More than so many are never asked for: the bench itself is at its end. */
const MOST = 24;

/**
 * About how many more readings bring half the 95 % interval of a number down to `within`; 0 when it is there, null when
 * even {@link MOST} more would not do.
 *
 * The spread of the readings stays what it is, so the standard error falls with the root of their number, and Student's
 * t with the degrees of freedom. A straight fit with one free number stands for all benches: those with two free numbers
 * settle a reading later.
 *
 * @param estimate with its present 95 % interval, from `count` readings, two at least
 */
export function readingsToSettle(estimate: Estimate, count: number, within: number): number | null {
  const half = (estimate.high - estimate.low) / 2;
  if (half <= within) return 0;
  const spread = (half * Math.sqrt(count)) / studentQuantile(0.975, count - 1);
  for (let more = 1; more <= MOST; more++) {
    const margin = studentQuantile(0.975, count + more - 1) / Math.sqrt(count + more);
    if (spread * margin <= within) return more;
  }
  return null;
}
