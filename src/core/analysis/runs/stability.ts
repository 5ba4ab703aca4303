import type { Offset } from '../../field/field.ts';
import { leastSquares, estimateOf, type Estimate } from '../../mathematics/leastSquares.ts';
import { uniform } from '../../mathematics/randomness.ts';
import { mean } from '../../mathematics/sample.ts';

/** What an offset may follow. */
export type Factor = 'order' | 'battery' | 'time since zero' | 'run before' | 'session';

/** Directions in which offsets are judged. */
export const AXES = ['along', 'left', 'turned'] as const;
export type Axis = (typeof AXES)[number];

/** A run with what was noted of its conditions; null where nobody noted it. */
export interface RunConditions {
  offset: Offset;
  /** V. */
  battery: number | null;
  /** Since the gyro was last zeroed or checked, s. */
  sinceZero: number | null;
  /** In which session it was driven. */
  session: string | null;
}

/** Whether an offset follows a factor. */
export interface FactorEffect {
  factor: Factor;
  axis: Axis;
  /** Change of the offset, mm or rad, for one unit of the factor; null where there is no unit. */
  slope: Estimate | null;
  /** How often a shuffled series shows as much. */
  p: number;
  /** The same for any of the questions that were asked. */
  adjustedP: number;
}

/** Fewer runs do not show what an offset follows: five can be shuffled in 120 ways only. */
const FEWEST = 5;
/** Shuffles of a series, and no more numbers than this in all of them together. */
const SHUFFLES = 999;
const LEAST_SHUFFLES = 299;
const MOST_NUMBERS = 60_000;
const SEED = 31;

/** How much of something a series shows in its order; its values have the mean 0 and the standard deviation 1. */
type Strength = (values: Float64Array) => number;

/**
 * What the offset follows: a straight line on run order, battery and time since zero, whether neighbouring runs
 * are more alike than distant ones (von Neumann's ratio), and whether sessions lie apart. Runs of one process may
 * have come in any order, so the series is shuffled again and again, and the share of shuffles that show as much
 * is the p-value, whatever the distribution, in runs of any kind. All questions are corrected together by the
 * rarest answer of each shuffle (min P), so that a stable series is called unstable at the stated rate only.
 * Most likely first.
 *
 * Source: P. H. Westfall and S. S. Young, Resampling-Based Multiple Testing, 1993; J. von Neumann, Annals of
 * Mathematical Statistics 12 (1941).
 */
export function factorEffects(runs: readonly RunConditions[]): FactorEffect[] {
  const n = runs.length;
  if (n < FEWEST) return [];
  const questions = questionsOn(runs);
  const varying = AXES.flatMap((axis) => {
    const values = standardised(runs.map(({ offset }) => offset[axis]));
    // Readings that are all alike follow nothing.
    return values === null ? [] : [{ axis, values }];
  });
  const asked = varying.flatMap(({ axis }) => questions.map(({ factor }) => ({ axis, factor })));
  if (asked.length === 0) return [];
  const shuffles = Math.max(LEAST_SHUFFLES, Math.min(SHUFFLES, Math.floor(MOST_NUMBERS / n)));
  const shown = asked.map(() => new Float64Array(shuffles + 1));
  const draw = uniform(SEED);
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  const shuffled = new Float64Array(n);
  for (let shuffle = 0; shuffle <= shuffles; shuffle++) {
    // The first is the series as it came.
    if (shuffle > 0) shuffleInPlace(order, draw);
    let q = 0;
    for (const { values } of varying) {
      for (let i = 0; i < n; i++) shuffled[i] = values[order[i]!]!;
      for (const { strength } of questions) shown[q++]![shuffle] = strength(shuffled);
    }
  }
  const shares = shown.map(sharesAsLarge);
  const rarest = Float64Array.from({ length: shuffles + 1 }, (_, shuffle) =>
    shares.reduce((least, share) => Math.min(least, share[shuffle]!), 1),
  );
  return asked
    .map(({ factor, axis }, q): FactorEffect => {
      const p = shares[q]![0]!;
      const asRare = rarest.reduce((count, share) => count + (share <= p + 1e-12 ? 1 : 0), 0);
      return {
        factor,
        axis,
        slope: slopeOn(factor, axis, runs),
        p,
        adjustedP: asRare / (shuffles + 1),
      };
    })
    .sort((a, b) => a.p - b.p);
}

