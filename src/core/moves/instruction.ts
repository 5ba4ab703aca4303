import type { LightPlace } from '../robot/parameters.ts';
import type { Stop } from '../robot/motor.ts';

interface InstructionBase {
  moveId: string;
  /** s after which the program gives up. */
  timeLimit: number;
}

interface MotorInstruction extends InstructionBase {
  stop: Stop;
  /** Pause after the stop, s: the robot's own, and the time to roll out. */
  rest: number;
}

/**
 * How the program steers on a straight. `gain` is in share of full power: per rad of heading error
 * for the gyro; per rad of (right − left) / track for encoders; per mm for a wall; per unit of the
 * reading for a line. `heading` is what the gyro should report, in rad counter-clockwise; null keeps
 * what it reports when the move begins. `side` is +1 when a reading that is too large asks for a turn
 * to the left, −1 for one to the right.
 */
export type Steering =
  | { hold: 'none' }
  | { hold: 'encoders'; gain: number }
  | { hold: 'gyro'; gain: number; heading: number | null }
  | { hold: 'wall'; gain: number; reading: number; side: 1 | -1 }
  | { hold: 'line'; gain: number; threshold: number; side: 1 | -1 };

/** What ends a straight. */
export type Until =
  /** Mean wheel travel, mm without sign. */
  | { kind: 'travel'; travel: number }
  /** The first reading of the range sensor at or below this, mm. */
  | { kind: 'range'; reading: number }
  | { kind: 'light'; sensor: LightPlace; below: boolean; threshold: number }
  /** This many times from light to dark under a sensor. */
  | { kind: 'crossings'; sensor: LightPlace; count: number; threshold: number }
  | { kind: 'touch' }
  /** s. */
  | { kind: 'time'; duration: number };

/** A straight, held or following something, as the program carries it out. Powers are −1 to 1. */
export interface StraightInstruction extends MotorInstruction {
  kind: 'straight';
  power: number;
  steering: Steering;
  until: Until;
  /** What the robot is expected to run on after the stop, mm. */
  runOn: number;
  speed: number;
  reachesSpeed: boolean;
  /** What the gyro is set to at the end, rad; null leaves it alone. */
  headingAfter: number | null;
}

/** Slowly for the last part, or by a controller; gains in power per rad, per rad·s, per rad/s. */
export type TurnControl =
  | { kind: 'stop early' }
  | { kind: 'slow end'; lastAngle: number; lastPower: number }
  | { kind: 'controller'; p: number; i: number; d: number };

/** A turn as the program carries it out. Headings are as the gyro reports them, rad. */
export interface TurnInstruction extends MotorInstruction {
  kind: 'turn';
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
  /** Rate at the end, rad/s. */
  lastRate: number;
  control: TurnControl;
  reachesSpeed: boolean;
}

/** An arc: both wheels at their own power until the turn is done. */
export interface ArcInstruction extends MotorInstruction {
  kind: 'arc';
  leftPower: number;
  rightPower: number;
  by: 'encoders' | 'gyro';
  /** Turn at which the brake is set, rad without sign: as the gyro reports it, or (right − left) / track. */
  stopAfter: number;
  /** Expected true turn, rad counter-clockwise, and what the robot turns on after the stop. */
  turn: number;
  runOn: number;
  speed: number;
  reachesSpeed: boolean;
}

/** Each wheel drives until its own light sensor is over the line. */
export interface AlignInstruction extends MotorInstruction {
  kind: 'align';
  power: number;
  threshold: number;
  headingAfter: number;
}

/** Wait until the gyro is still, then make its heading 0. */
interface ZeroInstruction extends InstructionBase {
  kind: 'zero';
}

/** Stand still, s. */
interface WaitInstruction extends InstructionBase {
  kind: 'wait';
  duration: number;
}

/** Turn the attachment motor by an angle, rad; `power` has the sign of the angle. */
export interface ArmInstruction extends MotorInstruction {
  kind: 'arm';
  power: number;
  angle: number;
  /** The stop is commanded this much before the angle, rad. */
  runOn: number;
  stallTime: number;
}

/** One step of the program with every number that it needs. */
export type Instruction =
  | StraightInstruction
  | TurnInstruction
  | ArcInstruction
  | AlignInstruction
  | ZeroInstruction
  | WaitInstruction
  | ArmInstruction;
