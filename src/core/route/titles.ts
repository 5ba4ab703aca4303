import { definitionOf, type Move } from '../moves/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { withHeadings } from './instructions.ts';

/** A move in a few words, and in one or two for where there is little room. */
export interface MoveTitle {
  title: string;
  short: string;
}

/** What the moves of a plan are called, in the robot's own sense of right and left, one a move. */
export function titlesOf(moves: readonly Move[], setup: RobotParameters): MoveTitle[] {
  const position = (id: string) => moves.findIndex((move) => move.id === id);
  const turns = expectedTurns(moves);
  return moves.map((move, i) => {
    const { title, shortTitle } = definitionOf(move.kind);
    const turn = turns[i] ?? 0;
    return { title: title(move, { setup, turn, position }), short: shortTitle(move, turn) };
  });
}

/** By how much the program believes that each move turns the robot the first time, rad. */
function expectedTurns(moves: readonly Move[]): number[] {
  const turns: number[] = [];
  for (const { step, heading, headingAfter } of withHeadings(moves)) {
    turns[step.position] ??= headingAfter - heading;
  }
  return turns;
}
