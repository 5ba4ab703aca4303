import { toField, type Pose } from '../../mathematics/pose.ts';
import { instructionsOf } from '../../route/instructions.ts';
import type { Body, RobotParameters } from '../../robot/parameters.ts';
import { startPose, type Experiment } from '../../simulation/run.ts';
import { startingMemory } from '../../program/robot.ts';
import { worldOf, worldOfEdges } from '../../simulation/world.ts';
import { choiceChances, type ChoiceChance } from './choiceChance.ts';
import {
  ERROR_SIZE,
  passedOver,
  sensesField,
  StepProbe,
  times,
  type ErrorVector,
  type SpreadSource,
  type StepModel,
  type StepNoise,
  type StepState,
} from './stepModel.ts';

/**
 * The error budget of a route: how errors grow along it to first order, one Jacobian and a few noises
 * a step, sources kept apart. See docs/mathematics.md, section 10.
 */
export interface Budget {
  start: Pose;
  /** What differs before the first step: the put-down, the gyro's drift, the battery. */
  initial: StepNoise[];
  steps: StepModel[];
  /** Covariance of the error after each step, row by row. */
  covariances: Float64Array[];
  /** The looks that choose a way, each with the budget of the other one. */
  choices: (ChoiceChance & { other: Budget })[];
}

/** Step models found before, by everything that they depend on. */
export type StepModels = Map<string, StepModel>;

/** More models than this are not kept: a long session of editing must not fill the memory. */
const MODELS_KEPT = 2000;

/**
 * Works out the budget of an experiment.
 *
 * @param known models of steps from an earlier budget; those that still hold are used again
 * @param forced ways that are taken whatever the looks say, by the identifiers of their moves
 */
export function budgetOf(
  experiment: Experiment,
  known: StepModels = new Map(),
  forced: ReadonlyMap<string, boolean> = new Map(),
): Budget {
  const { plan, field, estimated, trueParameters } = experiment;
  const onField = new StepProbe(estimated, trueParameters, worldOf(field));
  // What needs nothing of the field is the same wherever it happens, and is found once.
  const anywhere = new StepProbe(estimated, trueParameters, worldOfEdges([]));
  const start = startPose(plan, field);
  const initial = initialNoises(trueParameters, start);
  const robot = JSON.stringify([estimated, trueParameters]);
  const place = JSON.stringify(field);
  let state: StepState = { pose: start, gyro: 0, arm: 0, memory: startingMemory(estimated) };
  const answers: (boolean | null)[] = [];
  const steps = instructionsOf(plan.moves, estimated).map(({ when, ...instruction }) => {
    if (when !== undefined && answers[when.look] !== when.answer) {
      answers.push(null);
      return passedOver(state);
    }
    const here = sensesField(instruction);
    const from = here ? state : atOrigin(state);
    const key = JSON.stringify([instruction, from, robot, here ? place : '']);
    let model = known.get(key);
    if (model === undefined) {
      model = (here ? onField : anywhere).model(instruction, from);
      if (known.size >= MODELS_KEPT) known.clear();
      known.set(key, model);
    }
    const placed = here ? model : placedAt(model, state);
    state = placed.end;
    answers.push(forced.get(instruction.moveId) ?? placed.answer);
    return placed;
  });
  const covariances = covariancesOf(initial, steps, trueParameters);
  // One wrong way at a time: two in one run are rarer than either.
  const choices =
    forced.size > 0
      ? []
      : choiceChances(steps, covariances, experiment).map((choice) => ({
          ...choice,
          other: budgetOf(experiment, known, new Map([[choice.moveId, !choice.expected]])),
        }));
  return { start, initial, steps, covariances, choices };
}

/** Angles are rounded to this for looking a model up, rad: less than any effect that it has. */
const GRID = 1e-6;

/** The same beginning with the robot at the origin, facing along x, its gyro reading as before. */
function atOrigin({ gyro, arm, memory }: StepState): StepState {
  const rounded = (angle: number) => GRID * Math.round(angle / GRID);
  return {
    pose: { x: 0, y: 0, heading: 0 },
    gyro: rounded(gyro),
    arm,
    memory: { ...memory, headingOffset: rounded(memory.headingOffset) },
  };
}

