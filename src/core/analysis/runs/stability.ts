import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import type { Offset } from '../../field/field.ts';
import { leastSquares, estimateOf, pValue, type Estimate } from '../../mathematics/leastSquares.ts';
import { mean } from '../../mathematics/sample.ts';

/** What an offset may follow. */
export type Factor = 'order' | 'battery' | 'time since zero' | 'run before';

/** Directions in which offsets are judged. */
export const AXES = ['along', 'left'] as const;
export type Axis = (typeof AXES)[number];

/** A run with what was noted of its conditions; null where nobody noted it. */
export interface RunConditions {
  offset: Offset;
  /** V. */
  battery: number | null;
  /** Since the gyro was last zeroed or checked, s. */
  sinceZero: number | null;
}

/** Whether an offset follows a factor. */
export interface FactorEffect {
  factor: Factor;
  axis: Axis;
  /** Change of the offset, mm, for one unit of the factor; null for the run before. */
  slope: Estimate | null;
  p: number;
  /** The same after the correction for the number of questions that were asked. */
  adjustedP: number;
}

/** Fewer runs do not show what an offset follows. */
const FEWEST = 6;

/**
 * What the offset follows: a straight line on run order, battery and time since zero (Student's t),
 * and whether neighbouring runs are more alike than distant ones (von Neumann). All questions are
 * corrected together by Holm's method, so that a stable series is called unstable at the stated rate
 * only. Most likely first.
 *
 * Source: S. Holm, Scandinavian J. Statistics 6 (1979); J. von Neumann, Annals of Mathematical
 * Statistics 12 (1941).
 */
export function factorEffects(runs: readonly RunConditions[]): FactorEffect[] {
  if (runs.length < FEWEST) return [];
  const asked: Omit<FactorEffect, 'adjustedP'>[] = [];
  const columns: { factor: Factor; values: readonly (number | null)[] }[] = [
    { factor: 'order', values: runs.map((_, i) => i + 1) },
    { factor: 'battery', values: runs.map(({ battery }) => battery) },
    { factor: 'time since zero', values: runs.map(({ sinceZero }) => sinceZero) },
  ];
  for (const axis of AXES) {
    for (const { factor, values } of columns) {
      const pairs = values.flatMap((value, i) =>
        value === null ? [] : [{ x: value, y: runs[i]!.offset[axis] }],
      );
      const line = lineThrough(pairs);
      if (line !== null) asked.push({ factor, axis, ...line });
    }
    const p = vonNeumannPValue(runs.map(({ offset }) => offset[axis]));
    if (p !== null) asked.push({ factor: 'run before', axis, slope: null, p });
  }
  const adjusted = holm(asked.map(({ p }) => p));
  return asked
    .map((effect, i) => ({ ...effect, adjustedP: adjusted[i]! }))
    .sort((a, b) => a.p - b.p);
}

function lineThrough(
  pairs: readonly { x: number; y: number }[],
): { slope: Estimate; p: number } | null {
  if (pairs.length < FEWEST) return null;
  const middle = mean(pairs.map(({ x }) => x));
  // Values about their middle: a battery of 8.0, 8.1 and 8.0 V is nearly the constant.
  const rows = pairs.map(({ x }) => [1, x - middle]);
  if (rows.every(([, x]) => Math.abs(x!) < 1e-9)) return null;
  const fit = leastSquares(
    rows,
    pairs.map(({ y }) => y),
  );
  if (fit === null) return null;
  const slope = estimateOf(fit, [0, 1]);
  return { slope, p: pValue(slope, 0, fit.degreesOfFreedom) };
}

/**
 * p-value of von Neumann's ratio, one-sided: small when neighbours are alike, as after a leap of the
 * mean or with a slow wave. The ratio is nearly normal from six values on. Null without any spread.
 */
function vonNeumannPValue(values: readonly number[]): number | null {
  const n = values.length;
  if (n < FEWEST) return null;
  const middle = mean(values);
  const squares = values.reduce((sum, value) => sum + (value - middle) ** 2, 0);
  if (squares === 0) return null;
  const successive = values.slice(1).reduce((sum, value, i) => sum + (value - values[i]!) ** 2, 0);
  const z = (1 - successive / squares / 2) * Math.sqrt((n * n - 1) / (n - 2));
  return 1 - normalCdf(z, 0, 1);
}

/** Holm's adjusted p-values, in the order of the given ones. */
export function holm(values: readonly number[]): number[] {
  const order = values.map((_, i) => i).sort((a, b) => values[a]! - values[b]!);
  const adjusted = new Array<number>(values.length);
  let largest = 0;
  order.forEach((index, rank) => {
    largest = Math.max(largest, Math.min(1, (values.length - rank) * values[index]!));
    adjusted[index] = largest;
  });
  return adjusted;
}
