import { isRightPositive } from '../language/conventions.ts';
import { definitionOf } from '../moves/index.ts';
import { questionOf } from '../moves/questions.ts';
import { questionKind } from '../program/questions/index.ts';
import { instructionKind } from '../program/instructions/index.ts';
import type { SheetText } from '../program/text.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { instructionsOf } from '../route/instructions.ts';
import { stepsOf, type RoutePlan } from '../route/plan.ts';
import { titlesOf } from '../route/titles.ts';
import { say } from '../language/say.ts';

/** One move of a route in plain words, with every number that a team types into its own tool. */
export interface SheetStep extends SheetText {
  moveId: string;
  title: string;
}

/** What is done before the first move, in sentences. */
export function startSentences({ startBy }: RoutePlan, setup: RobotParameters): string[] {
  const ready = say`Put the robot against the jig, hands off.`;
  const zero = say`Wait until the gyro rate reads zero, then reset the heading.`;
  const { rightPositive } = setup.gyro;
  const signs =
    isRightPositive(rightPositive) === rightPositive
      ? []
      : [
          say`Headings on this sheet are as the gyro counts them: turns to the ${rightPositive ? say`right` : say`left`} are positive.`,
        ];
  if (startBy === undefined) return [ready, zero, ...signs];
  const question = questionOf(startBy, setup);
  const words = questionKind(question).words(question, setup);
  return [ready, say`Stand still until ${words}.`, zero, ...signs];
}

/** The moves of a plan in words, one entry a move. */
export function programSheet({ moves }: RoutePlan, setup: RobotParameters): SheetStep[] {
  const steps = stepsOf(moves);
  const instructions = instructionsOf(moves, setup);
  const titles = titlesOf(moves, setup);
  const position = (id: string) => moves.findIndex((move) => move.id === id);
  return moves.map((move, i) => {
    const instruction = instructions[steps.findIndex((step) => step.move.id === move.id)];
    const sheet =
      instruction === undefined
        ? { sentences: [], numbers: [] }
        : instructionKind(instruction).sheet(instruction, setup);
    const sentences = definitionOf(move.kind).sentences?.(move, position) ?? sheet.sentences;
    return { moveId: move.id, title: titles[i]!.title, sentences, numbers: sheet.numbers };
  });
}
