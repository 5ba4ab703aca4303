import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';
import type { Offset, Zone } from '../../field/field.ts';
import { uniform } from '../../mathematics/randomness.ts';
import type { Estimate } from '../../mathematics/leastSquares.ts';
import { chancesOf, rangeOf, type ChanceRange } from './chanceRange.ts';
import { hitChance } from './hitChance.ts';
import { offsetPosterior, usualScale } from './posterior.ts';
import { resolutionOf } from './resolution.ts';
import { AXES, sharesAsLarge, shuffleInPlace, type Axis } from './stability.ts';
import { summarise, type OffsetSummary } from './summary.ts';
import { fisherQuantile, studentQuantile } from '../../mathematics/quantiles.ts';

/** Two sets of runs beside each other. Differences are the second less the first. */
export interface Comparison {
  counts: [number, number];
  summaries: [OffsetSummary, OffsetSummary];
  /** Difference of the mean offsets with its 95 % interval (Welch), mm and rad. */
  difference: Record<Axis, Estimate>;
  /** Ratio of the spreads, second over first, with its 95 % interval. */
  spreadRatio: { value: number; low: number; high: number };
  /** Permutation p-values: of the means, of the spread, and of both together. */
  meanP: number;
  spreadP: number;
  jointP: number;
  verdict: ComparisonVerdict;
  /** Which of the questions shows the difference, when there is one. */
  shownBy: 'offset' | 'spread' | null;
  /** Further runs in each set that would settle a difference as large as this; null when none needs be. */
  runsNeeded: number | null;
}

/** A comparison with what is worth saying of either set. */
export interface ComparedSets extends Comparison {
  /** Where the chance to hit of each set lies. */
  chances: [ChanceRange, ChanceRange];
}

type ComparisonVerdict = 'better' | 'worse' | 'different' | 'cannot tell';

/** A difference is called below this p-value. False alarms and power: see docs/mathematics.md. */
const DIFFERENCE_IS_REAL = 0.035;
/** Chances to hit that lie nearer together than this are alike, whatever the offsets say. */
const ALIKE = 0.02;
/** Two sets of offsets beside each other as {@link compareRuns} has them, each with its chance to hit. */
export function comparedSets(
  first: readonly Offset[],
  second: readonly Offset[],
  zone: Zone,
  seed: number,
): ComparedSets {
  return {
    ...compareRuns(first, second, zone, seed),
    chances: [chanceRange(first, zone), chanceRange(second, zone)],
  };
}

/** Where the chance to hit lies by runs alone. */
function chanceRange(offsets: readonly Offset[], zone: Zone): ChanceRange {
  const posterior = offsetPosterior(
    offsets.map((offset) => ({ offset, session: null })),
    usualScale(zone),
    zone.headingTolerance !== null,
    resolutionOf(offsets),
  );
  return rangeOf(chancesOf(posterior, zone, { along: 0, left: 0, turned: 0 }));
}

/** A comparison needs this many runs in each set. */
export const FEWEST_TO_COMPARE = 4;
/** The power that the number of runs needed is stated for. */
const POWER = 0.85;
/** Nobody drives more than this to settle a question. */
const MOST_NEEDED = 500;

/**
 * Compares two sets of offsets by permutation: the runs are dealt out to the two sets again and again,
 * and the share of deals that show as large a difference is the p-value, whatever the distribution.
 * The difference of means is the largest of along, left and, where the zone asks for it, heading, each in its own standard error; that
 * of the spread is the log ratio of the mean distances to the set's own centroid. There the distances
 * are dealt out: a difference of the means would otherwise widen both sets of a deal. The joint value
 * takes the rarer of both and counts how often a deal shows one as rare (min P; Westfall and Young, 1993).
 *
 * @param permutations more give finer p-values; the smallest possible is 1/(permutations + 1)
 * @throws RangeError with fewer than four runs in a set
 */
