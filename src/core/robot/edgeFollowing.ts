import type { RobotParameters } from './parameters.ts';

/**
 * Following a wall or an edge by its distance alone: the sensor sits `lead` mm ahead of the axle,
 * the robot drives at `speed` mm/s and turns by `gain` rad/s per mm of error, all `delay` s late.
 * To first order this is a spring and a damper: ω_n = √(gain·v), ζ = ½·(lead − v·τ)·√(gain/v).
 * See docs/mathematics.md, section 8.
 */
export interface EdgeLoop {
  lead: number;
  speed: number;
  gain: number;
  delay: number;
}

/** Natural frequency, rad/s. */
export function naturalFrequency({ gain, speed }: EdgeLoop): number {
  return Math.sqrt(gain * speed);
}

/** Damping ratio; 0 or less means that no gain is stable, the robot weaves. */
export function dampingRatio({ lead, speed, gain, delay }: EdgeLoop): number {
  return ((lead - speed * delay) / 2) * Math.sqrt(gain / speed);
}

/** Damping that is aimed for: quick, and with an overshoot of 4 %. */
const WANTED_DAMPING = Math.SQRT1_2;
/** The formula holds while the frequency times the delay stays below this. */
const QUICKEST = 0.35;
/**
 * The frequency over the speed, rad/mm: an error of 10 mm turns the robot by a fifth of a radian at
 * most. Turned farther, a beam to the side reads more for being oblique than for being away.
 */
const STEEPEST = 0.02;
/** rad/s with which a loop that cannot be damped is at least kept slow. */
const SLOWEST = 0.8;

/**
 * The gain for {@link WANTED_DAMPING}, rad/(s·mm), no quicker than the delay and the angles allow. Where the lead
 * is used up by the delay, a weak gain that weaves slowly; {@link dampingRatio} tells which it is.
 */
export function recommendedEdgeGain(lead: number, speed: number, delay: number): number {
  const effective = lead - speed * delay;
  const cap = Math.min(delay > 0 ? QUICKEST / delay : Infinity, STEEPEST * speed);
  const frequency = effective > 0 ? (2 * WANTED_DAMPING * speed) / effective : SLOWEST;
  return Math.min(frequency, cap) ** 2 / speed;
}

/** Time from a distance to its correction at the wheels when following a wall, s. */
export function wallDelay(setup: RobotParameters): number {
  const { loopPeriod, commandDelay } = setup.program;
  return setup.rangeSide.latency + loopPeriod / 2 + commandDelay + setup.motor.lag;
}

/** The same for the light sensor, which tells at once. */
export function lineDelay(setup: RobotParameters): number {
  return setup.program.loopPeriod / 2 + setup.program.commandDelay + setup.motor.lag;
}

/** Reading of a light sensor per mm across an edge, a share of 1 per mm. */
export function edgeSlope({ light }: RobotParameters): number {
  return (light.light - light.dark) / (2 * light.spot);
}
