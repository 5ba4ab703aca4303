import { isRightPositive } from '../language/conventions.ts';
import { degrees } from '../mathematics/angle.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import type { RobotParameters } from './parameters.ts';

/** A heading, rad counter-clockwise, in degrees as the team counts them, or else as the robot does. */
export function shownHeading(heading: number, setup: RobotParameters): number {
  return degrees(isRightPositive(setup.gyro.rightPositive) ? -heading : heading);
}

/** A heading in degrees as the robot’s gyro counts them: what a program compares and a hand types into it. */
export function gyroHeading(heading: number, { gyro }: RobotParameters): number {
  return degrees(gyro.rightPositive ? -heading : heading);
}

/** The inverse of {@link shownHeading}. */
export function headingFromShown(shown: number, setup: RobotParameters): number {
  const heading = (shown * Math.PI) / 180;
  return isRightPositive(setup.gyro.rightPositive) ? -heading : heading;
}

/** A heading as {@link gyroHeading} counts it, for what stands beside a program. */
export function gyroHeadingText(heading: number, setup: RobotParameters): string {
  return `${formatNumber(gyroHeading(heading, setup), 1)}°`;
}

/** A heading as people read it: “−90.5°”. */
export function headingText(heading: number, setup: RobotParameters): string {
  return `${formatNumber(shownHeading(heading, setup), 1)}°`;
}
