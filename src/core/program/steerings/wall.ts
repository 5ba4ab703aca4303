import { formatNumber } from '../../mathematics/quantity.ts';
import { wallDelay } from '../../robot/edgeFollowing.ts';
import { powerPerRate } from '../power.ts';
import { call, sheetNumber } from '../text.ts';
import { defineSteering, steerBy } from './definition.ts';
import { followingChecks } from './followingChecks.ts';
import { say } from '../../language/say.ts';

/**
 * By the reading of the side sensor; gain in share of power per mm. `side` is +1 when a reading that is
 * too large asks for a turn to the left, −1 for one to the right.
 */
export interface WallSteering {
  hold: 'wall';
  gain: number;
  reading: number;
  side: 1 | -1;
}

export const wallSteering = defineSteering<WallSteering>({
  hold: 'wall',
  steer:
    (robot, power, { gain, reading, side }) =>
    () => {
      const now = robot.readSideRange();
      // A reading that is missing steers nowhere.
      const error = Number.isFinite(now) ? now - reading : 0;
      steerBy(robot, power, side * gain * error);
    },
  sees: 'side',
  follows: ({ gain }, estimated, trueParameters) => ({
    source: 'range',
    lead: trueParameters.rangeSide.x,
    delay: wallDelay(trueParameters),
    gain: gain / powerPerRate(estimated),
    deviation: trueParameters.rangeSide.noise,
  }),
  words: ({ reading }) => say`keep the side sensor at ${formatNumber(reading, 0)} mm`,
  numbers: ({ reading, gain }) => [
    sheetNumber(say`Keep the reading at`, reading, 'mm', 0),
    sheetNumber(say`Steering per mm`, 100 * gain, '%', 3),
  ],
  call: ({ gain, reading, side }, writer) =>
    call(
      'wall hold',
      writer.constant('GAIN', -side * 100 * gain, 'gain', say`percent to the right per mm too far`),
      writer.constant(
        'KEEP_AT',
        reading,
        'millimetres',
        say`mm as the sensor reads, offset ${writer.origin('rangeSide.offset')}`,
      ),
    ),
  checks: (_, speed, setup) => followingChecks(setup.rangeSide.x, wallDelay(setup), speed),
});
