import { Matrix, solve } from 'ml-matrix';
import type { Offset } from '../../field/field.ts';
import { mean } from '../../mathematics/sample.ts';
import { summarise } from './summary.ts';
import { wilsonInterval, type ChanceInterval } from '../../mathematics/wilson.ts';

/** Regions whose coverage is checked. */
export const LEVELS = [0.5, 0.8, 0.95] as const;

/** How many measured runs lie in the region of the forecast that should hold a share of them. */
export interface Coverage {
  level: (typeof LEVELS)[number];
  inside: number;
  runs: number;
  /** Where the true share lies. */
  interval: ChanceInterval;
  /** Whether the interval holds the level. */
  honest: boolean;
}

/**
 * Coverage of a forecast: which share of the measured runs lies inside the ellipses that hold 50, 80 and
 * 95 % of the simulated ones. The ellipses' sizes come from the simulated runs themselves, so the
 * forecast need not be normal.
 *
 * @param forecast simulated offsets at the checkpoint, at least three
 * @param atMeasuredMean lays the forecast over the mean of the measured runs: judges the spread alone
 */
export function coverage(
  measured: readonly Offset[],
  forecast: readonly Offset[],
  atMeasuredMean: boolean,
): Coverage[] {
  const summary = summarise(forecast);
  const distance = squaredDistance(summary.covariance);
  const simulated = forecast
    .map((offset) => distance(offset.along - summary.mean.along, offset.left - summary.mean.left))
    .sort((a, b) => a - b);
  const middle =
    atMeasuredMean && measured.length > 0
      ? {
          along: mean(measured.map(({ along }) => along)),
          left: mean(measured.map(({ left }) => left)),
        }
      : summary.mean;
  // About their own mean n runs lie nearer, by √(1 − 1/n).
  const n = measured.length;
  const own = atMeasuredMean && n > 1 ? n / (n - 1) : 1;
  const distances = measured.map(
    (offset) => own * distance(offset.along - middle.along, offset.left - middle.left),
  );
  return LEVELS.map((level) => {
    const limit = simulated[Math.min(simulated.length - 1, Math.floor(level * simulated.length))]!;
    const inside = distances.filter((one) => one <= limit).length;
    const interval = wilsonInterval(inside, n);
    return {
      level,
      inside,
      runs: n,
      interval,
      honest: interval.low <= level && level <= interval.high,
    };
  });
}

function squaredDistance({ along, left, cross }: { along: number; left: number; cross: number }) {
  // A forecast without spread in one direction still has the ruler's.
  const a = along + 0.01;
  const b = left + 0.01;
  const determinant = a * b - cross * cross;
  return (x: number, y: number) => (b * x * x - 2 * cross * x * y + a * y * y) / determinant;
}

/** A covariance of the place as three numbers, mm². */
export interface PlaceCovariance {
  along: number;
  left: number;
  cross: number;
}

/** What one source adds at a checkpoint, and by how much the log says it should be scaled. */
export interface SourceFit<Source> {
  source: Source;
  /** Standard deviation that it gives the place, as the setup has it and as fitted, mm. */
  before: number;
  after: number;
  /** Factor on the setup's noise numbers of this source. */
  factor: number;
}

/** How far a factor on a variance may be estimated to be from 1 without data: 1 ± this. */
const PRIOR_SPREAD = 0.8;
/** The same for a source that no number of the setup can change. */
const FIXED_SPREAD = 1e-4;
/** Factors on a variance stay between these. */
const SMALLEST = 0.01;
const LARGEST = 100;
const PASSES = 12;

/**
 * Fits the noise levels to the log: factors k on the variance of each source such that Σ k·C fits the
 * measured covariance S. Least squares weighted by the sampling errors of S (Wishart, with n − 1 degrees
 * of freedom), with a prior of k about 1 that decides between sources which the data cannot tell apart.
 *
 * @param sources covariance of the place that each source gives at the checkpoint
 * @param n runs from which `measured` was found
 */
export function fitSources<Source>(
  sources: readonly { source: Source; covariance: PlaceCovariance; fixed?: boolean }[],
  measured: PlaceCovariance,
  n: number,
): SourceFit<Source>[] {
  const rows = sources.map(({ covariance }) => vectorOf(covariance));
  const wanted = vectorOf(measured);
  let factors = sources.map(() => 1);
  for (let pass = 0; pass < PASSES; pass++) {
    // The sampling error grows with the variance, for which the fit of the last pass stands in.
    const total = [0, 1, 2].map((i) =>
      rows.reduce((sum, row, s) => sum + factors[s]! * row[i]!, 0),
    );
    const weights = samplingVariance(total as [number, number, number], n).map((v) => 1 / v);
    const size = sources.length;
    const normal = Matrix.zeros(size, size);
    const pull = Matrix.zeros(size, 1);
    for (let s = 0; s < size; s++) {
      const belief = 1 / (sources[s]!.fixed === true ? FIXED_SPREAD : PRIOR_SPREAD) ** 2;
      normal.set(s, s, belief);
      pull.set(s, 0, belief);
      for (let i = 0; i < 3; i++) {
        pull.set(s, 0, pull.get(s, 0) + rows[s]![i]! * weights[i]! * wanted[i]!);
        for (let t = 0; t < size; t++) {
          normal.set(s, t, normal.get(s, t) + rows[s]![i]! * weights[i]! * rows[t]![i]!);
        }
      }
    }
    const solution = solve(normal, pull);
    factors = factors.map((_, s) => Math.min(LARGEST, Math.max(SMALLEST, solution.get(s, 0))));
  }
  return sources.map(({ source, covariance }, s) => {
    const before = Math.sqrt(covariance.along + covariance.left);
    const factor = Math.sqrt(factors[s]!);
    return { source, before, after: factor * before, factor };
  });
}

function vectorOf({ along, left, cross }: PlaceCovariance): [number, number, number] {
  return [along, left, cross];
}

/** Variances of the members of a sample covariance of n normal runs. */
function samplingVariance([a, b, c]: [number, number, number], n: number): number[] {
  const freedom = Math.max(1, n - 1);
  const least = 1e-6;
  return [
    Math.max(least, (2 * a * a) / freedom),
    Math.max(least, (2 * b * b) / freedom),
    Math.max(least, (a * b + c * c) / freedom),
  ];
}
