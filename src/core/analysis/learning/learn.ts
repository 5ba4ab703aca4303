import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import { LuDecomposition, Matrix } from 'ml-matrix';
import type { Knowledge } from '../../robot/knowledge.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { observationsOf, type DrivenPlan, type Observations } from './observations.ts';

/** What runs tell of one thing that may be off: a number of the robot, or how it is put down at a start. */
export interface LearnedCause {
  /** Path of the number, or `start.<place>.<axis>`. */
  cause: string;
  /** Standard deviation before the runs. */
  before: number;
  /** What it is off by: mean, standard deviation and 95 % interval. */
  deviation: number;
  spread: number;
  low: number;
  high: number;
  /** Whether the routes show it at all. */
  seen: boolean;
  /** How likely it is that this one alone is wrong by more than was thought. */
  chance: number;
  /** What it is off by if it is the one. */
  ifAlone: number;
}

/** Causes that these routes cannot tell apart: they move all checkpoints in the same way. */
interface Suspects {
  /** Most likely first. */
  causes: LearnedCause[];
  /** How likely it is that one of them alone is wrong. */
  chance: number;
}

/** What all runs together tell of a robot. */
export interface Learned {
  /** Runs that count, and those of them that a camera saw move by move. */
  runs: number;
  seen: number;
  /** Most likely first; what the routes do not show is under no suspicion. */
  suspects: Suspects[];
  /** All causes, in the order in which they were asked about. */
  causes: LearnedCause[];
  /** How likely it is that nothing is more wrong than was thought. */
  nothing: number;
  /** Covariance of the deviations after the runs, in the order of the causes. */
  covariance: number[][];
}

/**
 * A number that is wrong is so by about this many of its spreads, and the others then by this share of theirs: among two
 * dozen numbers that is, on the whole, as far as they are said to be off.
 */
const WRONG_BY = 3;
const OTHERS_BY = 0.5;
/** That nothing is wrong is as likely before as that something is. */
const NOTHING_BEFORE = 0.5;
/** A number whose spread the runs leave as it was by more than this share cannot be seen on these routes. */
const UNSEEN = 0.9;
/** Causes whose effects point this much the same way, as a cosine, look alike. */
const ALIKE = 0.95;
/** The ends are worked out again at what was learned, because they are not straight lines. */
const PASSES = 2;

/**
 * Numbers of a robot from its runs: y = h(plan, θ) + session + noise, with what is known before, by least squares
 * about the noise-free run (Gauss and Newton), under each of the assumptions that one cause is wrong by more than was
 * thought and under the one that none is; what comes out is weighed by how likely each makes the runs. See
 * docs/mathematics.md, “What is not known of the robot”.
 *
 * @param driven plans with their runs, all of this setup
 * @returns null without a run that was measured
 */
export function learn(
  driven: readonly DrivenPlan[],
  setup: RobotParameters,
  known: Knowledge,
): Learned | null {
  const observed = observationsOf(driven, setup, known);
  if (observed.residuals.length === 0) return null;
  let { residuals } = observed;
  let result = weighed(observed, residuals);
  for (let pass = 1; pass < PASSES; pass++) {
    // Where the straight lines end beside the run with these deviations, the difference goes to the data.
    const at = Object.fromEntries(result.causes.map(({ cause, deviation }) => [cause, deviation]));
    const deviations = Matrix.columnVector(observed.causes.map((cause) => at[cause]!));
    const straight = observed.effects.mmul(deviations).to1DArray();
    const bent = observed.expected(at);
    residuals = observed.residuals.map((value, i) => value - bent[i]! + straight[i]!);
    result = weighed(observed, residuals);
  }
  return result;
}

/** The causes under every assumption, weighed. */
function weighed(
  { causes, prior, effects, runs, seen: watched }: Observations,
  residuals: readonly number[],
): Learned {
  const told = dataOf(effects, residuals);
  const before = causes.map((_, i) => Math.sqrt(prior.get(i, i)));
  const asThought = evidenceOf(told, prior);
  const left = covarianceOf(asThought);
  const seen = causes.map((_, i) => Math.sqrt(Math.max(0, left.get(i, i))) < UNSEEN * before[i]!);
  const good = evidenceOf(told, Matrix.mul(prior, OTHERS_BY ** 2));
  const groups = alike(asThought.information, seen);
  const models = groups.flatMap((group) =>
    group.map((j) => {
      const extra = (WRONG_BY ** 2 - OTHERS_BY ** 2) * prior.get(j, j);
      const model = widened(good, j, extra);
      // What looks alike is one suspect before, however many causes it has.
      const share = (1 - NOTHING_BEFORE) / (groups.length * group.length);
      return { j, log: model.log + Math.log(share), model };
    }),
  );
  // Nothing is wrong: all are off as was thought, or they are better than that.
  const none = Math.log((models.length === 0 ? 1 : NOTHING_BEFORE) / 2);
  const assumptions = [
    { j: null, log: asThought.log + none, model: asThought },
    { j: null, log: good.log + none, model: good },
    ...models,
  ];
  const most = Math.max(...assumptions.map(({ log }) => log));
  const total = assumptions.reduce((sum, { log }) => sum + Math.exp(log - most), 0);
  const parts = assumptions.map(({ j, log, model }) => ({
    j,
    weight: Math.exp(log - most) / total,
    mean: meanOf(model),
    covariance: covarianceOf(model),
  }));
  const means = causes.map((_, i) =>
    parts.reduce((sum, { weight, mean }) => sum + weight * mean[i]!, 0),
  );
  const covariance = causes.map((_, i) =>
    causes.map((_, k) =>
      parts.reduce(
        (sum, { weight, mean, covariance: own }) =>
          sum + weight * (own.get(i, k) + (mean[i]! - means[i]!) * (mean[k]! - means[k]!)),
        0,
      ),
    ),
  );
  const learned = causes.map((cause, i): LearnedCause => {
    const mixture = parts.map(({ weight, mean, covariance: own }) => ({
      weight,
      mean: mean[i]!,
      spread: Math.sqrt(Math.max(0, own.get(i, i))),
    }));
    const alone = parts.find(({ j }) => j === i);
    return {
      cause,
      before: before[i]!,
      deviation: means[i]!,
      spread: Math.sqrt(Math.max(0, covariance[i]![i]!)),
      low: quantileOf(mixture, 0.025),
      high: quantileOf(mixture, 0.975),
      seen: seen[i]!,
      chance: alone?.weight ?? 0,
      ifAlone: alone?.mean[i] ?? 0,
    };
  });
  return {
    runs,
    seen: watched,
    suspects: groups
      .map((members): Suspects => {
        const own = members.map((i) => learned[i]!).sort((a, b) => b.chance - a.chance);
        return { causes: own, chance: own.reduce((sum, { chance }) => sum + chance, 0) };
      })
      .sort((a, b) => b.chance - a.chance),
    causes: learned,
    nothing: parts[0]!.weight + parts[1]!.weight,
    covariance,
  };
}

