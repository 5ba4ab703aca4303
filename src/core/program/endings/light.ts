import { lightQuestion, type LightQuestion } from '../questions/light.ts';
import { defineEnding } from './definition.ts';
import { say } from '../../language/say.ts';

/** The first reading of a light sensor on the other side of a threshold. */
export const lightEnding = defineEnding<LightQuestion>({
  kind: 'light',
  remaining(robot, { sensor, below, threshold }) {
    const sign = below ? 1 : -1;
    return () => sign * (robot.readLight(sensor) - threshold);
  },
  sensesField: true,
  sees: 'lines',
  words: (light, setup) => say`as soon as ${lightQuestion.words(light, setup)}`,
  numbers: lightQuestion.numbers,
  call: (light, _, writer) => lightQuestion.call(light, writer),
  noise: (_, { light }) => ({
    source: 'light',
    // Over an edge the reading changes from light to dark within the width of the spot.
    deviation: (light.noise * 2 * light.spot) / (light.light - light.dark),
    everyLook: true,
  }),
});
