import { call, secondsText, sheetNumber } from '../text.ts';
import { defineEnding } from './definition.ts';
import { say } from '../../language/say.ts';

/** A time has passed, s. */
export interface TimePasses {
  kind: 'time';
  duration: number;
}

export const timeEnding = defineEnding<TimePasses>({
  kind: 'time',
  remaining(robot, { duration }) {
    const end = robot.time + duration;
    return () => end - robot.time;
  },
  sensesField: false,
  words: ({ duration }) => say`after ${secondsText(duration)} of pushing`,
  numbers: ({ duration }) => [sheetNumber(say`Push for`, duration, 's', 1)],
  call: ({ duration }, _, writer) =>
    call('after', writer.constant('SECONDS', duration, 'seconds', 's')),
});
