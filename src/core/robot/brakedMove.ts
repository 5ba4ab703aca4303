import exp from '@stdlib/math-base-special-exp';
import type { Motor } from './parameters.ts';

/** A move from rest to rest that is ended by setting the brake. Lengths are of wheel travel. */
export interface BrakedMove {
  /** Travel at which the program has to see the stop condition, mm; 0 when that is at once. */
  stopAfter: number;
  /** Speed when the brake takes hold, mm/s. */
  brakeSpeed: number;
  /** Time from the first motion to rest, s. */
  duration: number;
  /** Whether the wanted speed is as good as reached. */
  reachesSpeed: boolean;
}

/** Share of the wanted speed that counts as having reached it. */
const REACHED = 0.97;

/**
 * Where to look for the stop so that wheels come to rest after `length` mm: they speed up under the
 * acceleration limit and the motor's lag, run on for `delay` s after the condition came true, and
 * then brake over v²/(2a). For a long move this is the constant run-on v·τ + v²/(2a); a short one
 * brakes before the speed is reached and runs on less.
 */
export function brakedMove(
  length: number,
  speed: number,
  motor: Motor,
  delay: number,
  deceleration = motor.braking,
): BrakedMove {
  const restsAfter = (time: number) =>
    travelAfter(time, speed, motor) + speedAfter(time, speed, motor) ** 2 / (2 * deceleration);
  // Where it rests grows with the time of braking, so halving the interval finds it.
  let early = 0;
  let late = length / speed + speed / motor.acceleration + 5 * motor.lag;
  for (let i = 0; i < 60; i++) {
    const middle = (early + late) / 2;
    if (restsAfter(middle) < length) early = middle;
    else late = middle;
  }
  const brakeSpeed = speedAfter(late, speed, motor);
  return {
    stopAfter: travelAfter(Math.max(0, late - delay), speed, motor),
    brakeSpeed,
    duration: late + brakeSpeed / deceleration,
    reachesSpeed: brakeSpeed >= REACHED * speed,
  };
}

/** Time for which the acceleration limit, and not the lag, rules the start, s. */
function limitedTime(speed: number, motor: Motor): number {
  return Math.max(0, speed / motor.acceleration - motor.lag);
}

/** Wheel speed, mm/s, this long after a start from rest. */
function speedAfter(time: number, speed: number, motor: Motor): number {
  const limited = limitedTime(speed, motor);
  if (time <= limited) return motor.acceleration * time;
  const missing = speed - motor.acceleration * limited;
  return speed - missing * exp(-(time - limited) / motor.lag);
}

/** Wheel travel, mm, this long after a start from rest. */
export function travelAfter(time: number, speed: number, motor: Motor): number {
  const limited = limitedTime(speed, motor);
  if (time <= limited) return (motor.acceleration * time * time) / 2;
  const missing = speed - motor.acceleration * limited;
  const rest = time - limited;
  return (
    (motor.acceleration * limited * limited) / 2 +
    speed * rest -
    missing * motor.lag * (1 - exp(-rest / motor.lag))
  );
}
