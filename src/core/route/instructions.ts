import type { Instruction } from '../program/instructions/index.ts';
import { definitionOf, type Action, type Move } from '../moves/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { stepsOf } from './plan.ts';

/**
 * The numbers that the program needs for each step, from what the setup believes about the robot.
 * The same list drives the simulation, the program sheet and the generated programs. A move that is
 * repeated has the numbers of its first round in every round, because that is what a program has.
 */
export function instructionsOf(moves: readonly Move[], setup: RobotParameters): Instruction[] {
  // True heading since the reset, counted over whole turns: the gyro's scale acts on all of it.
  let heading = 0;
  const first = new Map<Action, Instruction>();
  return stepsOf(moves).map(({ move }) => {
    const { compile, headingAfter } = definitionOf(move.kind);
    const instruction = first.get(move) ?? compile!(move, setup, heading);
    first.set(move, instruction);
    heading = headingAfter?.(move, heading) ?? heading;
    return instruction;
  });
}
