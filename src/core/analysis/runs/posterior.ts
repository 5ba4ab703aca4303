import fCdf from '@stdlib/stats-base-dists-f-cdf';
import gamma from '@stdlib/random-base-gamma';
import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { zoneReach, type Offset, type Zone } from '../../field/field.ts';
import { standardDeviation } from '../../mathematics/sample.ts';
import { normal, uniform } from '../../mathematics/randomness.ts';
import { AXES } from './stability.ts';
import type { OffsetSpread } from './summary.ts';

/** Standard deviations of offsets, mm and rad. */
export interface OffsetScale {
  along: number;
  left: number;
  turned: number;
}

/** One way in which the runs may really come about, as far as the logged ones tell. */
export interface OffsetDraw {
  /** The middle of the runs of a next session. */
  mean: Offset;
  spread: OffsetSpread;
  /** Share of runs to which something odd happens: they spread {@link ODD} times as far. */
  odd: number;
}

/** What the logged runs tell of where the next ones end: draws that are equally likely. */
export interface OffsetPosterior {
  draws: readonly OffsetDraw[];
  /** For each run the chance that it is an odd one. */
  oddChance: readonly number[];
  /** The middle that an aim would move onto the target. */
  middle: Offset;
}

export interface PosteriorRun {
  offset: Offset;
  /** In which session it was driven; sessions may lie apart. */
  session: string | null;
}

/** How much farther odd runs spread than the others. */
export const ODD = 4;
/** What is thought of the share of odd runs before any is seen: a beta distribution, mean one in fifty. */
const ODD_BEFORE = { odd: 0.2, even: 9.8 };
/** Degrees of freedom of the half-t in which a standard deviation lies before a run is seen, and its scale over what is expected. */
const FREEDOM_BEFORE = 2;
const SCALE_BEFORE = 0.8;
/** Scale, in standard deviations, of the Cauchy distribution about the target in which the middle lies before. */
const AIMED_BEFORE = 0.4;
/** Sessions are expected to lie apart by this share of the spread within one. */
export const SESSION_SHARE = 0.3;
/** Draws: fewer of long series, of which less is unknown, so that they do not take longer. */
const MOST_DRAWS = 250;
const LEAST_DRAWS = 120;
const RUNS_DRAWN = 36_000;
/** Draws thrown away, while the first guess is forgotten. */
const BURN_IN = 30;
const SEED = 12;

/** What is expected of runs at a zone of which nothing is known: two fifths of its reach, and of its tolerance or 4°. */
export function usualScale(zone: Zone): OffsetScale {
  const place = 0.4 * zoneReach(zone);
  return { along: place, left: place, turned: 0.4 * (zone.headingTolerance ?? 0.17) };
}

/**
 * Draws of mean and spread given the runs, by Gibbs sampling of a contaminated normal.
 *
 * What is thought before a run is seen is weak and heavy-tailed, so that a few runs overrule it. Each standard
 * deviation is of the order of `expected`: a half-t (A. Huang and M. P. Wand, Bayesian Analysis 8, 2013). The
 * middle lies about the target, because somebody aimed at it: a Cauchy in standard deviations, as Jeffreys,
 * Zellner and Siow proposed for tests; a flat one would count the uncertainty of the middle as an offset
 * and call every chance too low. Odd runs weigh 1/16 and are found by the way (J. W. Tukey's contaminated
 * normal). Sessions have middles of their own, about a common one, when there are two or more. The scales
 * were chosen by the coverage of the chances that come out (tests/experiments/verdictRates.ts).
 *
 * @param runs at least two
 * @param heading whether the heading is judged
 * @param resolution what the places were read to, mm; rounding adds its twelfth to the squares
 */
