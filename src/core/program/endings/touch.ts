import { touchQuestion, type TouchQuestion } from '../questions/touch.ts';
import { defineEnding } from './definition.ts';
import { say } from '../../language/say.ts';

/** The bumper is pressed. */
export const touchEnding = defineEnding<TouchQuestion>({
  kind: 'touch',
  remaining: (robot) => () => (robot.readTouch() ? 0 : 1),
  sensesField: true,
  touches: true,
  words: (touch, setup) => say`as soon as ${touchQuestion.words(touch, setup)}`,
  numbers: touchQuestion.numbers,
  call: (touch, _, writer) => touchQuestion.call(touch, writer),
});
