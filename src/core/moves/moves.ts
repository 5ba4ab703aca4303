import type { Stop } from '../robot/motor.ts';
import type { LightPlace } from '../robot/parameters.ts';
import type { TurnStyle } from '../robot/driveBase.ts';

/** How a straight is kept straight: by nothing, by comparing encoders, or by the gyro. */
export type Hold = 'none' | 'encoders' | 'gyro';

interface MoveBase {
  /** Unique in its plan. */
  id: string;
}

/** What every move that uses the motors says about its end. */
interface MotorMove extends MoveBase {
  stop: Stop;
  /** s after which the program gives up; null for one that follows from the move. */
  timeLimit: number | null;
}

/** A straight that is held. Speeds are in mm/s, positive. */
interface HeldMove extends MotorMove {
  speed: number;
  hold: Hold;
  /** Heading to keep with the gyro hold, rad from the start heading; null keeps the present one. */
  heading: number | null;
  /** Steering, rad/s per rad of error; null takes the setup's. */
  gain: number | null;
}

/** Drive a distance, mm; negative is backwards. */
export interface DriveMove extends HeldMove {
  kind: 'drive';
  distance: number;
}

/**
 * How a turn finds its end: by braking early; by going on slowly for the last part; or by a
 * controller on the wrapped heading error, which is P when `i` and `d` are 0. Gains: p in 1/s (null
 * for what the robot's delays recommend), i in 1/s², d without unit.
 */
type TurnWay =
  | { kind: 'stop early' }
  | { kind: 'slow end'; lastAngle: number; lastRate: number }
  | { kind: 'controller'; p: number | null; i: number; d: number };

/**
 * Turn by gyro, either to a heading (rad from the start heading, the short way) or by an angle
 * (rad, as told, also the long way), at a rate in rad/s. `stopEarly` is how far before the target
 * the motors stop, in true rad; null takes it from the setup's turn model.
 */
export interface TurnMove extends MotorMove {
  kind: 'turn';
  target: { kind: 'heading'; heading: number } | { kind: 'angle'; angle: number };
  style: TurnStyle;
  rate: number;
  stopEarly: number | null;
  way: TurnWay;
}

/** Drive along a circle of a radius (mm, to the axle's middle) until turned by an angle (rad). */
export interface ArcMove extends MotorMove {
  kind: 'arc';
  radius: number;
  angle: number;
  speed: number;
  backwards: boolean;
  /** What measures the turn. */
  by: 'encoders' | 'gyro';
}

/** Drive until the range sensor is `distance` mm away from what it sees. */
export interface ApproachMove extends HeldMove {
  kind: 'approach';
  distance: number;
}

/** Drive until a light sensor sees something dark, or something light. */
interface UntilLineMove extends HeldMove {
  kind: 'until line';
  sees: 'dark' | 'light';
  sensor: LightPlace;
  backwards: boolean;
}

/** Drive until the bumper is pressed. */
interface UntilTouchMove extends HeldMove {
  kind: 'until touch';
}

/**
 * Keep the side range sensor `distance` mm from a wall, mm/s forwards. `gain` is the turning rate
 * per mm of error, rad/(s·mm); null takes what the robot recommends at this speed.
 */
export interface FollowWallMove extends MotorMove {
  kind: 'follow wall';
  distance: number;
  speed: number;
  gain: number | null;
  until:
    | { kind: 'length'; length: number }
    | { kind: 'range'; distance: number }
    | { kind: 'line'; sees: 'dark' | 'light' };
}

/**
 * Follow one edge of a dark line with the first light sensor. `gain` is the turning rate per mm off
 * the edge, rad/(s·mm); null takes what the robot recommends at this speed.
 */
export interface FollowLineMove extends MotorMove {
  kind: 'follow line';
  edge: 'left' | 'right';
  speed: number;
  gain: number | null;
  until: { kind: 'length'; length: number } | { kind: 'crossing'; count: number };
}

/**
 * Press flat against the border for a time, or bring both light sensors onto a line. Afterwards the
 * heading is known again: `heading` (rad from the start heading), or the nearest quarter turn.
 */
export interface SquareUpMove extends MotorMove {
  kind: 'square up';
  against: 'border' | 'line';
  backwards: boolean;
  speed: number;
  /** How long to press, s. */
  duration: number;
  heading: number | null;
}

/** Wait until the gyro's rate reads zero, then make its heading 0 here. */
interface SettleMove extends MoveBase {
  kind: 'settle';
  timeLimit: number;
}

/** Turn the attachment motor by an angle, rad, at a share of full power. */
export interface ArmMove extends MotorMove {
  kind: 'arm';
  angle: number;
  power: number;
  /** The motor has stalled, and the move ends, when it has not moved for this long, s. */
  stallTime: number;
}

interface WaitMove extends MoveBase {
  kind: 'wait';
  duration: number;
}

/** Where runs are measured: the tool point here, against the zone of a model. */
export interface CheckpointMove extends MoveBase {
  kind: 'checkpoint';
  name: string;
  modelId: string;
  /** How long the robot stands here so that it can be measured, s. */
  pause: number;
}

/** Do everything from the move `fromId` up to here `times` times in all. */
export interface RepeatMove extends MoveBase {
  kind: 'repeat';
  fromId: string;
  times: number;
}

export type Move =
  | DriveMove
  | TurnMove
  | ArcMove
  | ApproachMove
  | UntilLineMove
  | UntilTouchMove
  | FollowWallMove
  | FollowLineMove
  | SquareUpMove
  | SettleMove
  | ArmMove
  | WaitMove
  | CheckpointMove
  | RepeatMove;

