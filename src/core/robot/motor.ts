import { motorPerMillimetre } from './driveBase.ts';
import type { DriveBase, Motor } from './parameters.ts';

/**
 * How the motors stop at the end of a move: braked, braked and then held in place against a push, or
 * left to roll out.
 */
export type Stop = 'brake' | 'hold' | 'coast';

/** Wheel surface speed, mm/s, at full power and this battery voltage. */
export function topSpeed(drive: DriveBase, motor: Motor, voltage: number): number {
  const shaft = (motor.noLoadSpeed * voltage) / motor.nominalVoltage;
  return shaft / motorPerMillimetre(drive);
}

/** Share of full power, −1 to 1, that gives a wheel surface speed in mm/s at this voltage. */
export function powerOfSpeed(
  drive: DriveBase,
  motor: Motor,
  speed: number,
  voltage: number,
): number {
  return Math.max(-1, Math.min(1, speed / topSpeed(drive, motor, voltage)));
}

/**
 * Distance in mm that a wheel at `speed` (mm/s) runs on after the sensors saw the stop condition:
 * speed × delay, then v²/(2a) of braking. `delay` in s includes half a loop period, the mean wait;
 * `deceleration` is in mm/s².
 */
export function stoppingDistance(speed: number, delay: number, deceleration: number): number {
  return speed * delay + (speed * speed) / (2 * deceleration);
}
