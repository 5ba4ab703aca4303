import type { Instruction } from '../moves/instruction.ts';
import type { Setup } from '../robot/parameters.ts';
import { controllerOf, type Controller, type ProgramMemory } from './controllers.ts';
import type { Plant } from './plant.ts';
import { STILL_RATE, STILL_TIME } from '../moves/programSettings.ts';

/**
 * How the program's loop meets the moment of a stop.
 * - `ticks`: it looks once a loop period and sees the condition at the first tick after it came
 *   true; the loop's phase is random from move to move when the run has randomness.
 * - `mean`: the stop comes half a loop period after the condition came true, the mean of all
 *   phases. Runs are then smooth functions of every number, which aiming needs.
 */
export type Sampling = 'ticks' | 'mean';

/** Why a move ended. */
export type MoveEnd = 'reached' | 'time limit';

/** How one run of a program is carried out. */
export interface Execution {
  plant: Plant;
  /** The setup that the program was written with. */
  believed: Setup;
  sampling: Sampling;
  memory: ProgramMemory;
  /** Wait before the first tick of a move, s; a new one for each move. */
  phase: () => number;
  /** How much later than it should every stop comes, s: what the error budget asks about. */
  late: number;
}

/** An execution from the beginning of a program, by default in step with its own loop. */
export function execution(
  plant: Plant,
  believed: Setup,
  sampling: Sampling,
  phase: () => number = () => 0,
): Execution {
  return { plant, believed, sampling, memory: { headingOffset: 0 }, phase, late: 0 };
}

/**
 * Carries out one instruction on the plant, seeing only what its sensors report, and then pauses
 * until the robot has settled.
 */
export function carryOut(run: Execution, instruction: Instruction): MoveEnd {
  const { plant } = run;
  switch (instruction.kind) {
    case 'wait':
      plant.advanceTo(plant.time + instruction.duration);
      plant.disturb(true);
      return 'reached';
    case 'zero': {
      const end = waitUntilStill(run, instruction.timeLimit);
      plant.resetGyro();
      run.memory.headingOffset = 0;
      return end;
    }
    case 'arm': {
      const end = drive(run, instruction);
      plant.setArmPower(0);
      return settle(run, instruction.rest, end);
    }
    case 'turn':
    case 'arc':
      return settle(run, instruction.rest, drive(run, instruction));
    case 'straight':
    case 'align': {
      const end = drive(run, instruction);
      settle(run, instruction.rest, end);
      if (instruction.headingAfter !== null) {
        plant.restAgainst();
        run.memory.headingOffset = instruction.headingAfter - plant.readHeading();
      }
      return end;
    }
  }
}

function settle({ plant }: Execution, rest: number, end: MoveEnd): MoveEnd {
  plant.advanceTo(plant.time + rest);
  plant.disturb(true);
  return end;
}

type MotorInstruction = Exclude<Instruction, { kind: 'wait' | 'zero' }>;

/** Runs the loop of one move to its end and sets the brake. */
function drive(run: Execution, instruction: MotorInstruction): MoveEnd {
  const { plant, believed, sampling } = run;
  const phase = run.phase();
  if (phase > 0) plant.advanceTo(plant.time + phase);
  const { loopPeriod } = believed.program;
  const controller = controllerOf(plant, instruction, believed, run.memory);
  const deadline = plant.time + instruction.timeLimit;
  let before = controller.remaining();
  if (before <= 0) return 'reached';
  controller.steer();
  let drop = Infinity;
  while (plant.time < deadline) {
    let passed: number | null;
    if (sampling === 'ticks') {
      plant.advanceTo(plant.time + loopPeriod);
      plant.disturb();
      passed = controller.remaining() <= 0 ? 0 : null;
    } else {
      // Far from the stop one look a period is enough to know that it is not here yet.
      const far = before > FAR * drop && Number.isFinite(before);
      passed = advanceWatching(plant, controller, loopPeriod, far ? 1 : WATCHES);
      const now = passed === null ? controller.remaining() : 0;
      drop = before - now > 0 ? before - now : Infinity;
      before = now;
    }
    if (passed !== null) {
      // `passed` seconds ago the condition came true; the loop sees it half a period after.
      const wait = sampling === 'ticks' ? 0 : loopPeriod / 2 - passed + run.late;
      plant.halt(instruction.stop, wait);
      return 'reached';
    }
    controller.steer();
  }
  plant.halt(instruction.stop);
  return 'time limit';
}

/** Looks at the stop condition in a loop period near the stop, and what counts as far from it. */
const WATCHES = 4;
const FAR = 3;

/**
 * Advances by one loop period and looks at the stop condition some times in it. Returns how long ago,
 * in s, it came true (by interpolation), or null.
 */
function advanceWatching(
  plant: Plant,
  controller: Controller,
  loopPeriod: number,
  watches: number,
): number | null {
  const start = plant.time;
  let before = controller.remaining();
  for (let watch = 1; watch <= watches; watch++) {
    const from = plant.time;
    plant.advanceTo(start + (loopPeriod * watch) / watches);
    const now = controller.remaining();
    if (now <= 0) {
      if (!Number.isFinite(before) || before <= 0) return 0;
      return (plant.time - from) * (-now / (before - now));
    }
    before = now;
  }
  return null;
}

function waitUntilStill({ plant, believed, sampling }: Execution, timeLimit: number): MoveEnd {
  const deadline = plant.time + timeLimit;
  let stillSince = plant.time;
  while (plant.time < deadline) {
    plant.advanceTo(plant.time + believed.program.loopPeriod);
    if (sampling === 'ticks') plant.disturb(true);
    if (Math.abs(plant.readRate()) > STILL_RATE) stillSince = plant.time;
    if (plant.time - stillSince >= STILL_TIME) return 'reached';
  }
  return 'time limit';
}
