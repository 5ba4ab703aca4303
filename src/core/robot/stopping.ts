import { wheelSpeedOfTurn, type TurnStyle } from './driveBase.ts';
import type { RobotParameters } from './parameters.ts';
import type { Stop } from './motor.ts';

/** Mean time from the heading passing the trigger to the brake taking hold, s. */
export function turnDelay(setup: RobotParameters): number {
  return setup.gyro.latency + setup.program.loopPeriod / 2 + setup.program.commandDelay;
}

/** Mean time from the wheels passing a distance to the brake taking hold, s. */
export function driveDelay(setup: RobotParameters): number {
  return setup.program.loopPeriod / 2 + setup.program.commandDelay;
}

/** Mean time from the true distance passing the trigger to the brake taking hold, s. */
export function approachDelay(setup: RobotParameters): number {
  return setup.range.latency + setup.program.loopPeriod / 2 + setup.program.commandDelay;
}

/** How fast a wheel slows down at a stop, mm/s². */
export function deceleration(setup: RobotParameters, stop: Stop): number {
  return stop === 'coast' ? setup.motor.coasting : setup.motor.braking;
}

/** How fast a turn slows down at a stop, rad/s². */
export function turnDeceleration(
  setup: RobotParameters,
  style: TurnStyle,
  stop: Stop = 'brake',
): number {
  return deceleration(setup, stop) / wheelSpeedOfTurn(setup.drive, 1, style);
}

/**
 * How much further than the trigger the robot turns at a rate (rad/s), in rad:
 * c(ω) = ω·τ + ω²/(2α), delay plus braking. See docs/mathematics.md, section 5.
 */
export function stoppingAngle(
  setup: RobotParameters,
  rate: number,
  style: TurnStyle,
  stop: Stop = 'brake',
): number {
  return rate * turnDelay(setup) + (rate * rate) / (2 * turnDeceleration(setup, style, stop));
}