function questionsOn(
  runs: readonly RunConditions[],
): readonly { factor: Factor; strength: Strength }[] {
  const asked: [Factor, Strength | null][] = [
    ['order', lineStrength(runs.map((_, i) => i))],
    ['battery', lineStrength(runs.map(({ battery }) => battery))],
    ['time since zero', lineStrength(runs.map(({ sinceZero }) => sinceZero))],
    ['run before', alikeness],
    ['session', sessionStrength(runs.map(({ session }) => session))],
  ];
  return asked.flatMap(([factor, strength]) => (strength === null ? [] : [{ factor, strength }]));
}

/** Size of the correlation with a factor, over the runs in which it was noted; null when it hardly varies. */
function lineStrength(factor: readonly (number | null)[]): Strength | null {
  const noted = Uint32Array.from(factor.flatMap((value, i) => (value === null ? [] : [i])));
  const count = noted.length;
  if (count < FEWEST) return null;
  const levels = standardised(Array.from(noted, (i) => factor[i]!));
  if (levels === null) return null;
  const all = count === factor.length;
  return (values) => {
    let product = 0;
    for (let k = 0; k < count; k++) product += levels[k]! * values[noted[k]!]!;
    const spread = all ? count : spreadOver(values, noted);
    return spread > 1e-12 ? Math.abs(product) / Math.sqrt(spread) : 0;
  };
}

/** Sum of squares of some values about their mean. */
function spreadOver(values: Float64Array, noted: Uint32Array): number {
  let sum = 0;
  let squares = 0;
  for (let k = 0; k < noted.length; k++) {
    const value = values[noted[k]!]!;
    sum += value;
    squares += value * value;
  }
  return squares - (sum * sum) / noted.length;
}

/** How much more alike neighbours are than any two. */
function alikeness(values: Float64Array): number {
  let sum = 0;
  for (let i = 1; i < values.length; i++) sum += values[i]! * values[i - 1]!;
  return sum;
}

/** Sum of squares between sessions, of those with at least two runs; null with fewer than two of them. */
function sessionStrength(sessions: readonly (string | null)[]): Strength | null {
  const names = [...new Set(sessions)].filter(
    (name) => sessions.filter((one) => one === name).length >= 2,
  );
  if (names.length < 2) return null;
  const numbers = sessions.map((name) => names.indexOf(name));
  const counts = names.map((_, s) => numbers.filter((one) => one === s).length);
  const sums = new Float64Array(names.length);
  return (values) => {
    sums.fill(0);
    for (let i = 0; i < values.length; i++) {
      const s = numbers[i]!;
      if (s >= 0) sums[s]! += values[i]!;
    }
    return sums.reduce((total, sum, s) => total + sum ** 2 / counts[s]!, 0);
  };
}

/** Values about their mean, in their standard deviation; null when they are all alike. */
function standardised(values: readonly number[]): Float64Array | null {
  const middle = mean(values);
  const squares = values.reduce((sum, value) => sum + (value - middle) ** 2, 0);
  const size = values.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  if (squares <= 1e-18 * (1 + size * size) * values.length) return null;
  const scale = Math.sqrt(squares / values.length);
  return Float64Array.from(values, (value) => (value - middle) / scale);
}

/** Deals numbers out anew. */
export function shuffleInPlace(order: Uint32Array, draw: () => number): void {
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(draw() * (i + 1));
    const kept = order[i]!;
    order[i] = order[j]!;
    order[j] = kept;
  }
}

/** For each value the share of values that are at least as large. */
export function sharesAsLarge(values: Float64Array): Float64Array {
  const sorted = Float64Array.from(values).sort();
  return values.map((value) => {
    let low = 0;
    let high = sorted.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sorted[middle]! < value - 1e-12) low = middle + 1;
      else high = middle;
    }
    return (sorted.length - low) / sorted.length;
  });
}

/** By how much the offset changes with a factor, with its 95 % interval by least squares. */
function slopeOn(factor: Factor, axis: Axis, runs: readonly RunConditions[]): Estimate | null {
  if (factor === 'run before' || factor === 'session') return null;
  const levels = runs.map((run, i) =>
    factor === 'order' ? i + 1 : factor === 'battery' ? run.battery : run.sinceZero,
  );
  const pairs = levels.flatMap((x, i) => (x === null ? [] : [{ x, y: runs[i]!.offset[axis] }]));
  // Values about their middle: a battery of 8.0, 8.1 and 8.0 V is nearly the constant.
  const middle = mean(pairs.map(({ x }) => x));
  const fit = leastSquares(
    pairs.map(({ x }) => [1, x - middle]),
    pairs.map(({ y }) => y),
  );
  return fit === null ? null : estimateOf(fit, [0, 1]);
}
