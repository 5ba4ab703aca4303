import type { TurnStyle } from '../drivebase/driveBase.ts';

/** How a straight is kept straight: by nothing, by comparing encoders, or by the gyro. */
export type Hold = 'none' | 'encoders' | 'gyro';

/**
 * Drive a distance (mm, negative is backwards) at a speed (mm/s, positive). With the gyro hold,
 * `heading` is the heading to keep, in rad from the start heading; null keeps the present one.
 */
export interface DriveMove {
  id: string;
  kind: 'drive';
  distance: number;
  speed: number;
  hold: Hold;
  heading: number | null;
}

/**
 * Turn by gyro, either to a heading (rad from the start heading, the short way) or by an angle
 * (rad, as told, also the long way), at a rate in rad/s. `stopEarly` is how far before the target
 * the motors stop, in true rad; null takes it from the setup's turn model.
 */
export interface TurnMove {
  id: string;
  kind: 'turn';
  target: { kind: 'heading'; heading: number } | { kind: 'angle'; angle: number };
  style: TurnStyle;
  rate: number;
  stopEarly: number | null;
}

/** Drive until the range sensor is `distance` mm away from what it sees, or until the time limit. */
export interface ApproachMove {
  id: string;
  kind: 'approach';
  distance: number;
  speed: number;
  hold: Hold;
  heading: number | null;
  timeLimit: number;
}

export type Move = DriveMove | TurnMove | ApproachMove;

/** Where runs are measured: the tool point after a move, against the zone of a model. */
export interface Checkpoint {
  id: string;
  name: string;
  afterMoveId: string;
  modelId: string;
}

/** What one revision of a route says. */
export interface RoutePlan {
  startId: string;
  moves: Move[];
  checkpoints: Checkpoint[];
}

/** The numbers of a move that an aim may change, by their names. */
export type AimableNumber = 'distance' | 'heading' | 'angle';

/** Reads the number of a move that decides where it ends, and says what it is. */
export function aimableNumber(move: Move): { name: AimableNumber; value: number } {
  switch (move.kind) {
    case 'drive':
    case 'approach':
      return { name: 'distance', value: move.distance };
    case 'turn':
      return move.target.kind === 'heading'
        ? { name: 'heading', value: move.target.heading }
        : { name: 'angle', value: move.target.angle };
  }
}

/** The move with its deciding number changed by `change` (mm or rad). */
export function shiftedMove(move: Move, change: number): Move {
  switch (move.kind) {
    case 'drive':
    case 'approach':
      return { ...move, distance: move.distance + change };
    case 'turn':
      return move.target.kind === 'heading'
        ? { ...move, target: { kind: 'heading', heading: move.target.heading + change } }
        : { ...move, target: { kind: 'angle', angle: move.target.angle + change } };
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
  for (const checkpoint of plan.checkpoints) {
    if (!ids.includes(checkpoint.afterMoveId)) {
      faults.push(`Checkpoint “${checkpoint.name}” stands after a move that is not there.`);
    }
    if (!field.models.some((model) => model.id === checkpoint.modelId)) {
      faults.push(
        `Checkpoint “${checkpoint.name}” belongs to a model that the field does not have.`,
      );
    }
  }
  return faults;
}