/** All that the runs say of the causes under one assumption of how far these are off before. */
interface Evidence {
  prior: Matrix;
  /** effectsᵀ · V⁻¹ · effects and effectsᵀ · V⁻¹ · residuals, V the covariance of the residuals. */
  information: Matrix;
  pull: Matrix;
  /** Logarithm of how likely it makes the residuals, up to what all assumptions share. */
  log: number;
}

/** All that many residuals say, in as many rows as there are causes. */
interface Data {
  /** effectsᵀ · effects, effectsᵀ · residuals, and the sum of the squared residuals. */
  weights: Matrix;
  pull: Matrix;
  squares: number;
}

function dataOf(effects: Matrix, residuals: readonly number[]): Data {
  const turned = effects.transpose();
  return {
    weights: turned.mmul(effects),
    pull: turned.mmul(Matrix.columnVector([...residuals])),
    squares: residuals.reduce((sum, value) => sum + value ** 2, 0),
  };
}

/** With V = 1 + effects · prior · effectsᵀ, whose inverse Woodbury's identity takes in the space of the causes. */
function evidenceOf({ weights, pull, squares }: Data, prior: Matrix): Evidence {
  const inner = new LuDecomposition(Matrix.add(Matrix.eye(prior.rows), weights.mmul(prior)));
  const pulled = inner.solve(pull);
  const determinant = inner.upperTriangularMatrix
    .diagonal()
    .reduce((sum, value) => sum + Math.log(Math.abs(value)), 0);
  return {
    prior,
    information: inner.solve(weights),
    pull: pulled,
    log: (pull.dot(prior.mmul(pulled)) - squares - determinant) / 2,
  };
}

/** The same when cause `j` has this much more variance before: Sherman and Morrison. */
function widened({ prior, information, pull, log }: Evidence, j: number, extra: number): Evidence {
  const over = 1 + extra * information.get(j, j);
  const column = information.getColumnVector(j);
  const factor = extra / over;
  const wider = prior.clone();
  wider.set(j, j, wider.get(j, j) + extra);
  return {
    prior: wider,
    information: Matrix.sub(information, column.mmul(column.transpose()).mul(factor)),
    pull: Matrix.sub(pull, Matrix.mul(column, factor * pull.get(j, 0))),
    log: log - Math.log(over) / 2 + (factor * pull.get(j, 0) ** 2) / 2,
  };
}

function meanOf({ prior, pull }: Evidence): number[] {
  return prior.mmul(pull).to1DArray();
}

function covarianceOf({ prior, information }: Evidence): Matrix {
  return Matrix.sub(prior, prior.mmul(information).mmul(prior));
}

/**
 * Causes that are seen, together with all that move the checkpoints in the same way: of two that look alike one may be
 * known too well to be seen, and yet be the one that is wrong.
 */
function alike(information: Matrix, seen: readonly boolean[]): number[][] {
  const groups: number[][] = [];
  const order = [...seen.keys()].sort((a, b) => Number(seen[b]) - Number(seen[a]));
  for (const i of order) {
    const group = groups.find(([first]) => {
      const both = information.get(first!, first!) * information.get(i, i);
      return both > 0 && Math.abs(information.get(first!, i)) > ALIKE * Math.sqrt(both);
    });
    if (group !== undefined) group.push(i);
    else if (seen[i]) groups.push([i]);
  }
  return groups;
}

/** Where a share of a mixture of normal distributions lies below, by halving. */
function quantileOf(
  parts: readonly { weight: number; mean: number; spread: number }[],
  share: number,
): number {
  const reach = 8 * Math.max(...parts.map(({ spread }) => spread));
  let low = Math.min(...parts.map(({ mean }) => mean)) - reach;
  let high = Math.max(...parts.map(({ mean }) => mean)) + reach;
  for (let i = 0; i < 50; i++) {
    const middle = (low + high) / 2;
    const below = parts.reduce(
      (sum, { weight, mean, spread }) =>
        sum + weight * (spread > 0 ? normalCdf(middle, mean, spread) : Number(mean < middle)),
      0,
    );
    if (below < share) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
