import { wrapAngle } from '../../mathematics/angle.ts';
import { gyroHeadingText, gyroHeading } from '../../robot/headings.ts';
import { gainPercentPerDegree } from '../power.ts';
import { call, sheetNumber } from '../text.ts';
import { defineSteering, steerBy } from './definition.ts';
import { holdChecks } from './holdChecks.ts';
import { say } from '../../language/say.ts';

/**
 * By the gyro; gain in share of power per rad of heading error. `heading` is what the gyro should
 * report, in rad counter-clockwise; null keeps what it reports when the move begins.
 */
export interface GyroSteering {
  hold: 'gyro';
  gain: number;
  heading: number | null;
}

export const gyroSteering = defineSteering<GyroSteering>({
  hold: 'gyro',
  steer(robot, power, { gain, heading }, _, memory) {
    const read = () => robot.readHeading() + memory.headingOffset;
    const kept = heading ?? read();
    return () => steerBy(robot, power, gain * wrapAngle(kept - read()));
  },
  readsGyro: true,
  words: ({ heading }, setup) =>
    heading === null
      ? say`keep the heading that the gyro reads at the beginning`
      : say`keep the gyro at ${gyroHeadingText(heading, setup)}`,
  numbers: ({ gain, heading }, setup) => [
    ...(heading === null
      ? []
      : [sheetNumber(say`Heading to keep`, gyroHeading(heading, setup), '°', 1)]),
    sheetNumber(say`Steering per degree`, gainPercentPerDegree(gain), '%', 2),
  ],
  call: ({ gain, heading }, writer) =>
    call(
      'gyro hold',
      writer.constant('GAIN', gainPercentPerDegree(gain), 'gain', say`percent per degree`),
      writer.constant(
        'HEADING',
        heading === null ? null : gyroHeading(heading, writer.setup),
        'degrees',
        say`degrees to keep; none keeps what it reads`,
      ),
    ),
  checks: ({ gain }, _, setup) => holdChecks('gyro', gain, setup),
});
