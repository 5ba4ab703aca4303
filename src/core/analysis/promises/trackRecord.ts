import type { Field, Offset, Zone } from '../../field/field.ts';
import { mean } from '../../mathematics/sample.ts';
import { wilsonInterval, type ChanceInterval } from '../../mathematics/wilson.ts';
import { knowledgeOf } from '../../robot/knowledge.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import type { Sources } from '../../robot/sources.ts';
import type { Checkpoint } from '../../route/checkpoints.ts';
import { planFaults, stepsOf, type RoutePlan } from '../../route/plan.ts';
import type { Experiment } from '../../simulation/run.ts';
import { budgetOf } from '../budget/budget.ts';
import { spreadAtZone } from '../budget/chance.ts';
import { measuredRuns, type LoggedRun } from '../runs/measured.ts';
import { checkPredictedEffect, type PredictedEffect } from '../runs/predictedEffect.ts';
import { summarise, type OffsetSpread } from '../runs/summary.ts';
import { FEWEST_RUNS, verdictOf } from '../runs/verdict.ts';
import { nominalOffset, unknownEffects } from '../unknowns/effects.ts';
import { twoLevels } from '../unknowns/twoLevels.ts';

/** A revision with what it promised, and the runs that came. */
export interface PromisedRevision {
  plan: RoutePlan;
  promises: readonly PredictedEffect[];
  /** Oldest first. */
  runs: readonly (LoggedRun & { setupId: string })[];
}

/** One kind of promise: how much of it should come true, and how much did. */
export interface TrackLine {
  kind: 'regions' | 'aims' | 'chances';
  /** The share that should come true. */
  promised: number;
  came: number;
  asked: number;
  /** Where the true share lies, 95 %. */
  interval: ChanceInterval;
  /** Whether the interval holds what was promised. */
  fair: boolean;
}

/** Of everything that was promised, how much came true. */
export interface TrackRecord {
  lines: TrackLine[];
  /** How many times as far the runs spread as was forecast, with its 95 % interval; null with too few runs. */
  spreadFactor: { value: number; low: number; high: number } | null;
}

/** Revisions that are looked back on, the newest; each is forecast again. */
const NEWEST = 12;
/** Runs from which a chance is promised for those that follow. */
const PROMISED_AFTER = 5;
/** Share of the promises of an aim that come true when they are right. */
const AIMS_KEPT = 0.95;
const REGION = 0.95;
const NORMAL_95 = 1.96;

/**
 * Looks back on every promise at one checkpoint: the regions of forecasts by the setups of the day, the aims, and the
 * chances of verdicts after five runs, each held against the runs that came afterwards.
 *
 * @param field the drawing on which all are forecast again
 * @param setups by identifier
 */