export function offsetPosterior(
  runs: readonly PosteriorRun[],
  expected: OffsetScale,
  heading: boolean,
  resolution: number,
): OffsetPosterior {
  const names = heading ? AXES : AXES.slice(0, 2);
  const scales = names.map((name) => expected[name]);
  const d = names.length;
  const n = runs.length;
  const points = Float64Array.from(
    runs.flatMap(({ offset }) => names.map((name, j) => offset[name] / scales[j]!)),
  );
  const sampler = new Sampler(points, sessionsOf(runs), d, roundingOf(resolution, scales));
  const count = Math.round(Math.max(LEAST_DRAWS, Math.min(MOST_DRAWS, RUNS_DRAWN / n)));
  const draws: OffsetDraw[] = [];
  const oddCount = new Float64Array(n);
  const middle = new Float64Array(d);
  for (let i = -BURN_IN; i < count; i++) {
    sampler.step();
    if (i < 0) continue;
    for (let run = 0; run < n; run++) oddCount[run]! += sampler.isOdd[run]! / count;
    for (let j = 0; j < d; j++) middle[j]! += sampler.mean[j]! / count;
    draws.push({
      mean: offsetOf(sampler.nextMean(), scales),
      spread: spreadOf(sampler.covariance, scales),
      odd: sampler.oddShare,
    });
  }
  return { draws, oddChance: Array.from(oddCount), middle: offsetOf(middle, scales) };
}

/**
 * How often chance alone would put the middle of the next runs as far from the target: Hotelling's test with the
 * middle and its covariance over the draws, in which odd runs and differences between sessions are allowed for.
 */
export function middleIsReal(
  { draws, middle }: OffsetPosterior,
  heading: boolean,
  runs: number,
): number {
  const names = heading ? AXES : AXES.slice(0, 2);
  const d = names.length;
  if (runs <= d) return 1;
  const scales = names.map((name) => standardDeviation(draws.map(({ mean }) => mean[name])) || 1);
  const away = draws.map(({ mean }) =>
    names.map((name, j) => (mean[name] - middle[name]) / scales[j]!),
  );
  const covariance = Matrix.zeros(d, d);
  for (const row of away) {
    for (let i = 0; i < d; i++) {
      for (let j = 0; j < d; j++) {
        covariance.set(i, j, covariance.get(i, j) + (row[i]! * row[j]!) / draws.length);
      }
    }
  }
  const target = Float64Array.from(names, (name, j) => middle[name] / scales[j]!);
  const squared = distance(Float64Array.from(inverse(covariance).to1DArray()), target);
  return 1 - fCdf((squared * (runs - d)) / (d * (runs - 1)), d, runs - d);
}

/** Which session each run belongs to, by number; null when all are of one. */
function sessionsOf(runs: readonly PosteriorRun[]): Int32Array | null {
  const names = [...new Set(runs.map(({ session }) => session))];
  return names.length < 2 ? null : Int32Array.from(runs, ({ session }) => names.indexOf(session));
}

function roundingOf(resolution: number, scales: readonly number[]): number[] {
  return scales.map((scale, j) => (j < 2 ? (resolution / scale) ** 2 / 12 : 1e-6));
}

function offsetOf(values: Float64Array, scales: readonly number[]): Offset {
  const [along, left, turned = 0] = Array.from(values, (value, j) => value * scales[j]!);
  return { along: along!, left: left!, turned };
}

function spreadOf(covariance: Matrix, scales: readonly number[]): OffsetSpread {
  const at = (i: number, j: number) =>
    scales[i] === undefined || scales[j] === undefined
      ? 0
      : covariance.get(i, j) * scales[i] * scales[j];
  return {
    covariance: { along: at(0, 0), left: at(1, 1), cross: at(0, 1) },
    turnedSpread: Math.sqrt(at(2, 2)),
    turnedWithAlong: at(2, 0),
    turnedWithLeft: at(2, 1),
  };
}

/** The Gibbs sampler; lengths are in the expected standard deviations. */
class Sampler {
  readonly mean: Float64Array;
  covariance: Matrix;
  /** 1 for runs that are taken to be odd in this draw. */
  readonly isOdd: Float64Array;
  /** How much each run says: an odd one little. */
  private readonly weights: Float64Array;
  oddShare = 0.02;
  /** How much farther the middle may lie from the target than the runs from the middle, squared. */
  private room = 1;
  private readonly n: number;
  /** The runs, seen from the middles of their sessions. */
  private level: Float64Array;
  private readonly normal = normal(SEED, 0, 1);
  private readonly uniform = uniform(SEED, 0, 2);
  private readonly gamma = gamma.factory({ prng: this.uniform });
  private readonly within: Covariance;
  private readonly between: Covariance;
  /** How far each session lies from the common mean. */
  private readonly shifts: Float64Array[];