/** A model found at the origin, as it is from another beginning. */
function placedAt(model: StepModel, { pose }: StepState): StepModel {
  const c = Math.cos(pose.heading);
  const s = Math.sin(pose.heading);
  const turned = ([x, y, ...rest]: ErrorVector): ErrorVector => [
    c * x - s * y,
    s * x + c * y,
    ...rest,
  ];
  const { end } = model;
  return {
    ...model,
    // Shifts stay what they are in any frame.
    jacobian: model.jacobian.map((column, i) => (i < 2 ? column : turned(column))),
    noises: model.noises.map(({ source, effect }) => ({ source, effect: turned(effect) })),
    end: {
      pose: { ...toField(pose, end.pose), heading: pose.heading + end.pose.heading },
      gyro: end.gyro,
      arm: end.arm,
      memory: end.memory,
    },
  };
}

function initialNoises(trueParameters: RobotParameters, { heading }: Pose): StepNoise[] {
  const { placement, gyro, battery } = trueParameters;
  const c = Math.cos(heading);
  const s = Math.sin(heading);
  const { alongSpread, acrossSpread, headingSpread } = placement;
  const noises: StepNoise[] = [
    { source: 'start', effect: [c * alongSpread, s * alongSpread, 0, 0, 0, 0] },
    { source: 'start', effect: [-s * acrossSpread, c * acrossSpread, 0, 0, 0, 0] },
    // The gyro reads 0 however the robot stands.
    { source: 'start', effect: [0, 0, headingSpread, -gyro.scale * headingSpread, 0, 0] },
    { source: 'gyro', effect: [0, 0, 0, 0, gyro.biasSpread, 0] },
    { source: 'battery', effect: [0, 0, 0, 0, 0, battery.voltageSpread] },
  ];
  return noises.filter(({ effect }) => effect.some((value) => value !== 0));
}

/** The slow walks of the gyro's angle and of its drift in a step, as if they happened at its beginning. */
export function walksOf(step: StepModel, { gyro }: RobotParameters): StepNoise[] {
  const root = Math.sqrt(step.duration);
  const walks: [number, ErrorVector][] = [
    [gyro.angleWalk, step.jacobian[3]!],
    [gyro.biasWalk, step.jacobian[4]!],
  ];
  return walks.map(([walk, effect]) => ({ source: 'gyro', effect: times(effect, walk * root) }));
}

function covariancesOf(
  initial: readonly StepNoise[],
  steps: readonly StepModel[],
  trueParameters: RobotParameters,
): Float64Array[] {
  let covariance = new Float64Array(ERROR_SIZE * ERROR_SIZE);
  for (const { effect } of initial) addSquare(covariance, effect);
  return steps.map((step) => {
    covariance = propagateCovariance(covariance, step.jacobian);
    for (const { effect } of step.noises) addSquare(covariance, effect);
    for (const { effect } of walksOf(step, trueParameters)) addSquare(covariance, effect);
    return covariance;
  });
}

/** J·P·Jᵀ, with J given by its columns. */
export function propagateCovariance(
  covariance: Float64Array,
  columns: readonly ErrorVector[],
): Float64Array<ArrayBuffer> {
  const n = ERROR_SIZE;
  const half = new Float64Array(n * n);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < n; k++) {
      const factor = columns[k]![i]!;
      if (factor === 0) continue;
      for (let j = 0; j < n; j++) half[i * n + j]! += factor * covariance[k * n + j]!;
    }
  }
  const result = new Float64Array(n * n);
  for (let j = 0; j < n; j++) {
    for (let k = 0; k < n; k++) {
      const factor = columns[k]![j]!;
      if (factor === 0) continue;
      for (let i = 0; i < n; i++) result[i * n + j]! += half[i * n + k]! * factor;
    }
  }
  return result;
}

function addSquare(covariance: Float64Array, effect: ErrorVector): void {
  for (let i = 0; i < ERROR_SIZE; i++) {
    for (let j = 0; j < ERROR_SIZE; j++) covariance[i * ERROR_SIZE + j]! += effect[i]! * effect[j]!;
  }
}

/** Spread of the tool point at one place of a route: variances in mm² and rad². */
export interface ToolSpread {
  xx: number;
  xy: number;
  yy: number;
  heading: number;
  xHeading: number;
  yHeading: number;
}

