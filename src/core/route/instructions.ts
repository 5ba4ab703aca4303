import { headingError, wrapAngle } from '../geometry/angle.ts';
import { wheelSpeedOfTurn, wheelTravelOfTurn } from '../drivebase/driveBase.ts';
import { powerOfSpeed, runOnDistance, topSpeed } from '../drivebase/motor.ts';
import { brakedMove } from '../drivebase/brakedMove.ts';
import type { Setup } from '../robot/setup.ts';
import type { ApproachMove, DriveMove, Hold, Move, TurnMove } from './moves.ts';
import { approachDelay, driveDelay, turnDelay } from './turnModel.ts';

/**
 * How the program steers on a straight. `gain` is in share of full power per rad of heading error
 * (for encoders: of (right − left) / track). `heading` is what the gyro should report, in rad
 * counter-clockwise; null keeps what it reports when the move begins.
 */
export interface Steering {
  hold: Hold;
  gain: number;
  heading: number | null;
}

/** A straight as the program carries it out: powers are shares of full power, −1 to 1. */
export interface DriveInstruction {
  kind: 'drive';
  moveId: string;
  power: number;
  steering: Steering;
  /** Mean wheel travel, mm without sign, at which the brake is set. */
  stopAfter: number;
  /** What the robot is expected to run on after that, mm. */
  runOn: number;
  speed: number;
  duration: number;
  timeLimit: number;
  reachesSpeed: boolean;
}

/** A turn as the program carries it out. Headings are as the gyro reports them, rad. */
export interface TurnInstruction {
  kind: 'turn';
  moveId: string;
  /** Power of the moving wheels, without sign. */
  power: number;
  /** +1 or 0: whether the wheel moves in this turn. */
  leftMoves: 0 | 1;
  rightMoves: 0 | 1;
  target: { kind: 'heading'; reported: number } | { kind: 'angle'; reported: number };
  /** The brake is set this much before the target, reported rad. */
  stopEarly: number;
  /** Expected reported heading at which the brake is set, rad. */
  triggerHeading: number;
  /** Expected true turn, rad counter-clockwise. */
  turn: number;
  rate: number;
  duration: number;
  timeLimit: number;
  reachesSpeed: boolean;
}

/** A sensor approach as the program carries it out. */
export interface ApproachInstruction {
  kind: 'approach';
  moveId: string;
  power: number;
  steering: Steering;
  /** The brake is set at the first reading at or below this, mm. */
  stopAtReading: number;
  runOn: number;
  speed: number;
  timeLimit: number;
}

export type Instruction = DriveInstruction | TurnInstruction | ApproachInstruction;

/**
 * The numbers that the program needs for each move, from what the setup believes about the robot.
 * The same list drives the simulation, the program sheet and the generated programs.
 */
export function instructionsOf(moves: readonly Move[], setup: Setup): Instruction[] {
  // True heading since the reset, counted over whole turns: the gyro's scale acts on all of it.
  let heading = 0;
  return moves.map((move) => {
    switch (move.kind) {
      case 'drive': {
        const steering = steeringOf(move, setup, heading);
        if (move.hold === 'gyro' && move.heading !== null) {
          heading += headingError(move.heading, heading);
        }
        return driveInstruction(move, setup, steering);
      }
      case 'approach': {
        const steering = steeringOf(move, setup, heading);
        if (move.hold === 'gyro' && move.heading !== null) {
          heading += headingError(move.heading, heading);
        }
        return approachInstruction(move, setup, steering);
      }
      case 'turn': {
        const turn =
          move.target.kind === 'heading'
            ? headingError(move.target.heading, heading)
            : move.target.angle;
        const instruction = turnInstruction(move, setup, heading, turn);
        heading += turn;
        return instruction;
      }
    }
  });
}

