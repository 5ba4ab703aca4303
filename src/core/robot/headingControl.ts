import type { RobotParameters } from './parameters.ts';

/**
 * Why a correction comes late: dead time, in which nothing happens, and the lag of the motors, by which it comes
 * bit by bit, s. Both delay, but a lag shakes a loop less than as much dead time.
 */
export interface HoldDelay {
  dead: number;
  lag: number;
}

/**
 * From a heading error to its correction at the wheels: how late the sensor tells it, half a loop period of holding
 * the last command, the way to the motor, and the motor's lag.
 */
export function holdDelay(setup: RobotParameters, hold: 'encoders' | 'gyro'): HoldDelay {
  const { loopPeriod, commandDelay } = setup.program;
  const sensor = hold === 'gyro' ? setup.gyro.latency : 0;
  return { dead: sensor + loopPeriod / 2 + commandDelay, lag: setup.motor.lag };
}

/**
 * The largest steering without overshoot, rad/s per rad, of a heading hold K·e^(−sτ)/(s·(1 + sT)): where two real
 * roots of s·(1 + sT) + K·e^(−sτ) meet, at s = −x with τTx² − (τ + 2T)x + 1 = 0. It is 1/(e·τ) without lag and
 * 1/(4·T) without dead time.
 */
export function noOvershootGain({ dead, lag }: HoldDelay): number {
  // The smaller root, in the form that does not lose its digits when either is small.
  const x = 2 / (dead + 2 * lag + Math.sqrt(dead * dead + 4 * lag * lag));
  return x * (1 - x * lag) * Math.exp(-x * dead);
}

/** Steps of halving to the frequency at which a loop would swing on: to the last digit. */
const HALVINGS = 60;

/**
 * The steering from which the swings grow, rad/s per rad: where the phase ω·τ + atan(ω·T) is a quarter turn, of the
 * gain ω·√(1 + ω²T²). It is π/(2τ) without lag; lag alone never makes them grow.
 */
export function stabilityLimit({ dead, lag }: HoldDelay): number {
  if (dead <= 0) return Infinity;
  let low = 0;
  let high = Math.PI / 2 / dead;
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (middle * dead + Math.atan(middle * lag) < Math.PI / 2) low = middle;
    else high = middle;
  }
  return low * Math.hypot(1, low * lag);
}

/** The quickest steering that does not overshoot, rad/s per rad. */
export function recommendedHoldGain(setup: RobotParameters, hold: 'encoders' | 'gyro'): number {
  return noOvershootGain(holdDelay(setup, hold));
}

/** What a gain does with a delay, in one word. */
export type LoopNature = 'no overshoot' | 'overshoots' | 'unstable';

export function natureOfHold(gain: number, delay: HoldDelay): LoopNature {
  if (gain <= noOvershootGain(delay)) return 'no overshoot';
  return gain < stabilityLimit(delay) ? 'overshoots' : 'unstable';
}
