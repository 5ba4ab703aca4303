import type { LightPlace, RobotParameters } from '../../robot/parameters.ts';
import { call, percentText, sheetNumber, thresholdConstant } from '../text.ts';
import { defineEnding } from './definition.ts';
import { memberWord } from '../../language/memberWords.ts';
import { plural, say } from '../../language/say.ts';

/** This many times from light to dark under a sensor. */
export interface Crossings {
  kind: 'crossings';
  sensor: LightPlace;
  count: number;
  threshold: number;
}

/** How far beyond the threshold the sensor must have been before a line counts again, a share of 1. */
function marginOf({ light }: RobotParameters): number {
  return (light.light - light.dark) / 8;
}

export const crossingsEnding = defineEnding<Crossings>({
  kind: 'crossings',
  remaining(robot, { sensor, count, threshold }, estimated) {
    // A line counts once: the sensor must have been well into the light before the next one.
    const hysteresis = marginOf(estimated);
    let counted = 0;
    let dark = robot.readLight(sensor) < threshold;
    return () => {
      const reading = robot.readLight(sensor);
      const above = reading - threshold + hysteresis;
      const crosses = !dark && above < 0;
      if (crosses) {
        dark = true;
        counted++;
      } else if (dark && reading > threshold + hysteresis) dark = false;
      const left = count - counted;
      // At the last one it is the reading that tells the moment, on both sides of it.
      if (left === 0 && crosses) return above;
      return left === 1 && !dark ? Math.max(1e-9, above) : left;
    };
  },
  sensesField: true,
  sees: 'lines',
  words: ({ sensor, count, threshold }) =>
    say`when the ${memberWord(sensor)} light sensor has gone dark ${plural(count, 'once', '# times')}, below ${percentText(threshold)}`,
  numbers: ({ count, threshold }) => [
    sheetNumber(say`Crossings`, count, 'lines', 0),
    sheetNumber(say`Dark is below`, 100 * threshold, '%', 0),
  ],
  call: ({ count, threshold }, _, writer) =>
    call(
      'crossed',
      writer.constant('COUNT', count, 'as it is', 'lines'),
      thresholdConstant(threshold, writer),
      writer.constant(
        'MARGIN',
        100 * marginOf(writer.setup),
        'percent',
        say`percent on each side before a line counts again`,
      ),
    ),
});