  constructor(
    private readonly points: Float64Array,
    private readonly sessions: Int32Array | null,
    private readonly d: number,
    private readonly rounding: readonly number[],
  ) {
    this.n = points.length / d;
    this.level = points;
    this.mean = new Float64Array(d);
    this.isOdd = new Float64Array(this.n);
    this.weights = new Float64Array(this.n).fill(1);
    this.covariance = Matrix.identity(d);
    this.within = new Covariance(d, SCALE_BEFORE);
    this.between = new Covariance(d, SESSION_SHARE);
    const count = sessions === null ? 0 : Math.max(...sessions) + 1;
    this.shifts = Array.from({ length: count }, () => new Float64Array(d));
  }

  /** The next draw of everything, given the one before. */
  step(): void {
    this.level = this.levelled();
    this.drawMeanAndCovariance();
    const precision = inverse(this.covariance);
    const flat = Float64Array.from(precision.to1DArray());
    this.room =
      1 / this.gamma((1 + this.d) / 2, (AIMED_BEFORE ** 2 + distance(flat, this.mean)) / 2);
    this.within.rescale(precision, this.gamma);
    this.findOdd(flat);
    if (this.sessions !== null) this.drawSessions(precision);
  }

  /** The mean of a session that is still to come. */
  nextMean(): Float64Array {
    if (this.sessions === null) return this.mean;
    const { root } = this.between;
    const z = Array.from({ length: this.d }, this.normal);
    return this.mean.map((value, j) => value + dot(root.getRow(j), z));
  }

  /** The runs as they would lie if all sessions had one middle. */
  private levelled(): Float64Array {
    const { points, sessions, shifts, d } = this;
    if (sessions === null) return points;
    return points.map((value, i) => value - shifts[sessions[Math.floor(i / d)]!]![i % d]!);
  }

  private drawMeanAndCovariance(): void {
    const { d, n, level, weights } = this;
    const middle = new Float64Array(d);
    let total = 0;
    for (let run = 0; run < n; run++) {
      const weight = weights[run]!;
      total += weight;
      for (let j = 0; j < d; j++) middle[j]! += weight * level[run * d + j]!;
    }
    for (let j = 0; j < d; j++) middle[j]! /= total;
    const products = new Float64Array(d * d);
    for (let run = 0; run < n; run++) {
      const weight = weights[run]!;
      for (let i = 0; i < d; i++) {
        const away = weight * (level[run * d + i]! - middle[i]!);
        for (let j = 0; j <= i; j++) {
          products[i * d + j]! += away * (level[run * d + j]! - middle[j]!);
        }
      }
    }
    const scatter = Matrix.zeros(d, d);
    // The middle is pulled towards the target as by a run of the weight 1/room.
    const pull = 1 / this.room;
    const drawn = (total * pull) / (total + pull);
    for (let i = 0; i < d; i++) {
      for (let j = 0; j <= i; j++) {
        const both = products[i * d + j]! + drawn * middle[i]! * middle[j]!;
        scatter.set(i, j, both);
        scatter.set(j, i, both);
      }
      scatter.set(i, i, scatter.get(i, i) + (n - 1) * this.rounding[i]!);
    }
    const root = this.within.draw(scatter, n, this.gamma, this.normal);
    this.covariance = root.mmul(root.transpose());
    const z = Array.from({ length: d }, this.normal);
    for (let j = 0; j < d; j++) {
      this.mean[j] =
        (total * middle[j]!) / (total + pull) + dot(root.getRow(j), z) / Math.sqrt(total + pull);
    }
  }

  /** Which runs are odd in this draw, and how many of all runs are. */
  private findOdd(precision: Float64Array): void {
    const { d, n, level } = this;
    const away = new Float64Array(d);
    const odds = Math.log(this.oddShare / (1 - this.oddShare)) - d * Math.log(ODD);
    let count = 0;
    for (let run = 0; run < n; run++) {
      for (let j = 0; j < d; j++) away[j] = level[run * d + j]! - this.mean[j]!;
      const log = odds + (distance(precision, away) / 2) * (1 - 1 / ODD ** 2);
      const isOdd = this.uniform() < 1 / (1 + Math.exp(-log)) ? 1 : 0;
      this.isOdd[run] = isOdd;
      this.weights[run] = isOdd === 1 ? 1 / ODD ** 2 : 1;
      count += isOdd;
    }
    const odd = this.gamma(ODD_BEFORE.odd + count, 1);
    const even = this.gamma(ODD_BEFORE.even + n - count, 1);
    this.oddShare = Math.min(0.5, Math.max(1e-9, odd / (odd + even)));
  }