export function compareRuns(
  first: readonly Offset[],
  second: readonly Offset[],
  zone: Zone,
  seed: number,
  permutations = 4000,
): Comparison {
  if (Math.min(first.length, second.length) < FEWEST_TO_COMPARE) {
    throw new RangeError('A comparison needs at least four runs in each set.');
  }
  const summaries: [OffsetSummary, OffsetSummary] = [summarise(first), summarise(second)];
  // A heading that any zone takes decides nothing.
  const axes = zone.headingTolerance === null ? AXES.slice(0, 2) : AXES;
  const { meanP, spreadP, jointP } = permutationTests(first, second, axes, seed, permutations);
  const [before, after] = summaries;
  // By the fitted normal of each set: which hits more; how sure that is say the ranges.
  const gain = hitChance(zone, after, after.mean) - hitChance(zone, before, before.mean);
  const real = jointP < DIFFERENCE_IS_REAL;
  const difference = {
    along: meanDifference(before, after, 'along'),
    left: meanDifference(before, after, 'left'),
    turned: meanDifference(before, after, 'turned'),
  };
  return {
    counts: [first.length, second.length],
    summaries,
    difference,
    spreadRatio: spreadRatio(before, after),
    meanP,
    spreadP,
    jointP,
    verdict: !real
      ? 'cannot tell'
      : Math.abs(gain) < ALIKE
        ? 'different'
        : gain > 0
          ? 'better'
          : 'worse',
    shownBy: !real ? null : meanP <= spreadP ? 'offset' : 'spread',
    runsNeeded: real ? null : runsNeeded(before, after, axes),
  };
}

interface PermutationValues {
  meanP: number;
  spreadP: number;
  jointP: number;
}

function permutationTests(
  first: readonly Offset[],
  second: readonly Offset[],
  axes: readonly Axis[],
  seed: number,
  permutations: number,
): PermutationValues {
  const all = [...first, ...second];
  const n = all.length;
  const columns = axes.map((axis) => Float64Array.from(all, (offset) => offset[axis]));
  const distances = Float64Array.from([...ownDistances(first), ...ownDistances(second)]);
  const draw = uniform(seed);
  const order = Uint32Array.from({ length: n }, (_, i) => i);
  const means = new Float64Array(permutations + 1);
  const spreads = new Float64Array(permutations + 1);
  for (let deal = 0; deal <= permutations; deal++) {
    // The first deal is the one that happened.
    if (deal > 0) shuffleInPlace(order, draw);
    let largest = 0;
    for (const column of columns) {
      largest = Math.max(largest, studentised(column, order, first.length));
    }
    means[deal] = largest;
    spreads[deal] = Math.abs(
      logRatio(
        meanOf(distances, order, first.length, n),
        meanOf(distances, order, 0, first.length),
      ),
    );
  }
  // Both questions in one: each deal counts by the rarer of its two differences.
  const meanRanks = sharesAsLarge(means);
  const spreadRanks = sharesAsLarge(spreads);
  const joint = meanRanks.map(
    (rank, i) => -Math.min(rank / MEAN_SHARE, spreadRanks[i]! / (1 - MEAN_SHARE)),
  );
  return { meanP: meanRanks[0]!, spreadP: spreadRanks[0]!, jointP: sharesAsLarge(joint)[0]! };
}

/**
 * Share of the false alarms that the question about the means may use up: most, because an offset is what
 * most changes are about. With it a shift of 1.2 standard deviations shows in 88 % of 20 + 20 runs.
 */
const MEAN_SHARE = 0.85;

/**
 * Size of the difference of the means of a deal in its own standard error, which the two sets need not share: so
 * the test keeps its rate when they spread differently (E. Chung and J. P. Romano, Annals of Statistics 41, 2013).
 */
function studentised(values: Float64Array, order: Uint32Array, split: number): number {
  const [a, b] = [
    momentsOf(values, order, 0, split),
    momentsOf(values, order, split, order.length),
  ];
  const gap = Math.abs(b.mean - a.mean);
  const error = a.squares / (a.count - 1) / a.count + b.squares / (b.count - 1) / b.count;
  if (error > 0) return gap / Math.sqrt(error);
  return gap === 0 ? 0 : Infinity;
}

function momentsOf(values: Float64Array, order: Uint32Array, from: number, to: number) {
  const count = to - from;
  const mean = meanOf(values, order, from, to);
  let squares = 0;
  for (let i = from; i < to; i++) squares += (values[order[i]!]! - mean) ** 2;
  return { count, mean, squares };
}

