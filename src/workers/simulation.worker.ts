import './workerConventions.ts';
import * as Comlink from 'comlink';
import type { Share, StepModels } from '../core/analysis/budget/budget.ts';
import { learn, type Learned } from '../core/analysis/learning/learn.ts';
import { mendsOf, type Mend } from '../core/analysis/learning/mends.ts';
import type { DrivenPlan } from '../core/analysis/learning/observations.ts';
import { SURE } from '../core/robot/knowledge.ts';
import type { ChanceRange } from '../core/analysis/runs/chanceRange.ts';
import { measureNext, type Measurement } from '../core/analysis/unknowns/measureNext.ts';
import { routeUnknowns, type RouteUnknowns } from '../core/analysis/unknowns/routeUnknowns.ts';
import { simulatedRanges } from '../core/analysis/unknowns/simulatedChance.ts';
import { spreadBand, type SpreadAt } from '../core/analysis/budget/spread.ts';
import type { SpreadSource } from '../core/analysis/budget/stepModel.ts';
import {
  aimOptions,
  type AimLimits,
  type AimOption,
  type AimTarget,
} from '../core/analysis/aim/aim.ts';
import {
  calibrationOf,
  type ForecastCalibration,
} from '../core/analysis/budget/forecastCalibration.ts';
import { spreadShares } from '../core/analysis/budget/refit.ts';
import type { OffsetSummary } from '../core/analysis/runs/summary.ts';
import { comparedSets, type ComparedSets } from '../core/analysis/runs/comparison.ts';
import { shownToday, type ShownTask } from '../core/text/shownTask.ts';
import { titlesOf } from '../core/route/titles.ts';
import { measuredSources, type MeasuredSource } from '../core/analysis/moves/measuredSources.ts';
import {
  correctionOf,
  moveDeviations,
  type MoveCorrection,
  type MoveDeviation,
} from '../core/analysis/moves/moveDeviations.ts';
import { hubMoves } from '../core/analysis/moves/hubMoves.ts';
import type { Recording } from '../core/telemetry/recording.ts';
import type { SeenRunMoves } from '../core/telemetry/seenRun.ts';
import type { Offset, Zone } from '../core/field/field.ts';
import type { TravelLog } from '../core/benches/logs.ts';
import { recordedRun, type RecordedRun } from '../core/analysis/runs/divergence.ts';
import {
  loopResponse,
  type LoopKind,
  type LoopResponse,
  type LoopSetting,
} from '../core/analysis/tuning/response.ts';
import { gainMap, leadMap, type StabilityMap } from '../core/analysis/tuning/stabilityMap.ts';
import { comparedWays, type ComparedWay } from '../core/analysis/planning/alternatives.ts';
import { tasksToday, type KnownRobot, type RouteToHelp } from '../core/analysis/planning/today.ts';
import { nextSteps, type NextStep } from '../core/analysis/planning/nextSteps.ts';
import type { RobotParameters } from '../core/robot/parameters.ts';
import type { Checkpoint } from '../core/route/checkpoints.ts';
import {
  lowBattery,
  lowBatterySentence,
  type LowBattery,
} from '../core/analysis/checks/lowBattery.ts';
import { emptyForecast, simulateRuns, type Forecast } from '../core/simulation/forecast.ts';
import { outcomesOf, type ForecastOutcomes } from '../core/simulation/outcomes.ts';
import type { Experiment } from '../core/simulation/run.ts';

/** What a whole forecast says. */
export interface ForecastSummary {
  forecast: Forecast;
  band: SpreadAt[];
  outcomes: ForecastOutcomes;
  /** Where the chance of each checkpoint lies, as far as the robot is known. */
  ranges: Record<string, ChanceRange>;
}

/** Runs between two looks at the clock, and the time between two reports of progress, ms: more would keep the page busy. */
const RUNS_AT_ONCE = 20;
const REPORT_EVERY = 100;

function buffersOf(forecast: Forecast): Transferable[] {
  return [
    forecast.poses.buffer,
    forecast.durations.buffer,
    forecast.timeLimits.buffer,
    forecast.collisions.buffer,
    forecast.dropouts.buffer,
    forecast.answers.buffer,
    forecast.conditions.buffer,
    forecast.deviations.buffer,
  ];
}

/** Step models of the budgets that this worker has made. */
const models: StepModels = new Map();

