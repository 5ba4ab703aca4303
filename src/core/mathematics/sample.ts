import { withStandardError, type Estimate } from './leastSquares.ts';
import { fisherQuantile, studentQuantile } from './quantiles.ts';

/** Arithmetic mean; NaN of nothing. */
export function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}

/** Standard deviation with n − 1; 0 with fewer than two values. */
export function standardDeviation(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const middle = mean(values);
  const squares = values.reduce((sum, value) => sum + (value - middle) ** 2, 0);
  return Math.sqrt(squares / (values.length - 1));
}

/** As good as no end of degrees of freedom. */
const NO_END = 1e7;

/**
 * The 95 % interval of a standard deviation of normal values, by the quantiles of χ².
 *
 * @param count of the values, at least two
 */
export function deviationInterval(deviation: number, count: number): { low: number; high: number } {
  const freedom = count - 1;
  // χ² over its degrees of freedom is F with no end of degrees below.
  const at = (share: number) => deviation / Math.sqrt(fisherQuantile(share, freedom, NO_END));
  return { low: at(0.975), high: at(0.025) };
}

/** Middle value, or the mean of the two middle ones; NaN of nothing. */
export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const half = sorted.length / 2;
  return sorted.length % 2 === 1
    ? sorted[Math.floor(half)]!
    : (sorted[half - 1]! + sorted[half]!) / 2;
}

/** Turns the median absolute deviation of normal values into their standard deviation. */
const NORMAL_FROM_MEDIAN_DEVIATION = 1.4826;

/**
 * Spread that a few wild values do not move: 1.4826 · median |x − median|, the standard deviation
 * when the values are normal.
 */
export function scaledMad(values: readonly number[]): number {
  const middle = median(values);
  return NORMAL_FROM_MEDIAN_DEVIATION * median(values.map((value) => Math.abs(value - middle)));
}

/** The mean with its 95 % interval by Student's t; null with fewer than two values. */
export function meanEstimate(values: readonly number[]): Estimate | null {
  const n = values.length;
  if (n < 2) return null;
  return withStandardError(mean(values), standardDeviation(values) / Math.sqrt(n), n - 1);
}

/** The estimate of f(x) from that of x, for an f that only rises or only falls over the interval. */
export function transformed(estimate: Estimate, change: (value: number) => number): Estimate {
  const ends = [change(estimate.low), change(estimate.high)];
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const share = estimate.high - estimate.low;
  const standardError = share > 0 ? (estimate.standardError * (high - low)) / share : 0;
  return { value: change(estimate.value), standardError, low, high };
}

/** Half width of a 95 % interval in standard errors, by Student's t. */
export function tFactor(degreesOfFreedom: number): number {
  return studentQuantile(0.975, degreesOfFreedom);
}