  /** How far each session lies from the common mean, and how far sessions do. */
  private drawSessions(precision: Matrix): void {
    const { d, n } = this;
    const sessions = this.sessions!;
    const apart = inverse(this.between.covariance);
    const scatter = Matrix.zeros(d, d);
    for (const [s, shift] of this.shifts.entries()) {
      let total = 0;
      const sum = new Float64Array(d);
      for (let run = 0; run < n; run++) {
        if (sessions[run] !== s) continue;
        const weight = this.weights[run]!;
        total += weight;
        for (let j = 0; j < d; j++) sum[j]! += weight * (this.points[run * d + j]! - this.mean[j]!);
      }
      const covariance = inverse(Matrix.add(Matrix.mul(precision, total), apart));
      const pulled = covariance.mmul(precision.mmul(Matrix.columnVector(sum)));
      const root = rootOf(covariance);
      const z = Array.from({ length: d }, this.normal);
      for (let j = 0; j < d; j++) shift[j] = pulled.get(j, 0) + dot(root.getRow(j), z);
      for (let i = 0; i < d; i++) {
        for (let j = 0; j < d; j++) scatter.set(i, j, scatter.get(i, j) + shift[i]! * shift[j]!);
      }
    }
    this.between.draw(scatter, this.shifts.length, this.gamma, this.normal);
    this.between.rescale(inverse(this.between.covariance), this.gamma);
  }
}

/** A covariance whose standard deviations lie in a half-t about a scale; correlations may be any. */
class Covariance {
  covariance: Matrix;
  /** root · rootᵀ = covariance. */
  root: Matrix;
  /** The auxiliary scales of Huang and Wand. */
  private readonly scales: Float64Array;

  constructor(
    private readonly d: number,
    private readonly scale: number,
  ) {
    this.scales = new Float64Array(d).fill(scale ** 2);
    this.covariance = Matrix.identity(d).mul(scale ** 2);
    this.root = Matrix.identity(d).mul(scale);
  }

  /** An inverse-Wishart draw given the scatter of so many free values, by Bartlett's decomposition. */
  draw(
    scatter: Matrix,
    free: number,
    gammaOf: (shape: number, rate: number) => number,
    draw: () => number,
  ): Matrix {
    const { d } = this;
    const total = scatter.clone();
    for (let j = 0; j < d; j++) {
      total.set(j, j, total.get(j, j) + (2 * FREEDOM_BEFORE) / this.scales[j]!);
    }
    const freedom = FREEDOM_BEFORE + d - 1 + free;
    const bartlett = Matrix.zeros(d, d);
    for (let i = 0; i < d; i++) {
      bartlett.set(i, i, Math.sqrt(2 * gammaOf((freedom - i) / 2, 1)));
      for (let j = 0; j < i; j++) bartlett.set(i, j, draw());
    }
    this.root = rootOf(total).mmul(inverse(bartlett).transpose());
    this.covariance = this.root.mmul(this.root.transpose());
    return this.root;
  }

  rescale(precision: Matrix, gammaOf: (shape: number, rate: number) => number): void {
    for (let j = 0; j < this.d; j++) {
      const rate = FREEDOM_BEFORE * precision.get(j, j) + 1 / this.scale ** 2;
      this.scales[j] = 1 / gammaOf((FREEDOM_BEFORE + this.d) / 2, rate);
    }
  }
}

/** The lower triangle whose product with its transpose is the covariance, whose rounding need not be symmetric. */
function rootOf(covariance: Matrix): Matrix {
  const symmetric = Matrix.add(covariance, covariance.transpose()).mul(0.5);
  return new CholeskyDecomposition(symmetric).lowerTriangularMatrix;
}

/** Square of the Mahalanobis distance, by the inverse covariance row by row. */
function distance(precision: Float64Array, away: Float64Array): number {
  const d = away.length;
  let sum = 0;
  for (let i = 0; i < d; i++) {
    for (let j = 0; j < d; j++) sum += precision[i * d + j]! * away[i]! * away[j]!;
  }
  return sum;
}

function dot(row: readonly number[], column: readonly number[]): number {
  return row.reduce((sum, value, i) => sum + value * column[i]!, 0);
}
