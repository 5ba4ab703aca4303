/**
 * `npm run practice:learning`: robots with one number wrong by three of its spreads, and the others by about half of
 * theirs, drive ten runs on each of two demo routes. Counts how often the wrong number is named first and among the
 * first two, alone or with others that the routes cannot tell from it, of the numbers that move a checkpoint by at
 * least the spread of one run, and how often the intervals hold the truth. The argument is the number of seeds a number;
 * with `camera` behind it every run was seen move by move.
 */
import { learn } from '../../src/core/analysis/learning/learn.ts';
import { budgetOf } from '../../src/core/analysis/budget/budget.ts';
import { spreadAtZone } from '../../src/core/analysis/budget/chance.ts';
import { offsetEffects, unknownEffects } from '../../src/core/analysis/unknowns/effects.ts';
import { offsetFrom } from '../../src/core/field/field.ts';
import { toField, type Pose } from '../../src/core/mathematics/pose.ts';
import { normal, uniform } from '../../src/core/mathematics/randomness.ts';
import { deviated, knowledgeOf, spreadsOf } from '../../src/core/robot/knowledge.ts';
import { toolPose } from '../../src/core/robot/toolPose.ts';
import { checkpointsOf } from '../../src/core/route/checkpoints.ts';
import { stepsOf, type RoutePlan } from '../../src/core/route/plan.ts';
import {
  CONDITIONS,
  forecastPose,
  forecastRuns,
  momentAfterMove,
} from '../../src/core/simulation/forecast.ts';
import { nominalRun, startPose, type Experiment } from '../../src/core/simulation/run.ts';
import type { SeenRunMoves } from '../../src/core/telemetry/seenRun.ts';
import { BELIEVED, FIELD, PLANS } from './hiddenRobots.ts';

export interface LearningRate {
  cause: string;
  asked: number;
  first: number;
  amongTwo: number;
  /** Intervals of all numbers that held the truth, and all that were asked. */
  held: number;
  intervals: number;
  /** What is left of the wrong number's standard deviation, as a share, summed over those that were asked. */
  left: number;
}

const RUNS = 10;
const WRONG_BY = 3;
const OTHERS_BY = 0.5;
/** What a camera adds to a place, mm and rad. */
const CAMERA = { place: 0.4, heading: 0.002 };
const ROUTES = ['Sluice, then Tide Gauge', 'Heron Hide'];

export function learningRates(seeds: number, by: 'hand' | 'camera' = 'hand'): LearningRate[] {
  const { setup, sources } = BELIEVED;
  const knowledge = knowledgeOf(setup, sources);
  const plans = ROUTES.map((name) => PLANS[name]!);
  const experiments = plans.map((plan): Experiment => ({
    plan,
    field: FIELD,
    estimated: setup,
    trueParameters: setup,
  }));
  const moving = movingNumbers(experiments);
  return moving.map(({ path, at }) => {
    const rate = { cause: path, asked: 0, first: 0, amongTwo: 0, held: 0, intervals: 0, left: 0 };
    for (let seed = 1; seed <= seeds; seed++) {
      const chance = normal(seed, at, 61);
      const sign = uniform(seed, at, 62)() < 0.5 ? -1 : 1;
      const spreads = spreadsOf(knowledge);
      const deviations = Object.fromEntries(
        knowledge.paths.map((one, i) => [
          one,
          spreads[i]! * (one === path ? sign * WRONG_BY : OTHERS_BY * chance()),
        ]),
      );
      const truth = deviated(setup, deviations);
      const driven = experiments.map((experiment, route) => ({
        plan: experiment.plan,
        field: FIELD,
        runs: driveRuns({ ...experiment, trueParameters: truth }, 100 * seed + route, by),
      }));
      const learned = learn(driven, setup, knowledge)!;
      const order = learned.suspects.map(({ causes }) => causes.map(({ cause }) => cause));
      rate.asked++;
      rate.first += Number(order[0]!.includes(path));
      rate.amongTwo += Number(order.slice(0, 2).flat().includes(path));
      for (const { cause, low, high, spread, before } of learned.causes) {
        if (cause === path) rate.left += spread / before;
        const [truly] = [deviations[cause]];
        if (truly === undefined) continue;
        rate.intervals++;
        rate.held += Number(truly >= low && truly <= high);
      }
    }
    return rate;
  });

  function movingNumbers(of: readonly Experiment[]) {
    const spreads = spreadsOf(knowledge);
    return knowledge.paths.flatMap((path, at) => {
      const moves = of.some((experiment) => {
        const effects = unknownEffects(experiment, knowledge);
        const number = effects.knowledge.paths.indexOf(path);
        if (number < 0) return false;
        const budget = budgetOf(experiment);
        return placesOf(experiment.plan).some(({ step, zone }) => {
          const effect = offsetEffects(effects, step, zone, setup.body)[number]!;
          const { along, left } = spreadAtZone(budget, step, zone, setup.body).covariance;
          const far = WRONG_BY * spreads[at]!;
          return (
            Math.abs(far * effect.along) >= Math.sqrt(along) ||
            Math.abs(far * effect.left) >= Math.sqrt(left)
          );
        });
      });
      return moves ? [{ path, at }] : [];
    });
  }
}

