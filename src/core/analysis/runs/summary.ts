import fCdf from '@stdlib/stats-base-dists-f-cdf';
import { Matrix, solve } from 'ml-matrix';
import type { Offset } from '../../field/field.ts';
import { fisherQuantile } from '../../mathematics/quantiles.ts';

/** Symmetric matrix of the position: along, left, in mm². */
interface Covariance {
  along: number;
  left: number;
  cross: number;
}

/** How offsets at one checkpoint spread. */
export interface OffsetSpread {
  covariance: Covariance;
  /** Heading spread, rad, and its covariances with along and left, mm·rad. */
  turnedSpread: number;
  turnedWithAlong: number;
  turnedWithLeft: number;
}

/** Offsets of several runs at one checkpoint, summed up. Needs at least two runs. */
export interface OffsetSummary extends OffsetSpread {
  count: number;
  mean: Offset;
  /** |mean|, mm: accuracy AP of ISO 9283. */
  accuracy: number;
  /** l̄ + 3·S_l, mm: repeatability RP of ISO 9283, l being the distances to the mean. */
  repeatability: number;
}

/** An ellipse in the target's frame: half axes in mm, direction of the first in rad. */
export interface Ellipse {
  along: number;
  left: number;
  major: number;
  minor: number;
  direction: number;
}

/** Sums up the offsets of at least two runs; throws a RangeError on fewer. */
export function summarise(offsets: readonly Offset[]): OffsetSummary {
  const count = offsets.length;
  if (count < 2) throw new RangeError('A summary needs at least two runs.');
  const mean = {
    along: average(offsets.map((offset) => offset.along)),
    left: average(offsets.map((offset) => offset.left)),
    turned: average(offsets.map((offset) => offset.turned)),
  };
  const covary = (a: keyof Offset, b: keyof Offset) =>
    offsets.reduce((sum, o) => sum + (o[a] - mean[a]) * (o[b] - mean[b]), 0) / (count - 1);
  const distances = offsets.map((o) => Math.hypot(o.along - mean.along, o.left - mean.left));
  const meanDistance = average(distances);
  const distanceSpread = Math.sqrt(
    distances.reduce((sum, d) => sum + (d - meanDistance) ** 2, 0) / (count - 1),
  );
  return {
    count,
    mean,
    covariance: {
      along: covary('along', 'along'),
      left: covary('left', 'left'),
      cross: covary('along', 'left'),
    },
    turnedSpread: Math.sqrt(covary('turned', 'turned')),
    turnedWithAlong: covary('turned', 'along'),
    turnedWithLeft: covary('turned', 'left'),
    accuracy: Math.hypot(mean.along, mean.left),
    repeatability: meanDistance + 3 * distanceSpread,
  };
}

/**
 * The ellipse that holds a future run with this confidence: Hotelling's prediction region, which is
 * wider than the ellipse of a known normal because mean and covariance are estimated.
 * Null with fewer than 3 runs.
 */
export function predictionEllipse(summary: OffsetSummary, confidence = 0.95): Ellipse | null {
  const n = summary.count;
  if (n < 3) return null;
  const scale = ((2 * (n - 1) * (n + 1)) / (n * (n - 2))) * fisherQuantile(confidence, 2, n - 2);
  return ellipseOf(summary, scale);
}

/** The ellipse that holds the true mean offset with this confidence; null with fewer than 3 runs. */
export function meanEllipse(summary: OffsetSummary, confidence = 0.95): Ellipse | null {
  const n = summary.count;
  if (n < 3) return null;
  const scale = ((2 * (n - 1)) / (n * (n - 2))) * fisherQuantile(confidence, 2, n - 2);
  return ellipseOf(summary, scale);
}

/**
 * p-value of Hotelling's test that the true mean offset is zero: small when the offset is real and not the chance
 * of a few runs. Asked in the directions in which the runs differ at all: an axis that was always typed as 0 was
 * not measured, and says nothing. 1 with too few runs, or where nothing differs.
 *
 * @param heading whether the heading is asked for too
 * @param weight by how many runs the mean is known; fewer than there are when it is compared with another mean
 */