/** The covariance of the tool point of a robot at `pose` from the covariance of its axle. */
export function toolSpread(covariance: Float64Array, pose: Pose, body: Body): ToolSpread {
  const n = ERROR_SIZE;
  const [dx, dy] = leverOf(pose, body);
  const at = (i: number, j: number) => covariance[i * n + j]!;
  return {
    xx: at(0, 0) + 2 * dx * at(0, 2) + dx * dx * at(2, 2),
    xy: at(0, 1) + dy * at(0, 2) + dx * at(1, 2) + dx * dy * at(2, 2),
    yy: at(1, 1) + 2 * dy * at(1, 2) + dy * dy * at(2, 2),
    heading: at(2, 2),
    xHeading: at(0, 2) + dx * at(2, 2),
    yHeading: at(1, 2) + dy * at(2, 2),
  };
}

/** How the tool point moves for one rad of heading, mm. */
export function leverOf({ heading }: Pose, { toolX, toolY }: Body): [number, number] {
  const c = Math.cos(heading);
  const s = Math.sin(heading);
  return [-(s * toolX + c * toolY), c * toolX - s * toolY];
}

/** A share of the variance of the tool point's place; all shares add up to 1. */
export interface Share<T> {
  of: T;
  share: number;
  /** Standard deviation of the place that this part alone would give, mm. */
  deviation: number;
}

/** The variance after a step by where it comes from and by the step that let it in. */
export interface SpreadShares {
  bySource: Share<SpreadSource>[];
  /** −1 is what was there before the first step. */
  byStep: Share<number>[];
}

/** Splits the variance of the tool point after step `last` into shares, largest first. */
export function sharesOf(budget: Budget, last: number, experiment: Experiment): SpreadShares {
  const sources = new Map<SpreadSource, number>();
  const steps = new Map<number, number>();
  for (const { source, step, x, y } of contributions(budget, last, experiment)) {
    const variance = x * x + y * y;
    sources.set(source, (sources.get(source) ?? 0) + variance);
    steps.set(step, (steps.get(step) ?? 0) + variance);
  }
  return { bySource: ranked(sources), byStep: ranked(steps) };
}

/** One standard deviation of a noise, as it shows in the place of the tool point, mm on the field. */
export interface Contribution {
  source: SpreadSource;
  /** The step that let it in; −1 is what was there before the first step. */
  step: number;
  x: number;
  y: number;
}

/** Everything that makes up the spread of the tool point after step `last`. */
export function contributions(
  budget: Budget,
  last: number,
  experiment: Experiment,
): Contribution[] {
  const body = experiment.estimated.body;
  const { pose } = budget.steps[last]!.end;
  const [dx, dy] = leverOf(pose, body);
  // How each error after a step shows at the tool point in the end: two rows of factors.
  let rowX: number[] = [1, 0, dx, 0, 0, 0];
  let rowY: number[] = [0, 1, dy, 0, 0, 0];
  const found: Contribution[] = [];
  const take = ({ source, effect }: StepNoise, step: number) =>
    found.push({ source, step, x: dot(rowX, effect), y: dot(rowY, effect) });
  for (let step = last; step >= 0; step--) {
    const model = budget.steps[step]!;
    for (const noise of model.noises) take(noise, step);
    for (const walk of walksOf(model, experiment.trueParameters)) take(walk, step);
    rowX = model.jacobian.map((column) => dot(rowX, column));
    rowY = model.jacobian.map((column) => dot(rowY, column));
  }
  for (const noise of budget.initial) take(noise, -1);
  return found;
}

function dot(row: readonly number[], column: ErrorVector): number {
  return row.reduce((sum, factor, i) => sum + factor * column[i]!, 0);
}

function ranked<T>(variances: ReadonlyMap<T, number>): Share<T>[] {
  const total = [...variances.values()].reduce((sum, value) => sum + value, 0);
  return [...variances]
    .filter(([, variance]) => variance > 0)
    .map(([of, variance]) => ({
      of,
      share: total > 0 ? variance / total : 0,
      deviation: Math.sqrt(variance),
    }))
    .sort((a, b) => b.share - a.share);
}
