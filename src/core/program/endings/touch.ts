import { call } from '../text.ts';
import { defineEnding } from './definition.ts';

/** The bumper is pressed. */
export interface Touch {
  kind: 'touch';
}

export const touchEnding = defineEnding<Touch>({
  kind: 'touch',
  remaining: (robot) => () => (robot.readTouch() ? 0 : 1),
  sensesField: true,
  touches: true,
  words: () => 'as soon as the bumper is pressed',
  numbers: () => [],
  call: () => call('touched'),
});
