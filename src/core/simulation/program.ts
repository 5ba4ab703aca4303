import { instructionKind, type Instruction } from '../program/instructions/index.ts';
import {
  startingMemory,
  type Controller,
  type MoveEnd,
  type ProgramMemory,
  type ProgramRunner,
} from '../program/robot.ts';
import { STILL_RATE, STILL_TIME } from '../program/settings.ts';
import type { Stop } from '../robot/motor.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { Plant } from './plant.ts';

/**
 * How the program's loop meets the moment of a stop.
 * - `ticks`: it looks once a loop period and sees the condition at the first tick after it came
 *   true; the loop's phase is random from move to move when the run has randomness.
 * - `mean`: the stop comes half a loop period after the condition came true, the mean of all
 *   phases, and as much sooner as noisy readings bring it forward on average. Runs are then smooth functions of every number, which aiming needs.
 */
export type Sampling = 'ticks' | 'mean';

/** Looks at the stop condition in a loop period near the stop, and what counts as far from it. */
const WATCHES = 4;
const FAR = 3;

/** Why a step ended; a step on the way that was not taken is passed over. */
export type StepEnd = MoveEnd | 'passed over';

/** One run of a program on a plant: it sees only what the plant's sensors report. */
export class ProgramRun implements ProgramRunner {
  readonly memory: ProgramMemory;
  /** What the last instruction saw, where it was a look; null otherwise. */
  answered: boolean | null = null;
  /** Answers that are taken whatever a look says, by the identifier of its move: to see where the other way leads. */
  forced: ReadonlyMap<string, boolean> = new Map();
  /** What the look at each place among the instructions has said; null where there was none. */
  private readonly answers: (boolean | null)[] = [];
  /** How much later than it should every stop comes, s: what the error budget asks about. */
  late = 0;
  /** How much of what remains the noise of the readings saves the present instruction on average. */
  private early = 0;

  /**
   * @param estimated the numbers that the program was written with
   * @param phase draws the wait before the first tick of a move, s
   */
  constructor(
    readonly robot: Plant,
    readonly estimated: RobotParameters,
    private readonly sampling: Sampling,
    private readonly phase: () => number = () => 0,
  ) {
    this.memory = startingMemory(estimated);
  }

  /** Carries out one instruction to the end of its rest, whatever stands before it. */
  execute(instruction: Instruction): MoveEnd {
    this.answered = null;
    const kind = instructionKind(instruction);
    if (this.sampling === 'mean') {
      this.early = kind.endsEarly?.(instruction, this.robot.trueParameters) ?? 0;
    }
    return kind.execute(this, instruction);
  }

  /** Carries out the next instruction of a program, unless a look has sent the robot the other way. */
  next(instruction: Instruction): StepEnd {
    const { when } = instruction;
    if (when !== undefined && this.answers[when.look] !== when.answer) {
      this.answered = null;
      this.answers.push(null);
      return 'passed over';
    }
    const end = this.execute(instruction);
    this.answers.push(this.forced.get(instruction.moveId) ?? this.answered);
    return end;
  }

  answer(yes: boolean): void {
    this.answered = yes;
  }

  pause(duration: number): void {
    this.robot.advanceTo(this.robot.time + duration);
    this.robot.disturb(true);
  }

  standFlat(heading: number): void {
    this.robot.restAgainst();
    this.memory.headingOffset = heading - this.robot.readHeading();
  }

  settleAndZero(timeLimit: number): MoveEnd {
    const end = this.waitUntilStill(timeLimit);
    this.robot.resetGyro();
    this.memory.headingOffset = 0;
    return end;
  }

  loop(begin: () => Controller, stop: Stop, timeLimit: number): MoveEnd {
    const { robot } = this;
    const phase = this.phase();
    if (phase > 0) robot.advanceTo(robot.time + phase);
    const controller = begin();
    const deadline = robot.time + timeLimit;
    const before = controller.remaining() - this.early;
    if (before <= 0) return 'reached';
    controller.steer();
    const late =
      this.sampling === 'ticks'
        ? this.lookAtTicks(controller, deadline)
        : this.watchForMean(controller, deadline, before);
    robot.halt(stop, late ?? 0);
    return late === null ? 'time limit' : 'reached';
  }

  /** Looks once a loop period. Returns how long after it the stop is sent, s: at once; null when the time is up. */
  private lookAtTicks(controller: Controller, deadline: number): number | null {
    const { robot } = this;
    const { loopPeriod } = this.estimated.program;
    let now = robot.time;
    while (now < deadline) {
      now = robot.tickTo(now + loopPeriod);
      if (controller.remaining() <= 0) return 0;
      controller.steer();
    }
    return null;
  }

  /** Finds when the condition came true. The loop sees it half a period after that: so much later, s, the stop is sent. */
  private watchForMean(controller: Controller, deadline: number, first: number): number | null {
    const { robot } = this;
    const { loopPeriod } = this.estimated.program;
    let before = first;
    let drop = Infinity;
    let now = robot.time;
    while (now < deadline) {
      // Far from the stop one look a period is enough to know that it is not here yet.
      const watches = before > FAR * drop && Number.isFinite(before) ? 1 : WATCHES;
      const from = now;
      let last = before;
      for (let watch = 1; watch <= watches; watch++) {
        const lastTime = now;
        now = robot.advanceTo(from + (loopPeriod * watch) / watches);
        const left = controller.remaining() - this.early;
        if (left <= 0) {
          const known = Number.isFinite(last) && last > 0;
          const passed = known ? ((now - lastTime) * -left) / (last - left) : 0;
          return loopPeriod / 2 - passed + this.late;
        }
        last = left;
      }
      drop = before - last > 0 ? before - last : Infinity;
      before = last;
      controller.steer();
    }
    return null;
  }

  private waitUntilStill(timeLimit: number): MoveEnd {
    const { robot, sampling } = this;
    const deadline = robot.time + timeLimit;
    let stillSince = robot.time;
    while (robot.time < deadline) {
      robot.advanceTo(robot.time + this.estimated.program.loopPeriod);
      if (sampling === 'ticks') robot.disturb(true);
      if (Math.abs(robot.readRate()) > STILL_RATE) stillSince = robot.time;
      if (robot.time - stillSince >= STILL_TIME) return 'reached';
    }
    return 'time limit';
  }
}
