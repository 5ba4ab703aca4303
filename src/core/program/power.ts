import { topSpeed } from '../robot/motor.ts';
import type { RobotParameters } from '../robot/parameters.ts';

/** Power of each wheel that turns the robot by 1 rad/s: half a track per second. */
export function powerPerRate(setup: RobotParameters): number {
  return setup.drive.track / 2 / topSpeed(setup.drive, setup.motor, setup.battery.voltage);
}

/** A steering gain in the teams' own unit: percent of power per degree of heading error. */
export function gainPercentPerDegree(gain: number): number {
  return (gain * 100 * Math.PI) / 180;
}