export function trackRecord(
  revisions: readonly PromisedRevision[],
  checkpoint: Checkpoint,
  zone: Zone,
  goal: number,
  field: Field,
  setups: ReadonlyMap<string, { setup: RobotParameters; sources: Sources }>,
): TrackRecord {
  const regions = { came: 0, asked: 0, series: 0 };
  const aims = { came: 0, asked: 0 };
  const chances = { came: 0, asked: 0, promised: 0 };
  const within = { squares: 0, free: 0 };
  for (const { plan, promises, runs } of revisions.slice(-NEWEST)) {
    const at = measuredRuns(runs, checkpoint, zone);
    const promise = promises.find(({ checkpointId }) => checkpointId === checkpoint.id);
    if (promise !== undefined && at.runs.length >= FEWEST_RUNS) {
      const check = checkPredictedEffect(promise, summarise(at.runs.map(({ offset }) => offset)));
      aims.asked++;
      aims.came += Number(check.kind === 'kept');
    }
    const later = at.runs.slice(PROMISED_AFTER);
    const { now, posterior } = verdictOf(at.runs.slice(0, PROMISED_AFTER), at.zone, goal);
    if (later.length > 0 && now !== null && posterior !== null) {
      const { hits } = verdictOf(later, at.zone, goal);
      chances.asked += later.length;
      chances.came += hits;
      chances.promised += later.length * now.expected;
    }
    for (const id of new Set(runs.map(({ setupId }) => setupId))) {
      const by = setups.get(id);
      const own = runs.filter(({ setupId }) => setupId === id);
      const offsets = measuredRuns(own, checkpoint, zone).runs.map(({ offset }) => offset);
      if (by === undefined || offsets.length < FEWEST_RUNS || planFaults(plan, field).length > 0) {
        continue;
      }
      const forecast = forecastOf(plan, field, by, checkpoint, zone);
      if (forecast === null) continue;
      regions.series++;
      regions.asked += offsets.length;
      regions.came += offsets.filter((one) => forecast.holds(one)).length;
      within.free += 2 * (offsets.length - 1);
      within.squares += squaresAbout(forecast.varies, offsets);
    }
  }
  return {
    lines: [
      // Runs of one series err together, because their robot is one: each series counts as one.
      lineOf('regions', REGION, regions, regions.series),
      lineOf('aims', AIMS_KEPT, aims, aims.asked),
      lineOf('chances', chances.promised / Math.max(1, chances.asked), chances, chances.asked),
    ].filter(({ asked }) => asked > 0),
    spreadFactor: factorOf(within),
  };
}

function lineOf(
  kind: TrackLine['kind'],
  promised: number,
  { came, asked }: { came: number; asked: number },
  independent: number,
): TrackLine {
  const interval = wilsonInterval((came / Math.max(1, asked)) * independent, independent);
  const fair = interval.low <= promised && promised <= interval.high;
  return { kind, promised, came, asked, interval, fair };
}

/** What a forecast by a setup said of a next run at a checkpoint. */
function forecastOf(
  plan: RoutePlan,
  field: Field,
  { setup, sources }: { setup: RobotParameters; sources: Sources },
  checkpoint: Checkpoint,
  zone: Zone,
): { holds: (offset: Offset) => boolean; varies: OffsetSpread } | null {
  const step = stepsOf(plan.moves).findIndex(({ move }) => move.id === checkpoint.id);
  if (step < 0) return null;
  const known = knowledgeOf(setup, sources);
  const experiment: Experiment = { plan, field, estimated: setup, trueParameters: setup };
  const budget = budgetOf(experiment);
  const effects = unknownEffects(experiment, known);
  const { nextRun, held } = twoLevels(experiment, budget, effects, known, step, zone);
  const middle = nominalOffset(effects, step, zone, setup.body);
  return {
    holds: (offset) => squaredDistance(nextRun, offset, middle) <= held,
    varies: spreadAtZone(budget, step, zone, setup.body),
  };
}

/** Squared distance of two places in the standard deviations of a spread. */
function squaredDistance(
  { covariance: { along, left, cross } }: OffsetSpread,
  a: Offset,
  b: Pick<Offset, 'along' | 'left'>,
): number {
  const [x, y] = [a.along - b.along, a.left - b.left];
  const determinant = along * left - cross * cross;
  return (left * x * x - 2 * cross * x * y + along * y * y) / determinant;
}

function squaresAbout(spread: OffsetSpread, offsets: readonly Offset[]): number {
  const middle = {
    along: mean(offsets.map(({ along }) => along)),
    left: mean(offsets.map(({ left }) => left)),
  };
  return offsets.reduce((sum, offset) => sum + squaredDistance(spread, offset, middle), 0);
}

/** The factor on the forecast's spread that fits the runs; its logarithm is known to 1/√(2ν). */
function factorOf({
  squares,
  free,
}: {
  squares: number;
  free: number;
}): TrackRecord['spreadFactor'] {
  if (free === 0) return null;
  const value = Math.sqrt(squares / free);
  const margin = Math.exp(NORMAL_95 / Math.sqrt(2 * free));
  return { value, low: value / margin, high: value * margin };
}
