import type { LightPlace } from '../../robot/parameters.ts';
import { call, percentText, sheetNumber, thresholdConstant } from '../text.ts';
import { defineEnding } from './definition.ts';

/** The first reading of a light sensor on the other side of a threshold. */
export interface LightPasses {
  kind: 'light';
  sensor: LightPlace;
  below: boolean;
  threshold: number;
}

export const lightEnding = defineEnding<LightPasses>({
  kind: 'light',
  remaining(robot, { sensor, below, threshold }) {
    const sign = below ? 1 : -1;
    return () => sign * (robot.readLight(sensor) - threshold);
  },
  sensesField: true,
  sees: 'lines',
  words: ({ sensor, below, threshold }) =>
    `as soon as the ${sensor} light sensor reads ${below ? 'less' : 'more'} than ${percentText(threshold)}`,
  numbers: ({ threshold }) => [sheetNumber('Dark is below', 100 * threshold, '%', 0)],
  call: ({ sensor, below, threshold }, _, writer) =>
    call(
      below ? 'dark under' : 'light under',
      { text: sensor },
      thresholdConstant(threshold, writer),
    ),
  noise: (_, { light }) => ({
    source: 'light',
    // Over an edge the reading changes from light to dark within the width of the spot.
    deviation: (light.noise * 2 * light.spot) / (light.light - light.dark),
    everyLook: true,
  }),
});
