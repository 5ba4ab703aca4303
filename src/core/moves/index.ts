import { z } from 'zod';
import { approachMove } from './approach/move.ts';
import { arcMove } from './arc/move.ts';
import { armMove } from './arm/move.ts';
import { chooseMove, joinMove, otherwiseMove, type BracketMove } from './choose/move.ts';
import { checkpointMove } from './checkpoint/move.ts';
import type { MoveDefinition, MoveOf } from './definition.ts';
import { driveMove } from './drive/move.ts';
import { followLineMove } from './followLine/move.ts';
import { followWallMove } from './followWall/move.ts';
import { repeatMove, type RepeatMove } from './repeat/move.ts';
import { settleMove } from './settle/move.ts';
import { squareUpMove } from './squareUp/move.ts';
import { turnMove } from './turn/move.ts';
import { untilColourMove } from './untilColour/move.ts';
import { untilLineMove } from './untilLine/move.ts';
import { untilTouchMove } from './untilTouch/move.ts';
import { waitMove } from './wait/move.ts';

/** Every kind of move, in the order in which people are offered them: the only list of them. */
export const MOVES = [
  driveMove,
  turnMove,
  approachMove,
  arcMove,
  untilLineMove,
  untilColourMove,
  followLineMove,
  followWallMove,
  untilTouchMove,
  squareUpMove,
  settleMove,
  armMove,
  waitMove,
  checkpointMove,
  repeatMove,
  chooseMove,
  otherwiseMove,
  joinMove,
] as const;

export type Move = MoveOf<(typeof MOVES)[number]>;
export type MoveKind = Move['kind'];
export type MoveOfKind<Kind extends MoveKind> = Extract<Move, { kind: Kind }>;

/** Moves that are carried out: all but those that only arrange others. */
export type Action = Exclude<Move, RepeatMove | BracketMove>;

export const moveSchema: z.ZodType<Move> = z.discriminatedUnion('kind', [
  driveMove.schema,
  ...MOVES.slice(1).map(({ schema }) => schema),
]);

const BY_KIND = new Map(MOVES.map((definition) => [definition.kind, definition]));

/** Whether there is a kind of move of this name. */
export function isMoveKind(kind: string): kind is MoveKind {
  return BY_KIND.has(kind as MoveKind);
}

/** Whether a move is carried out, and does not only arrange others. */
export function isAction(move: Move): move is Action {
  return definitionOf(move.kind).compile !== undefined;
}

/** All that there is to a kind of move. */
export function definitionOf<Kind extends MoveKind>(
  kind: Kind,
): MoveDefinition<MoveOfKind<Kind>, Kind> {
  return BY_KIND.get(kind) as unknown as MoveDefinition<MoveOfKind<Kind>, Kind>;
}

/** A new move of a kind with plausible numbers; some of them may be given. */
export function newMove<Kind extends MoveKind>(
  kind: Kind,
  id: string,
  given: Partial<MoveOfKind<Kind>> = {},
): MoveOfKind<Kind> {
  return { kind, ...definitionOf(kind).starting, ...given, id } as MoveOfKind<Kind>;
}
