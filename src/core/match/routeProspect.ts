import type { ChanceRange } from '../analysis/runs/chanceRange.ts';
import type { LoggedRun } from '../analysis/runs/measured.ts';
import { simulatedRanges } from '../analysis/unknowns/simulatedChance.ts';
import { offsetFrom, scores, type FieldModel } from '../field/field.ts';
import { mean, standardDeviation } from '../mathematics/sample.ts';
import { toolPose } from '../robot/toolPose.ts';
import { checkpointsOf, type Checkpoint } from '../route/checkpoints.ts';
import { stepsOf } from '../route/plan.ts';
import {
  cameBy,
  forecastPose,
  forecastRuns,
  momentAfterMove,
  type Forecast,
} from '../simulation/forecast.ts';
import type { Experiment } from '../simulation/run.ts';
import type { TypedTime } from './matchPlan.ts';

/** A logged run as a match sees it. */
export interface RunOfMatch extends LoggedRun {
  outcomes: readonly { modelId: string; hit: boolean; points: number | null }[];
  /** How long it took, s; null when nobody timed it. */
  seconds: number | null;
}

/** What may come of a route: what it brings at each model that it reaches. */
export interface RouteOutcome {
  chance: number;
  gained: { modelId: string; points: number; hit: boolean; full: number }[];
}

/** What a match has to know of a route. */
export interface RouteProspect {
  outcomes: RouteOutcome[];
  /** Where the chance to hit its last model lies. */
  chance: ChanceRange;
  /** Runs from which chances come, and when the newest was; without any they come from the forecast. */
  runs: number;
  newest: string | null;
  time: TypedTime;
  /** Runs from which the time comes; 0 for the forecast’s. */
  timed: number;
  /** Points of a run in which everything hits. */
  full: number;
}

/** What a run says of a route beside the forecast, which counts as one run: it says something even of none. */
const FORECAST_COUNTS = 1;
/** Simulated runs of a forecast. */
const RUNS = 300;
const SEED = 2718;
/** Runs that have to be timed before their own times say how long a route takes. */
const TIMED = 3;
/** No route always takes the same: its spread is at least this share of its time. */
const LEAST_SPREAD = 0.02;

/**
 * Chances, points and time of a route: by its runs where there are any, else by the forecast.
 *
 * @param judged where the chance lies by the verdict, which knows more of it than hits alone; null without one
 */
export function routeProspect(
  experiment: Experiment,
  runs: readonly RunOfMatch[],
  judged: ChanceRange | null,
): RouteProspect {
  const checkpoints = checkpointsOf(experiment.plan);
  const models = experiment.field.models.filter(({ id }) =>
    checkpoints.some(({ modelId }) => modelId === id),
  );
  const kept = runs.filter(({ setAside, outcomes }) => setAside === null && outcomes.length > 0);
  const forecast = forecastRuns(experiment, SEED, RUNS);
  const drawn = forecastOutcomes(experiment, forecast, checkpoints, models);
  const outcomes = pooled([
    ...drawn.map((gained) => ({ gained, weight: FORECAST_COUNTS / drawn.length })),
    ...kept.map((run) => ({ gained: gainedBy(run, models), weight: 1 })),
  ]);
  const last = checkpoints.at(-1);
  const chance =
    judged ??
    (last === undefined ? undefined : simulatedRanges(experiment, forecast)[last.id]) ??
    NOTHING_KNOWN;
  const seconds = kept.flatMap((run) => (run.seconds === null ? [] : [run.seconds]));
  return {
    outcomes: last === undefined ? outcomes : withChance(outcomes, last.modelId, chance.expected),
    chance,
    runs: kept.length,
    newest:
      kept
        .map(({ happenedAt }) => happenedAt)
        .toSorted()
        .at(-1) ?? null,
    ...timeOf(seconds, [...forecast.durations]),
    full: models.reduce((sum, { points }) => sum + points, 0),
  };
}

const NOTHING_KNOWN: ChanceRange = { expected: 0.5, low: 0, high: 1 };

