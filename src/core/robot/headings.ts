import { degrees } from '../mathematics/angle.ts';
import { formatNumber } from '../mathematics/quantity.ts';
import type { RobotParameters } from './parameters.ts';

/** A heading, rad counter-clockwise, in the convention of the robot: right is positive by default. */
export function shownHeading(heading: number, setup: RobotParameters): number {
  return degrees(setup.gyro.rightPositive ? -heading : heading);
}

/** The inverse of {@link shownHeading}: degrees as the robot counts them to core radians. */
export function headingFromShown(shown: number, setup: RobotParameters): number {
  const heading = (shown * Math.PI) / 180;
  return setup.gyro.rightPositive ? -heading : heading;
}

/** A heading as people read it: “−90.5°”. */
export function headingText(heading: number, setup: RobotParameters): string {
  return `${formatNumber(shownHeading(heading, setup), 1)}°`;
}
