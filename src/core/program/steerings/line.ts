import { edgeSlope, lineDelay } from '../../robot/edgeFollowing.ts';
import { powerPerRate } from '../power.ts';
import { call, percentText, sheetNumber, thresholdConstant } from '../text.ts';
import { defineSteering, steerBy } from './definition.ts';
import { followingChecks } from './followingChecks.ts';
import { say } from '../../language/say.ts';

/**
 * By the first light sensor on the edge of a line; gain in share of power per unit of the reading. `side`
 * is +1 when a reading that is too large asks for a turn to the left, −1 for one to the right.
 */
export interface LineSteering {
  hold: 'line';
  gain: number;
  threshold: number;
  side: 1 | -1;
}

export const lineSteering = defineSteering<LineSteering>({
  hold: 'line',
  steer:
    (robot, power, { gain, threshold, side }) =>
    () =>
      steerBy(robot, power, side * gain * (robot.readLight('first') - threshold)),
  follows: ({ gain }, estimated, trueParameters) => ({
    source: 'light',
    lead: trueParameters.light.firstX,
    delay: lineDelay(trueParameters),
    gain: (gain * edgeSlope(estimated)) / powerPerRate(estimated),
    deviation: trueParameters.light.noise / edgeSlope(trueParameters),
  }),
  words: ({ threshold }) =>
    say`keep the first light sensor at ${percentText(threshold)}, the edge of the line`,
  numbers: ({ threshold, gain }) => [
    sheetNumber(say`Keep the light at`, 100 * threshold, '%', 0),
    sheetNumber(say`Steering per % of light`, gain, '%', 2),
  ],
  call: ({ gain, threshold, side }, writer) =>
    call(
      'edge hold',
      writer.constant(
        'GAIN',
        -side * gain,
        'gain',
        say`percent to the right per percent too light`,
      ),
      thresholdConstant(threshold, writer),
    ),
  checks: (_, speed, setup) => followingChecks(setup.light.firstX, lineDelay(setup), speed),
});