/** Distances to the own centroid, to which a set of n runs lies √(1 − 1/n) nearer than to the true one. */
function ownDistances(offsets: readonly Offset[]): number[] {
  const n = offsets.length;
  const along = offsets.reduce((sum, offset) => sum + offset.along, 0) / n;
  const left = offsets.reduce((sum, offset) => sum + offset.left, 0) / n;
  const scale = 1 / Math.sqrt(1 - 1 / n);
  return offsets.map((offset) => scale * Math.hypot(offset.along - along, offset.left - left));
}

function meanOf(values: Float64Array, order: Uint32Array, from: number, to: number): number {
  let sum = 0;
  for (let i = from; i < to; i++) sum += values[order[i]!]!;
  return sum / (to - from);
}

function logRatio(second: number, first: number): number {
  if (second === first) return 0;
  return second === 0 || first === 0 ? Infinity : Math.log(second / first);
}

function varianceOf(summary: OffsetSummary, axis: Axis): number {
  return axis === 'turned' ? summary.turnedSpread ** 2 : summary.covariance[axis];
}

/** Difference of two means with its interval; the spreads need not be equal (Welch, 1947). */
function meanDifference(before: OffsetSummary, after: OffsetSummary, axis: Axis): Estimate {
  const a = varianceOf(before, axis) / before.count;
  const b = varianceOf(after, axis) / after.count;
  const value = after.mean[axis] - before.mean[axis];
  const standardError = Math.sqrt(a + b);
  if (standardError === 0) return { value, standardError, low: value, high: value };
  const degreesOfFreedom =
    (a + b) ** 2 / (a ** 2 / (before.count - 1) + b ** 2 / (after.count - 1));
  const margin = studentQuantile(0.975, degreesOfFreedom) * standardError;
  return { value, standardError, low: value - margin, high: value + margin };
}

/**
 * Ratio of the spreads √(tr S): F with Satterthwaite's degrees of freedom, which are 2(n − 1) for a
 * round cloud and n − 1 for a flat one.
 */
function spreadRatio(
  before: OffsetSummary,
  after: OffsetSummary,
): { value: number; low: number; high: number } {
  const trace = ({ covariance }: OffsetSummary) => covariance.along + covariance.left;
  const freedom = (summary: OffsetSummary) => {
    const { along, left, cross } = summary.covariance;
    const squares = along * along + left * left + 2 * cross * cross;
    return squares === 0 ? 1 : ((summary.count - 1) * trace(summary) ** 2) / squares;
  };
  if (trace(before) === 0)
    return { value: trace(after) === 0 ? 1 : Infinity, low: 0, high: Infinity };
  const ratio = trace(after) / trace(before);
  const [numerator, denominator] = [freedom(after), freedom(before)];
  return {
    value: Math.sqrt(ratio),
    low: Math.sqrt(ratio / fisherQuantile(0.975, numerator, denominator)),
    high: Math.sqrt(ratio / fisherQuantile(0.025, numerator, denominator)),
  };
}

/**
 * Runs that each set still needs to call a difference as large as the one seen in 85 % of cases: the
 * normal approximation for the axis that differs most and for the log ratio of the spreads.
 */
function runsNeeded(
  before: OffsetSummary,
  after: OffsetSummary,
  axes: readonly Axis[],
): number | null {
  const z =
    normalQuantile(1 - (MEAN_SHARE * DIFFERENCE_IS_REAL) / axes.length / 2, 0, 1) +
    normalQuantile(POWER, 0, 1);
  const effects = axes.map((axis) => {
    const pooled = Math.sqrt((varianceOf(before, axis) + varianceOf(after, axis)) / 2);
    return pooled === 0 ? 0 : Math.abs(after.mean[axis] - before.mean[axis]) / pooled;
  });
  const forMeans = 2 * (z / Math.max(...effects)) ** 2;
  const { value } = spreadRatio(before, after);
  // The log of a standard deviation of n runs in two directions has a variance of about 1/(4n).
  const forSpread = value > 0 && value !== Infinity ? (z / Math.log(value)) ** 2 / 2 : Infinity;
  const wanted = Math.ceil(Math.min(forMeans, forSpread));
  const have = Math.min(before.count, after.count);
  return wanted > MOST_NEEDED ? null : Math.max(1, wanted - have);
}
