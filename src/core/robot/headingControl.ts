import type { RobotParameters } from './parameters.ts';

/**
 * Heading hold as a loop with one delay: θ' = −K·θ(t − τ). Without overshoot up to K·τ = 1/e, stable
 * below K·τ = π/2. See docs/mathematics.md, section 8.
 */
export const NO_OVERSHOOT = 1 / Math.E;
export const STABILITY_LIMIT = Math.PI / 2;

/**
 * Time from a heading error to its correction at the wheels, s: how late the sensor tells it, half
 * a loop period of holding the last command, the way to the motor and its lag.
 */
export function holdDelay(setup: RobotParameters, hold: 'encoders' | 'gyro'): number {
  const { loopPeriod, commandDelay } = setup.program;
  const sensor = hold === 'gyro' ? setup.gyro.latency : 0;
  return sensor + loopPeriod / 2 + commandDelay + setup.motor.lag;
}

/** The quickest steering that does not overshoot, rad/s per rad: 1/(e·τ). */
export function recommendedHoldGain(setup: RobotParameters, hold: 'encoders' | 'gyro'): number {
  return NO_OVERSHOOT / holdDelay(setup, hold);
}

/** What a gain does with a delay, in one word. */
export type LoopNature = 'no overshoot' | 'overshoots' | 'unstable';

export function natureOfHold(gain: number, delay: number): LoopNature {
  const product = gain * delay;
  if (product <= NO_OVERSHOOT) return 'no overshoot';
  return product < STABILITY_LIMIT ? 'overshoots' : 'unstable';
}