function driveInstruction(move: DriveMove, setup: Setup, steering: Steering): DriveInstruction {
  const length = Math.abs(move.distance);
  const speed = reachableSpeed(move.speed, setup);
  const braked = brakedMove(length, speed, setup.motor, driveDelay(setup));
  return {
    kind: 'drive',
    moveId: move.id,
    power: Math.sign(move.distance) * power(speed, setup),
    steering,
    stopAfter: braked.stopAfter,
    runOn: length - braked.stopAfter,
    speed,
    duration: braked.duration + setup.program.settle,
    timeLimit: 2 * braked.duration + 2,
    reachesSpeed: braked.reachesSpeed,
  };
}

function turnInstruction(
  move: TurnMove,
  setup: Setup,
  heading: number,
  turn: number,
): TurnInstruction {
  const wheelSpeed = reachableSpeed(wheelSpeedOfTurn(setup.drive, move.rate, move.style), setup);
  const perTurn = wheelSpeedOfTurn(setup.drive, 1, move.style);
  const braked = brakedMove(Math.abs(turn) * perTurn, wheelSpeed, setup.motor, turnDelay(setup));
  const runOn = move.stopEarly ?? Math.abs(turn) - braked.stopAfter / perTurn;
  const scale = setup.gyro.scale;
  const stopEarly = scale * Math.min(Math.abs(turn), runOn);
  const moving = wheelTravelOfTurn(setup.drive, 1, move.style);
  return {
    kind: 'turn',
    moveId: move.id,
    power: power(wheelSpeed, setup),
    leftMoves: moving.left === 0 ? 0 : 1,
    rightMoves: moving.right === 0 ? 0 : 1,
    target:
      move.target.kind === 'heading'
        ? { kind: 'heading', reported: scale * (heading + turn) }
        : { kind: 'angle', reported: scale * turn },
    stopEarly,
    triggerHeading: scale * (heading + turn) - Math.sign(turn) * stopEarly,
    turn,
    rate: wheelSpeed / perTurn,
    duration: braked.duration + setup.program.settle,
    timeLimit: 2 * braked.duration + 2,
    reachesSpeed: braked.reachesSpeed,
  };
}

function approachInstruction(
  move: ApproachMove,
  setup: Setup,
  steering: Steering,
): ApproachInstruction {
  const speed = reachableSpeed(move.speed, setup);
  const runOn = runOnDistance(setup.motor, speed, approachDelay(setup));
  return {
    kind: 'approach',
    moveId: move.id,
    // A sensor that looks backwards is approached backwards.
    power: (Math.cos(setup.range.heading) < 0 ? -1 : 1) * power(speed, setup),
    steering,
    // Offset is reading minus distance, so the reading to wait for grows with it.
    stopAtReading: move.distance + runOn + setup.range.offset,
    runOn,
    speed,
    timeLimit: move.timeLimit,
  };
}

function steeringOf(
  move: { hold: Hold; heading: number | null },
  setup: Setup,
  heading: number,
): Steering {
  // Turning at 1 rad/s takes half a track per second on each wheel.
  const powerPerRate =
    setup.drive.track / 2 / topSpeed(setup.drive, setup.motor, setup.battery.voltage);
  switch (move.hold) {
    case 'none':
      return { hold: 'none', gain: 0, heading: null };
    case 'encoders':
      return { hold: 'encoders', gain: setup.program.encoderGain * powerPerRate, heading: null };
    case 'gyro': {
      const kept =
        move.heading === null ? null : heading + wrapAngle(move.heading - wrapAngle(heading));
      return {
        hold: 'gyro',
        gain: setup.program.headingGain * powerPerRate,
        heading: kept === null ? null : setup.gyro.scale * kept,
      };
    }
  }
}

function power(wheelSpeed: number, setup: Setup): number {
  return powerOfSpeed(setup.drive, setup.motor, wheelSpeed, setup.battery.voltage);
}

function reachableSpeed(wheelSpeed: number, setup: Setup): number {
  return Math.min(wheelSpeed, topSpeed(setup.drive, setup.motor, setup.battery.voltage));
}

/** The steering gain in the teams' own unit: percent of power per degree of heading error. */
export function gainPercentPerDegree(steering: Steering): number {
  return (steering.gain * 100 * Math.PI) / 180;
}
