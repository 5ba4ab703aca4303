import { wrapAngle } from '../geometry/angle.ts';
import { distanceOfMotor } from '../drivebase/driveBase.ts';
import type {
  ApproachInstruction,
  DriveInstruction,
  Instruction,
  Steering,
  TurnInstruction,
} from '../route/instructions.ts';
import type { Setup } from '../robot/setup.ts';
import type { Plant } from './plant.ts';
import { LONGEST_STEP, STEERING_LIMIT } from './settings.ts';

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

/** Moves whose remaining turn is below this need no motor, rad. */
const NOTHING_TO_TURN = 0.002;

/**
 * Carries out one instruction on the plant, seeing only what its sensors report, and then pauses
 * until the robot has settled.
 *
 * @param believed the setup that the program was written with
 * @param phase wait before the first tick, s
 */
export function carryOut(
  plant: Plant,
  instruction: Instruction,
  believed: Setup,
  sampling: Sampling,
  phase: number,
): MoveEnd {
  if (phase > 0) plant.advanceTo(plant.time + phase);
  const controller = controllerOf(plant, instruction, believed);
  const { loopPeriod, settle } = believed.program;
  const deadline = plant.time + instruction.timeLimit;
  let end: MoveEnd = 'time limit';
  if (controller.remaining() > 0) {
    controller.steer();
    while (plant.time < deadline) {
      if (sampling === 'ticks') {
        plant.advanceTo(plant.time + loopPeriod);
        plant.disturb();
        if (controller.remaining() <= 0) {
          plant.brake();
          end = 'reached';
          break;
        }
      } else {
        const passed = advanceWatching(plant, controller, loopPeriod);
        if (passed !== null) {
          // `passed` seconds ago the condition came true; the loop sees it half a period after.
          plant.brake(loopPeriod / 2 - passed);
          end = 'reached';
          break;
        }
      }
      controller.steer();
    }
  } else {
    end = 'reached';
  }
  if (end === 'time limit') plant.brake();
  plant.advanceTo(plant.time + settle);
  plant.disturb();
  return end;
}

/** What a move asks of every tick. */
interface Controller {
  /** How far the stop condition is away, positive until it has come true. */
  remaining(): number;
  /** Sets the motor powers from what the sensors say now. */
  steer(): void;
}

/**
 * Advances by one loop period, looking at the stop condition at every step of the integration.
 * Returns how long ago, in s, it came true (by interpolation), or null.
 */
function advanceWatching(plant: Plant, controller: Controller, loopPeriod: number): number | null {
  const end = plant.time + loopPeriod;
  // Half a loop must be longer than a step, or the stop would lie in the past.
  const step = Math.min(LONGEST_STEP, loopPeriod / 4);
  let before = controller.remaining();
  while (plant.time < end) {
    const from = plant.time;
    plant.advanceTo(Math.min(end, from + step));
    const now = controller.remaining();
    if (now <= 0) {
      if (!Number.isFinite(before) || before <= 0) return 0;
      return (plant.time - from) * (-now / (before - now));
    }
    before = now;
  }
  return null;
}

function controllerOf(plant: Plant, instruction: Instruction, believed: Setup): Controller {
  switch (instruction.kind) {
    case 'drive':
      return driveController(plant, instruction, believed);
    case 'turn':
      return turnController(plant, instruction);
    case 'approach':
      return approachController(plant, instruction, believed);
  }
}

function driveController(plant: Plant, instruction: DriveInstruction, believed: Setup): Controller {
  const left = plant.readLeftMotor();
  const right = plant.readRightMotor();
  const steer = straightSteering(plant, instruction.power, instruction.steering, believed);
  return {
    remaining: () => {
      const motor = (plant.readLeftMotor() - left + plant.readRightMotor() - right) / 2;
      return instruction.stopAfter - Math.abs(distanceOfMotor(believed.drive, motor));
    },
    steer,
  };
}

function approachController(
  plant: Plant,
  instruction: ApproachInstruction,
  believed: Setup,
): Controller {
  return {
    remaining: () => plant.readRange() - instruction.stopAtReading,
    steer: straightSteering(plant, instruction.power, instruction.steering, believed),
  };
}

function turnController(plant: Plant, instruction: TurnInstruction): Controller {
  const start = plant.readHeading();
  const turn =
    instruction.target.kind === 'angle'
      ? instruction.target.reported
      : wrapAngle(instruction.target.reported - start);
  const direction = Math.sign(turn);
  const trigger = Math.abs(turn) - instruction.stopEarly;
  return {
    remaining: () =>
      Math.abs(turn) < NOTHING_TO_TURN ? 0 : trigger - direction * (plant.readHeading() - start),
    steer: () =>
      plant.setPower(
        -direction * instruction.leftMoves * instruction.power,
        direction * instruction.rightMoves * instruction.power,
      ),
  };
}

/** Steering of a straight: counter-clockwise corrections slow the left wheel. */
function straightSteering(
  plant: Plant,
  power: number,
  steering: Steering,
  believed: Setup,
): () => void {
  switch (steering.hold) {
    case 'none':
      return () => plant.setPower(power, power);
    case 'encoders': {
      const left = plant.readLeftMotor();
      const right = plant.readRightMotor();
      return () => {
        const lead = plant.readRightMotor() - right - (plant.readLeftMotor() - left);
        const turned = distanceOfMotor(believed.drive, lead) / believed.drive.track;
        steerBy(plant, power, -steering.gain * turned);
      };
    }
    case 'gyro': {
      const kept = steering.heading ?? plant.readHeading();
      return () => steerBy(plant, power, steering.gain * wrapAngle(kept - plant.readHeading()));
    }
  }
}

function steerBy(plant: Plant, power: number, correction: number): void {
  const limited = Math.max(-STEERING_LIMIT, Math.min(STEERING_LIMIT, correction));
  plant.setPower(power - limited, power + limited);
}