/** What every simulated run reached. */
function forecastOutcomes(
  { plan, estimated }: Experiment,
  forecast: Forecast,
  checkpoints: readonly Checkpoint[],
  models: readonly FieldModel[],
): RouteOutcome['gained'][] {
  const steps = stepsOf(plan.moves);
  return Array.from({ length: forecast.runs }, (_, run) =>
    models.map(({ id, zone, points }) => {
      const hit = checkpoints.some((checkpoint) => {
        if (checkpoint.modelId !== id) return false;
        const at = steps.findIndex(({ move }) => move.id === checkpoint.id);
        if (!cameBy(forecast, run, steps[at]!)) return false;
        const end = forecastPose(forecast, run, momentAfterMove(at));
        return scores(zone, offsetFrom(zone, toolPose(estimated.body, end)));
      });
      return { modelId: id, hit, points: hit ? points : 0, full: points };
    }),
  );
}

/** What a logged run brought; a model that nobody judged brought nothing. */
function gainedBy(run: RunOfMatch, models: readonly FieldModel[]): RouteOutcome['gained'] {
  return models.map(({ id, points }) => {
    const outcome = run.outcomes.find(({ modelId }) => modelId === id);
    const hit = outcome?.hit ?? false;
    return { modelId: id, hit, points: outcome?.points ?? (hit ? points : 0), full: points };
  });
}

/** The same outcomes together, with the share that each has. */
function pooled(
  all: readonly { gained: RouteOutcome['gained']; weight: number }[],
): RouteOutcome[] {
  const total = all.reduce((sum, { weight }) => sum + weight, 0);
  const found = new Map<string, RouteOutcome>();
  for (const { gained, weight } of all) {
    const key = JSON.stringify(gained);
    const before = found.get(key)?.chance ?? 0;
    found.set(key, { gained, chance: before + weight / total });
  }
  return [...found.values()];
}

/**
 * The same outcomes such that a model is reached with a chance: those that reach it are likelier by as much, those that do
 * not less. Where all of them do, or none, what else comes of the route is as it is.
 */
export function withChance(
  outcomes: readonly RouteOutcome[],
  modelId: string,
  chance: number,
): RouteOutcome[] {
  const reaches = ({ gained }: RouteOutcome) =>
    gained.some((one) => one.modelId === modelId && one.hit);
  const hits = outcomes.filter(reaches);
  const misses = outcomes.filter((one) => !reaches(one));
  const scaled = (some: readonly RouteOutcome[], to: number) => {
    const now = some.reduce((sum, one) => sum + one.chance, 0);
    return some.map((one) => ({ ...one, chance: (one.chance * to) / now }));
  };
  return [
    ...scaled(hits.length > 0 ? hits : flipped(misses, modelId), chance),
    ...scaled(misses.length > 0 ? misses : flipped(hits, modelId), 1 - chance),
  ].filter((one) => one.chance > 0);
}

/** The same but for one model, which is reached where it was not, and not where it was. */
function flipped(outcomes: readonly RouteOutcome[], modelId: string): RouteOutcome[] {
  return outcomes.map(({ chance, gained }) => ({
    chance,
    gained: gained.map((one) =>
      one.modelId === modelId ? { ...one, hit: !one.hit, points: one.hit ? 0 : one.full } : one,
    ),
  }));
}

/** How long the next run takes: by runs that were timed, else by simulated ones. */
function timeOf(
  seconds: readonly number[],
  simulated: readonly number[],
): Pick<RouteProspect, 'time' | 'timed'> {
  const timed = seconds.length >= TIMED;
  const from = timed ? seconds : simulated;
  const middle = mean(from);
  // The next one strays from the mean of all, which is not known exactly.
  const sd = standardDeviation(from) * Math.sqrt(1 + 1 / from.length);
  return {
    time: { mean: middle, sd: Math.max(sd, LEAST_SPREAD * middle) },
    timed: timed ? seconds.length : 0,
  };
}
