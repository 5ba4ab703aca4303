import type { Instruction } from '../program/instructions/index.ts';
import { definitionOf, type Action, type Move } from '../moves/index.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { stepsOf, type Step } from './plan.ts';

/**
 * The numbers that the program needs for each step, from what the setup believes about the robot.
 * The same list drives the simulation, the program sheet and the generated programs. A move that is
 * repeated has the numbers of its first round in every round, because that is what a program has. After a
 * choice the heading that is believed is that at the end of its first way.
 */
export function instructionsOf(moves: readonly Move[], setup: RobotParameters): Instruction[] {
  const first = new Map<Action, Instruction>();
  return withHeadings(moves).map(({ step: { move, when }, heading }) => {
    const instruction = first.get(move) ?? definitionOf(move.kind).compile!(move, setup, heading);
    first.set(move, instruction);
    return when === null ? instruction : { ...instruction, when };
  });
}

/** A step with the headings that the program believes before and after it. */
interface HeadedStep {
  step: Step;
  /** True heading since the reset, rad counted over whole turns: the gyro's scale acts on all of it. */
  heading: number;
  headingAfter: number;
}

/** The steps with what the program believes: each way of a choice begins where its look was. */
export function withHeadings(moves: readonly Move[]): HeadedStep[] {
  let heading = 0;
  /** Headings at the last look, and at the end of its first way. */
  let atLook = 0;
  let afterFirst: number | null = null;
  let way: boolean | null = null;
  return stepsOf(moves).map((step) => {
    const answer = step.when?.answer ?? null;
    if (answer !== way) {
      if (answer === false) {
        // The second way begins at the look; both go on with the end of the first one.
        afterFirst = way === true ? heading : atLook;
        heading = atLook;
      } else if (way === false) heading = afterFirst ?? atLook;
      way = answer;
    }
    const { headingAfter, bracket } = definitionOf(step.move.kind);
    const before = heading;
    heading = headingAfter?.(step.move, before) ?? before;
    if (bracket === 'opens') [atLook, afterFirst, way] = [heading, null, null];
    return { step, heading: before, headingAfter: heading };
  });
}