const door = {
  /** Some runs of a forecast, from the run `first`. */
  runs(
    experiment: Experiment,
    seed: number,
    runs: number,
    onProgress: (done: number) => void,
    first = 0,
  ): Forecast {
    const forecast = emptyForecast(experiment, seed, runs, first);
    let reported = performance.now();
    for (let from = 0; from < runs; from += RUNS_AT_ONCE) {
      const to = Math.min(runs, from + RUNS_AT_ONCE);
      simulateRuns(experiment, forecast, from, to);
      if (performance.now() - reported < REPORT_EVERY) continue;
      reported = performance.now();
      onProgress(to);
    }
    return Comlink.transfer(forecast, buffersOf(forecast));
  },
  /** Sums a forecast up: sorting thousands of distances would hold the page up. */
  summary(experiment: Experiment, forecast: Forecast): ForecastSummary {
    const band = spreadBand(forecast, experiment.trueParameters.body);
    const outcomes = outcomesOf(experiment, forecast);
    const ranges = simulatedRanges(experiment, forecast, models);
    return Comlink.transfer({ forecast, band, outcomes, ranges }, buffersOf(forecast));
  },
  /** What is not known of the robot, along the route and at its checkpoints. */
  unknowns(experiment: Experiment): RouteUnknowns {
    return routeUnknowns(experiment, models);
  },
  /** What runs tell of the numbers of a robot, and what it would do at a checkpoint to mend them. */
  learn(
    driven: DrivenPlan[],
    experiment: Experiment,
    checkpoint: Checkpoint,
    zone: Zone,
  ): { learned: Learned; mends: Mend[] } | null {
    const learned = learn(driven, experiment.estimated, experiment.knowledge ?? SURE);
    if (learned === null) return null;
    return { learned, mends: mendsOf(learned, experiment, checkpoint.id, zone) };
  },
  aim(experiment: Experiment, targets: AimTarget[], limits: AimLimits): AimOption[] {
    return aimOptions(experiment, targets, limits);
  },
  /** Two sets of runs beside each other, by permutation. */
  compare(first: Offset[], second: Offset[], zone: Zone, seed: number): ComparedSets {
    return comparedSets(first, second, zone, seed);
  },
  /** How well the forecast of a checkpoint holds the runs, and the noise that would fit them. */
  honesty(
    experiment: Experiment,
    checkpoint: Checkpoint,
    zone: Zone,
    measured: Offset[],
    seed: number,
  ): ForecastCalibration | null {
    return calibrationOf(experiment, checkpoint, zone, measured, seed);
  },
  /** Each source of the error budget as a camera measured it. */
  sources(experiment: Experiment, seen: SeenRunMoves[]): MeasuredSource[] {
    return measuredSources(experiment, seen);
  },
  /** What each move does in the runs that were seen, and what would mend those that err. */
  moves(
    experiment: Experiment,
    seen: readonly SeenRunMoves[],
  ): { deviations: MoveDeviation[]; corrections: MoveCorrection[] } {
    const deviations = moveDeviations(experiment, seen);
    return {
      deviations,
      corrections: deviations.flatMap((one) =>
        one.errs ? (correctionOf(experiment, one) ?? []) : [],
      ),
    };
  },
  /** What each move did by what a hub told; null when that says nothing of it. */
  hubMoves(recording: Recording, experiment: Experiment): SeenRunMoves | null {
    return hubMoves(recording, experiment);
  },
  /** A recording laid over the forecast of its run. */
  recorded(experiment: Experiment, log: TravelLog, seed: number): RecordedRun | null {
    return recordedRun(experiment, log, seed);
  },
  /** Where the spread at a checkpoint comes from; fitted to the runs when there are any. */
  shares(
    experiment: Experiment,
    checkpoint: Checkpoint,
    zone: Zone,
    measured: OffsetSummary | null,
  ): Share<SpreadSource>[] {
    return spreadShares(experiment, checkpoint.id, zone, measured);
  },
  /** Benches and practice by what they would gain on a route for each minute. */
  measureNext(experiment: Experiment, runs: Record<string, number>): Measurement[] {
    return measureNext(experiment, runs, models);
  },
  /** All that is worth the time for a robot, best first. */
  tasks(robot: KnownRobot, routes: RouteToHelp[]): ShownTask[] {
    return tasksToday(robot, routes, models).map((one) => shownToday(one, robot, routes));
  },
  nextSteps(experiment: Experiment, seed: number, onProgress: (share: number) => void): NextStep[] {
    return nextSteps(experiment, seed, onProgress);
  },
  /** What of each route fails first on a low battery, for every way in which the speed may follow the voltage. */
  lowBatteries(experiments: Experiment[], follows: number[]): (LowBattery | null)[][] {
    return experiments.map((experiment) => follows.map((one) => lowBattery(experiment, one)));
  },
  /** Below which voltage a route fails, in a sentence; null when nothing that can still drive does. */
  lowWarning(experiment: Experiment): { voltage: number; sentence: string } | null {
    const low = lowBattery(experiment);
    if (low === null) return null;
    const { plan, estimated } = experiment;
    const titles = titlesOf(plan.moves, estimated).map(({ title }) => title);
    return { voltage: low.voltage, sentence: lowBatterySentence(low, titles) };
  },
  ways(experiment: Experiment, step: number): ComparedWay[] {
    return comparedWays(experiment, step);
  },
  gainMap(
    setup: RobotParameters,
    kind: LoopKind,
    speeds: number[],
    gains: number[],
    onProgress: (share: number) => void,
  ): StabilityMap {
    return gainMap(setup, kind, speeds, gains, onProgress);
  },
  leadMap(
    setup: RobotParameters,
    kind: 'wall' | 'line',
    speeds: number[],
    leads: number[],
    onProgress: (share: number) => void,
  ): StabilityMap {
    return leadMap(setup, kind, speeds, leads, onProgress);
  },
  response(setup: RobotParameters, setting: LoopSetting, duration: number): LoopResponse {
    return loopResponse(setup, setting, duration);
  },
};

/** What the simulation worker offers to views. */
export type SimulationWorkerApi = typeof door;

Comlink.expose(door);
