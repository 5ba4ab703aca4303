import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import type { LightPlace } from '../../robot/parameters.ts';
import { call, percentText, sheetNumber, thresholdConstant } from '../text.ts';
import { defineQuestion } from './definition.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

/** A light sensor reads less, or more, than a threshold. */
export interface LightQuestion {
  kind: 'light';
  sensor: LightPlace;
  below: boolean;
  threshold: number;
}

export const lightQuestion = defineQuestion<LightQuestion>({
  kind: 'light',
  ask(robot, { sensor, below, threshold }) {
    const reading = robot.readLight(sensor);
    return below ? reading <= threshold : reading >= threshold;
  },
  chance(robot, { sensor, below, threshold }, _, { light }) {
    const dark = normalCdf(threshold, robot.readLight(sensor), Math.max(1e-9, light.noise));
    return below ? dark : 1 - dark;
  },
  compared: (robot, { sensor, threshold }, { light }) => ({
    value: 100 * robot.readLight(sensor),
    limit: 100 * threshold,
    noise: 100 * light.noise,
    digits: 0,
    unit: ' %',
  }),
  sensesField: true,
  words: ({ sensor, below, threshold }) =>
    say`the ${memberWord(sensor)} light sensor reads ${below ? say`less` : say`more`} than ${percentText(threshold)}`,
  numbers: ({ threshold }) => [sheetNumber(say`Dark is below`, 100 * threshold, '%', 0)],
  call: ({ sensor, below, threshold }, writer) =>
    call(
      below ? 'dark under' : 'light under',
      { text: sensor },
      thresholdConstant(threshold, writer),
    ),
});
