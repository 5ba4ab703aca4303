import { call, secondsText, sheetNumber } from '../text.ts';
import { defineEnding } from './definition.ts';

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
  words: ({ duration }) => `after ${secondsText(duration)} of pushing`,
  numbers: ({ duration }) => [sheetNumber('Push for', duration, 's', 1)],
  call: ({ duration }, _, writer) =>
    call('after', writer.constant('SECONDS', duration, 'seconds', 's')),
});
