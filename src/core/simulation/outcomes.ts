import { toolPose } from '../robot/toolPose.ts';
import { wilsonInterval } from '../mathematics/wilson.ts';
import { offsetFrom, scores, type Offset } from '../field/field.ts';
import { checkpointsOf } from '../route/checkpoints.ts';
import { stepsOf, type Step } from '../route/plan.ts';
import { leastSquaresOfSums } from '../mathematics/leastSquares.ts';
import { cameBy, CONDITIONS, forecastPose, momentAfterMove, type Forecast } from './forecast.ts';
import type { Experiment } from './run.ts';
import { mean, standardDeviation } from '../mathematics/sample.ts';

/** What a forecast says of one checkpoint. */
export interface CheckpointOutcome {
  checkpointId: string;
  name: string;
  points: number;
  hits: number;
  /** Chance to hit with its 95 % interval (Wilson). */
  chance: number;
  low: number;
  high: number;
  mean: Offset;
  /** Standard deviations along and across the arrival, mm, and of the heading, rad. */
  spread: Offset;
  /** Numbers of the runs that missed, the first of them. */
  missed: number[];
  /** Share of the variance of the place that goes with each condition that chance gave, largest first. */
  sensitivity: { condition: (typeof CONDITIONS)[number]; share: number }[];
}

/** What a forecast says of one choice of two ways. */
export interface ChoiceOutcome {
  /** Its move, and its round where that is repeated. */
  moveId: string;
  round: number;
  /** What a robot without any noise would see. */
  expected: boolean;
  /** Share of the runs that saw yes. */
  yes: number;
  /** Share of the runs that went the wrong way, with its 95 % interval (Wilson). */
  wrong: { share: number; low: number; high: number };
}

/** A forecast summed up. */
export interface ForecastOutcomes {
  checkpoints: CheckpointOutcome[];
  choices: ChoiceOutcome[];
  /** s: one run in twenty is quicker, half are, one in twenty is slower. */
  duration: { quick: number; middle: number; slow: number };
  /** Runs in which the robot ran into something, a reading was missing, or a move gave up. */
  collided: number;
  droppedOut: number;
  gaveUp: number;
}

/** Misses that are listed for a replay. */
const LISTED = 200;

export function outcomesOf(experiment: Experiment, forecast: Forecast): ForecastOutcomes {
  const { plan, field, estimated } = experiment;
  const steps = stepsOf(plan.moves);
  const checkpoints = checkpointsOf(plan).flatMap((checkpoint): CheckpointOutcome[] => {
    const model = field.models.find(({ id }) => id === checkpoint.modelId);
    if (model === undefined) return [];
    const at = steps.findIndex(({ move }) => move.id === checkpoint.id);
    const moment = momentAfterMove(at);
    const offsets: Offset[] = [];
    const missed: number[] = [];
    /** Runs that came by, in the order of their offsets. */
    const came: number[] = [];
    for (let run = 0; run < forecast.runs; run++) {
      // A run that was sent another way never comes here: it misses, and has no place.
      if (!cameBy(forecast, run, steps[at]!)) {
        missed.push(run);
        continue;
      }
      came.push(run);
      const offset = offsetFrom(
        model.zone,
        toolPose(estimated.body, forecastPose(forecast, run, moment)),
      );
      offsets.push(offset);
      if (!scores(model.zone, offset)) missed.push(run);
    }
    const hits = forecast.runs - missed.length;
    const { low, high } = wilsonInterval(hits, forecast.runs);
    return [
      {
        checkpointId: checkpoint.id,
        name: checkpoint.name,
        points: model.points,
        hits,
        chance: hits / forecast.runs,
        low,
        high,
        mean: each(offsets, mean),
        spread: each(offsets, standardDeviation),
        missed: missed.slice(0, LISTED),
        sensitivity: sensitivityOf(forecast, came, offsets),
      },
    ];
  });
  const durations = Float32Array.from(forecast.durations).sort();
  const quantile = (share: number) =>
    durations[Math.min(durations.length - 1, Math.floor(share * durations.length))] ?? 0;
  const count = (values: ArrayLike<number>) => {
    let sum = 0;
    for (let i = 0; i < values.length; i++) if (values[i]! > 0) sum++;
    return sum;
  };
  return {
    checkpoints,
    choices: choiceOutcomes(forecast, steps),
    duration: { quick: quantile(0.05), middle: quantile(0.5), slow: quantile(0.95) },
    collided: count(forecast.collisions),
    droppedOut: count(forecast.dropouts),
    gaveUp: count(forecast.timeLimits),
  };
}

function choiceOutcomes(forecast: Forecast, steps: readonly Step[]): ChoiceOutcome[] {
  const { looks, answers, runs } = forecast;
  return looks.map(({ step, expected }, look) => {
    let yes = 0;
    for (let run = 0; run < runs; run++) yes += answers[run * looks.length + look]!;
    const wrong = expected ? runs - yes : yes;
    const { low, high } = wilsonInterval(wrong, runs);
    const { move, round } = steps[step]!;
    return {
      moveId: move.id,
      round,
      expected,
      yes: yes / runs,
      wrong: { share: wrong / runs, low, high },
    };
  });
}

function each(offsets: readonly Offset[], of: (values: readonly number[]) => number): Offset {
  return {
    along: of(offsets.map(({ along }) => along)),
    left: of(offsets.map(({ left }) => left)),
    turned: of(offsets.map(({ turned }) => turned)),
  };
}

/**
 * How much of the spread of the place goes with each condition: a linear regression of along and left
 * on all of them; b²·variance of each over the whole variance. What is left is chance on the way.
 */
function sensitivityOf(
  forecast: Forecast,
  runs: readonly number[],
  offsets: readonly Offset[],
): CheckpointOutcome['sensitivity'] {
  const width = CONDITIONS.length;
  const columns = CONDITIONS.map((_, c) =>
    runs.map((run) => forecast.conditions[run * width + c]!),
  );
  const deviations = columns.map(standardDeviation);
  const varying = CONDITIONS.map((_, c) => c).filter((c) => deviations[c]! > 0);
  const size = varying.length + 1;
  const products = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  const alongSums = new Array<number>(size).fill(0);
  const leftSums = new Array<number>(size).fill(0);
  const row = new Array<number>(size).fill(1);
  offsets.forEach((offset, run) => {
    varying.forEach((c, i) => (row[i + 1] = columns[c]![run]! / deviations[c]!));
    for (let i = 0; i < size; i++) {
      alongSums[i]! += row[i]! * offset.along;
      leftSums[i]! += row[i]! * offset.left;
      for (let j = 0; j < size; j++) products[i]![j]! += row[i]! * row[j]!;
    }
  });
  const found = leastSquaresOfSums(products, [alongSums, leftSums]);
  if (found === null) return [];
  const [along, left] = found as [number[], number[]];
  const spread = each(offsets, standardDeviation);
  const whole = spread.along ** 2 + spread.left ** 2;
  return varying
    .map((c, i) => ({
      condition: CONDITIONS[c]!,
      share: whole > 0 ? (along[i + 1]! ** 2 + left[i + 1]! ** 2) / whole : 0,
    }))
    .sort((a, b) => b.share - a.share);
}
