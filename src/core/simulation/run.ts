import type { Field } from '../field/field.ts';
import type { Pose } from '../mathematics/pose.ts';
import type { Instruction } from '../program/instructions/index.ts';
import { instructionsOf } from '../route/instructions.ts';
import type { RoutePlan } from '../route/plan.ts';
import { RobotDraws, SURE, type Knowledge } from '../robot/knowledge.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { Plant, type StepObserver } from './plant.ts';
import { ProgramRun, type Sampling, type StepEnd } from './program.ts';
import { phasesOf } from '../mathematics/randomness.ts';
import { TRACE_INTERVAL } from './settings.ts';
import { worldOf } from './world.ts';

/** What is simulated: a program written for `estimated`, driven by a robot that is `trueParameters`. */
export interface Experiment {
  plan: RoutePlan;
  field: Field;
  estimated: RobotParameters;
  trueParameters: RobotParameters;
  /** How well the true numbers are known, for forecasts; exactly when it is left out. */
  knowledge?: Knowledge;
}

/** One step of a run as it really went. */
interface MoveRecord {
  moveId: string;
  /** Start and end, s from the start of the run; the end includes the settling pause. */
  from: number;
  to: number;
  start: Pose;
  end: Pose;
  ended: StepEnd;
  /** What it saw, where it was a look; null otherwise. */
  answer: boolean | null;
  /** Whether the robot ran into something. */
  touched: boolean;
}

/** A moment of a run. */
interface Moment extends Pose {
  time: number;
  /** Position in the list of steps, repeats written out. */
  move: number;
}

export interface RunRecord {
  /** One a step. */
  moves: MoveRecord[];
  trace: Moment[];
  duration: number;
  end: Pose;
}

/** The place from which a plan starts. Throws when the field does not have it. */
export function startPose(plan: RoutePlan, field: Field): Pose {
  const start = field.starts.find((place) => place.id === plan.startId);
  if (start === undefined) throw new RangeError('The route starts at a place the field lacks.');
  return start.pose;
}

/**
 * The run without any spread or noise, smooth in every number: what the route should do. With a
 * `trueParameters` other than the setup it shows what a wrong setup does.
 *
 * @param forced ways that are taken whatever the looks say, by the identifiers of their moves
 */
export function nominalRun(
  experiment: Experiment,
  forced?: ReadonlyMap<string, boolean>,
): RunRecord {
  const { plan, field, estimated, trueParameters } = experiment;
  const plant = new Plant(trueParameters, worldOf(field));
  plant.putDown(startPose(plan, field), null);
  const instructions = instructionsOf(plan.moves, estimated);
  const record = recordRun(plant, instructions, estimated, 'mean', { forced });
  plant.release();
  return record;
}

/**
 * Runs that take the other way at one look each, by the identifier of its move: what becomes of a robot that a
 * wrong reading sent there. Their steps are those of the nominal run.
 */
export function otherWays(experiment: Experiment, nominal: RunRecord): Map<string, RunRecord> {
  const runs = new Map<string, RunRecord>();
  for (const { moveId, answer } of nominal.moves) {
    if (answer === null || runs.has(moveId)) continue;
    runs.set(moveId, nominalRun(experiment, new Map([[moveId, !answer]])));
  }
  return runs;
}

/** The run that comes by a step: the nominal one, or one that is sent the other way. */
export function runThrough(
  step: number,
  nominal: RunRecord,
  others: ReadonlyMap<string, RunRecord>,
): RunRecord {
  const came = ({ moves }: RunRecord) => moves[step]?.ended !== 'passed over';
  return came(nominal) ? nominal : ([...others.values()].find(came) ?? nominal);
}

/** Run number `run` under a seed, with every random term, written down moment by moment. */
export function randomRun(experiment: Experiment, seed: number, run: number): RunRecord {
  const { plan, field, estimated, trueParameters } = experiment;
  const chance = { seed, run };
  const draws = new RobotDraws(trueParameters, experiment.knowledge ?? SURE);
  const robot =
    experiment.knowledge === undefined ? trueParameters : draws.robot(draws.deviations(seed, run));
  const plant = new Plant(robot, worldOf(field));
  plant.putDown(startPose(plan, field), chance);
  const instructions = instructionsOf(plan.moves, estimated);
  const record = recordRun(plant, instructions, estimated, 'ticks', { phase: phasesOf(chance) });
  plant.release();
  return record;
}

/**
 * Carries out a list of instructions and writes down where the robot was.
 *
 * @param phase draws the wait before each move's first tick as a share of the loop period
 */
export function recordRun(
  plant: Plant,
  instructions: readonly Instruction[],
  estimated: RobotParameters,
  sampling: Sampling,
  {
    phase = () => 0,
    forced,
  }: { phase?: () => number; forced?: ReadonlyMap<string, boolean> | undefined } = {},
): RunRecord {
  const recorder = new TraceRecorder();
  recorder.record(plant);
  plant.observer = recorder;
  const run = new ProgramRun(
    plant,
    estimated,
    sampling,
    () => phase() * estimated.program.loopPeriod,
  );
  if (forced !== undefined) run.forced = forced;
  const moves: MoveRecord[] = [];
  for (const [index, instruction] of instructions.entries()) {
    recorder.move = index;
    plant.touched = false;
    const from = plant.time;
    const start = poseOf(plant);
    const ended = run.next(instruction);
    recorder.record(plant);
    const { moveId } = instruction;
    const { touched } = plant;
    moves.push({
      moveId,
      from,
      to: plant.time,
      start,
      end: poseOf(plant),
      ended,
      answer: run.answered,
      touched,
    });
  }
  return { moves, trace: recorder.moments, duration: plant.time, end: poseOf(plant) };
}

/** The true pose of the plant now; the heading counts over whole turns. */
export function poseOf(plant: Plant): Pose {
  return { x: plant.x, y: plant.y, heading: plant.heading };
}

/** Where a run was at a time, s, between two moments of its trace; before it its start, after it its end. */
export function poseAt({ trace }: RunRecord, time: number): Pose {
  const later = trace.findIndex((moment) => moment.time >= time);
  if (later <= 0) return trace[later === 0 ? 0 : trace.length - 1]!;
  const a = trace[later - 1]!;
  const b = trace[later]!;
  const share = b.time > a.time ? (time - a.time) / (b.time - a.time) : 1;
  return {
    x: a.x + share * (b.x - a.x),
    y: a.y + share * (b.y - a.y),
    heading: a.heading + share * (b.heading - a.heading),
  };
}

/** Writes down the pose at a steady interval. */
class TraceRecorder implements StepObserver {
  nextTime = TRACE_INTERVAL;
  move = 0;
  readonly moments: Moment[] = [];

  record(plant: Plant): void {
    this.moments.push({ time: plant.time, move: this.move, ...poseOf(plant) });
    this.nextTime = plant.time + TRACE_INTERVAL;
  }
}