/** Moves that take time or place: all but the repeat, which only says what to do again. */
export type Action = Exclude<Move, RepeatMove>;

/** Where runs are measured. Its identifier is that of its move. */
export type Checkpoint = Pick<CheckpointMove, 'id' | 'name' | 'modelId'>;

/** What one revision of a route says. */
export interface RoutePlan {
  startId: string;
  moves: Move[];
}

/** One action as it is carried out. */
export interface Step {
  move: Action;
  /** Position of the move in the plan. */
  position: number;
  /** 1 for the first time, 2 for the next round of a repeat. */
  round: number;
}

/** Steps that a plan may have at most, repeats written out. */
const MOST_STEPS = 500;

/**
 * The moves in the order in which they are carried out, repeats written out. A repeat whose first
 * move does not stand before it is passed over; {@link planFaults} says so.
 */
export function stepsOf(moves: readonly Move[]): Step[] {
  const steps: Step[] = [];
  /** Where in `steps` each move begins. */
  const begins: number[] = [];
  const rounds = new Map<string, number>();
  const append = (move: Action, position: number) => {
    const round = (rounds.get(move.id) ?? 0) + 1;
    rounds.set(move.id, round);
    steps.push({ move, position, round });
  };
  moves.forEach((move, position) => {
    begins.push(steps.length);
    if (move.kind !== 'repeat') {
      append(move, position);
      return;
    }
    const from = moves.findIndex(({ id }) => id === move.fromId);
    if (from === -1 || from >= position) return;
    const again = steps.slice(begins[from]);
    for (let round = 1; round < move.times && steps.length < MOST_STEPS; round++) {
      for (const step of again) append(step.move, step.position);
    }
  });
  return steps;
}

/** The places at which runs of a plan are measured, in order. */
export function checkpointsOf(plan: RoutePlan): Checkpoint[] {
  return plan.moves
    .filter((move) => move.kind === 'checkpoint')
    .map(({ id, name, modelId }) => ({ id, name, modelId }));
}

/** The numbers of a move that an aim may change, by their names. */
export type AimableNumber = 'distance' | 'heading' | 'angle';

/** The number of a move that decides where it ends, and what it is; null when no number does. */
export function aimableNumber(move: Move): { name: AimableNumber; value: number } | null {
  switch (move.kind) {
    case 'drive':
    case 'approach':
      return { name: 'distance', value: move.distance };
    case 'turn':
      return move.target.kind === 'heading'
        ? { name: 'heading', value: move.target.heading }
        : { name: 'angle', value: move.target.angle };
    case 'arc':
      return { name: 'angle', value: move.angle };
    default:
      return null;
  }
}

/** The move with its deciding number changed by `change` (mm or rad). */
function shiftedMove(move: Move, change: number): Move {
  switch (move.kind) {
    case 'drive':
    case 'approach':
      return { ...move, distance: move.distance + change };
    case 'turn':
      return move.target.kind === 'heading'
        ? { ...move, target: { kind: 'heading', heading: move.target.heading + change } }
        : { ...move, target: { kind: 'angle', angle: move.target.angle + change } };
    case 'arc':
      return { ...move, angle: move.angle + change };
    default:
      return move;
  }
}

/** The plan with the deciding numbers of some moves changed, by move id. */
export function shiftedPlan(plan: RoutePlan, changes: ReadonlyMap<string, number>): RoutePlan {
  return {
    ...plan,
    moves: plan.moves.map((move) => shiftedMove(move, changes.get(move.id) ?? 0)),
  };
}

/** Sentences that say why a plan cannot be run on a field; empty when it can. */
export function planFaults(
  plan: RoutePlan,
  field: { models: readonly { id: string }[]; starts: readonly { id: string }[] },
): string[] {
  const faults: string[] = [];
  if (!field.starts.some((start) => start.id === plan.startId)) {
    faults.push('The route starts at a place that the field does not have.');
  }
  const ids = plan.moves.map((move) => move.id);
  if (new Set(ids).size !== ids.length) faults.push('Two moves have the same identifier.');
  for (const checkpoint of checkpointsOf(plan)) {
    if (!field.models.some((model) => model.id === checkpoint.modelId)) {
      faults.push(
        `Checkpoint “${checkpoint.name}” belongs to a model that the field does not have.`,
      );
    }
  }
  return [...faults, ...repeatFaults(plan.moves)];
}

function repeatFaults(moves: readonly Move[]): string[] {
  const faults: string[] = [];
  const ranges: { from: number; to: number }[] = [];
  moves.forEach((move, to) => {
    if (move.kind !== 'repeat') return;
    const from = moves.findIndex(({ id }) => id === move.fromId);
    if (from === -1 || from >= to) {
      faults.push(`Move ${to + 1} repeats from a move that does not stand before it.`);
      return;
    }
    if (ranges.some((other) => other.from < from && other.to >= from)) {
      faults.push(`Move ${to + 1} repeats a part of another repeat.`);
    }
    if (moves.slice(from, to).some(({ kind }) => kind === 'checkpoint')) {
      faults.push(`Move ${to + 1} repeats a checkpoint; runs are measured there only once.`);
    }
    ranges.push({ from, to });
  });
  if (faults.length === 0 && stepsOf(moves).length >= MOST_STEPS) {
    faults.push(`Repeats included, a route has fewer than ${MOST_STEPS} steps.`);
  }
  return faults;
}
