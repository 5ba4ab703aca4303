import { armQuestion, servoQuestion, type ArmQuestion, type ServoQuestion } from './attachment.ts';
import { colourQuestion, type ColourQuestion } from './colour.ts';
import type { QuestionDefinition } from './definition.ts';
import { lightQuestion, type LightQuestion } from './light.ts';
import { rangeQuestion, type RangeQuestion } from './range.ts';
import { touchQuestion, type TouchQuestion } from './touch.ts';

/** What a program asks a sensor, with every number that it needs. */
export type Question =
  RangeQuestion | LightQuestion | ColourQuestion | TouchQuestion | ArmQuestion | ServoQuestion;

/** Every kind of question: the only list of them. */
const QUESTIONS: { [Q in Question as Q['kind']]: QuestionDefinition<Q> } = {
  range: rangeQuestion,
  light: lightQuestion,
  colour: colourQuestion,
  touch: touchQuestion,
  arm: armQuestion,
  servo: servoQuestion,
};

/** All that there is to a question. */
export function questionKind<Q extends Question>({ kind }: Q): QuestionDefinition<Q> {
  return QUESTIONS[kind] as unknown as QuestionDefinition<Q>;
}

/** Chance that more than half of so many independent looks say yes, when one does with a chance of `one`. */
export function majorityChance(one: number, looks: number): number {
  let chance = 0;
  let ways = 1;
  for (let yes = 0; yes <= looks; yes++) {
    if (2 * yes > looks) chance += ways * one ** yes * (1 - one) ** (looks - yes);
    ways = (ways * (looks - yes)) / (yes + 1);
  }
  return Math.min(1, chance);
}