export function offsetPValue(
  summary: OffsetSummary,
  heading = false,
  weight = summary.count,
): number {
  const { count: n, mean, covariance } = summary;
  const rows = [
    { value: mean.along, with: [covariance.along, covariance.cross, summary.turnedWithAlong] },
    { value: mean.left, with: [covariance.cross, covariance.left, summary.turnedWithLeft] },
    {
      value: mean.turned,
      with: [summary.turnedWithAlong, summary.turnedWithLeft, summary.turnedSpread ** 2],
    },
  ];
  const axes = [0, 1, ...(heading ? [2] : [])].filter((axis) => rows[axis]!.with[axis]! > 0);
  const p = axes.length;
  if (p === 0 || n <= p) return 1;
  const deviations = axes.map((axis) => Math.sqrt(rows[axis]!.with[axis]!));
  // In standard deviations, so that millimetres and radians lie in one range.
  const scaled = new Matrix(
    axes.map((i, a) => axes.map((j, b) => rows[i]!.with[j]! / deviations[a]! / deviations[b]!)),
  );
  const middle = Matrix.columnVector(axes.map((axis, a) => rows[axis]!.value / deviations[a]!));
  // Readings that all lie on a line are told apart from it by the ruler's last bit.
  for (let a = 0; a < p; a++) scaled.set(a, a, scaled.get(a, a) + 1e-12);
  const squared = weight * middle.transpose().mmul(solve(scaled, middle)).get(0, 0);
  return 1 - fCdf((squared * (n - p)) / (p * (n - 1)), p, n - p);
}

/**
 * p-value of the test that two middles differ by nothing, when their runs need not spread alike: Hotelling's T² with
 * the degrees of freedom of K. Krishnamoorthy and J. Yu (Statistics & Probability Letters 66, 2004). Asked in the
 * directions in which either set differs; 1 where neither does.
 *
 * @param difference of the two means, mm
 */
export function differencePValue(
  difference: Pick<Offset, 'along' | 'left'>,
  ...sets: readonly [OffsetSpread & { count: number }, OffsetSpread & { count: number }]
): number {
  const axes = (['along', 'left'] as const).filter((axis) =>
    sets.some(({ covariance }) => covariance[axis] > 0),
  );
  const p = axes.length;
  if (p === 0) return 1;
  const errors = sets.map(({ covariance, count }) =>
    new Matrix(axes.map((a) => axes.map((b) => (a === b ? covariance[a] : covariance.cross)))).div(
      count,
    ),
  );
  const error = Matrix.add(errors[0]!, errors[1]!);
  // Readings that all lie on a line are told apart from it by the ruler's last bit.
  for (let a = 0; a < p; a++) error.set(a, a, error.get(a, a) * (1 + 1e-12) + 1e-12);
  const gap = Matrix.columnVector(axes.map((axis) => difference[axis]));
  const squared = gap.transpose().mmul(solve(error, gap)).get(0, 0);
  let doubt = 0;
  errors.forEach((one, i) => {
    const share = solve(error, one);
    doubt += (share.mmul(share).trace() + share.trace() ** 2) / (sets[i]!.count - 1);
  });
  const freedom = (p + p * p) / doubt;
  const rest = freedom - p + 1;
  return 1 - fCdf((squared * rest) / (freedom * p), p, rest);
}

function ellipseOf(summary: OffsetSummary, scale: number): Ellipse {
  const { along: a, left: b, cross: c } = summary.covariance;
  const middle = (a + b) / 2;
  const spread = Math.hypot((a - b) / 2, c);
  return {
    along: summary.mean.along,
    left: summary.mean.left,
    major: Math.sqrt(scale * (middle + spread)),
    minor: Math.sqrt(scale * Math.max(0, middle - spread)),
    direction: 0.5 * Math.atan2(2 * c, a - b),
  };
}

function average(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
