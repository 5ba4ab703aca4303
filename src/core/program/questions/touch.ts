import { call } from '../text.ts';
import { defineQuestion } from './definition.ts';
import { say } from '../../language/say.ts';

/** The bumper is pressed. */
export interface TouchQuestion {
  kind: 'touch';
}

export const touchQuestion = defineQuestion<TouchQuestion>({
  kind: 'touch',
  ask: (robot) => robot.readTouch(),
  chance: (robot) => (robot.readTouch() ? 1 : 0),
  sensesField: true,
  words: () => say`the bumper is pressed`,
  numbers: () => [],
  call: () => call('touched'),
});