function placesOf(plan: RoutePlan) {
  const steps = stepsOf(plan.moves);
  return checkpointsOf(plan).map(({ id, modelId }) => ({
    id,
    step: steps.findIndex(({ move }) => move.id === id),
    zone: FIELD.models.find((model) => model.id === modelId)!.zone,
  }));
}

/** Ten runs of one evening, read with a ruler and a protractor, or also seen by a camera move by move. */
export function driveRuns(experiment: Experiment, seed: number, by: 'hand' | 'camera' = 'hand') {
  const forecast = forecastRuns(experiment, seed, RUNS);
  const { moves } = nominalRun(experiment);
  const draw = normal(seed, 0, 63);
  const seenAt = ({ x, y, heading }: Pose): Pose => ({
    x: x + CAMERA.place * draw(),
    y: y + CAMERA.place * draw(),
    heading: heading + CAMERA.heading * draw(),
  });
  const seenOf = (run: number): SeenRunMoves => {
    const drawn = startPose(experiment.plan, experiment.field);
    const [along, left, turned] = forecast.conditions.slice(run * CONDITIONS.length);
    const start = seenAt({
      ...toField(drawn, { x: along!, y: left! }),
      heading: drawn.heading + turned!,
    });
    const ends = moves.map(({ moveId }, step) => {
      const end = seenAt(forecastPose(forecast, run, momentAfterMove(step)));
      // Learning looks at places only.
      return { moveId, step, from: 0, to: 0, length: 0, turn: 0, end };
    });
    return { start, moves: ends, end: ends.at(-1)!.end };
  };
  return Array.from({ length: RUNS }, (_, run) => ({
    session: 'evening',
    seen: by === 'hand' ? null : seenOf(run),
    measurements: placesOf(experiment.plan).map(({ id, step, zone }) => {
      const end = forecastPose(forecast, run, momentAfterMove(step));
      const offset = offsetFrom(zone, toolPose(experiment.estimated.body, end));
      return {
        checkpointId: id,
        along: Math.round(offset.along),
        left: Math.round(offset.left),
        turned: offset.turned,
      };
    }),
  }));
}

if (import.meta.url === `file://${process.argv[1]}`) {
  const by = process.argv[3] === 'camera' ? 'camera' : 'hand';
  const rates = learningRates(Number(process.argv[2] ?? 40), by);
  const percent = (part: number, whole: number) => `${((100 * part) / whole).toFixed(1)} %`;
  console.warn(
    '| wrong number | named first | among the first two | intervals hold | left of its spread |',
  );
  console.warn('| --- | --- | --- | --- | --- |');
  for (const { cause, asked, first, amongTwo, held, intervals, left } of rates) {
    console.warn(
      `| ${cause} | ${percent(first, asked)} | ${percent(amongTwo, asked)} | ${percent(held, intervals)} | ${percent(left, asked)} |`,
    );
  }
}
