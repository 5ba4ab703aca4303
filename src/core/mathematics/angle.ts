const FULL_TURN = 2 * Math.PI;

/** Wraps an angle in radians into (−π, π]. */
export function wrapAngle(angle: number): number {
  if (angle > -Math.PI && angle <= Math.PI) return angle;
  const wrapped = angle - FULL_TURN * Math.round(angle / FULL_TURN);
  // Math.round sends exactly half a turn either way; the interval is closed at +π only.
  if (wrapped <= -Math.PI) return wrapped + FULL_TURN;
  if (wrapped > Math.PI) return wrapped - FULL_TURN;
  return wrapped;
}

/**
 * The turn, in radians within (−π, π], that leads from `state` to `reference` the short way round.
 * Positive is counter-clockwise: from 5° to 350° the answer is −15°, not +345°.
 *
 * @example
 * headingError(radians(350), radians(5)) // −0.2618, that is −15°
 */
export function headingError(reference: number, state: number): number {
  return wrapAngle(reference - state);
}

/**
 * Circular mean of angles in radians, within (−π, π]; NaN for an empty list or when the directions
 * cancel out, because then no mean direction exists.
 * Source: Mardia and Jupp, Directional Statistics, 2000, section 2.2.
 */
export function circularMean(angles: readonly number[]): number {
  let sine = 0;
  let cosine = 0;
  for (const angle of angles) {
    sine += Math.sin(angle);
    cosine += Math.cos(angle);
  }
  if (Math.hypot(sine, cosine) < 1e-12 * Math.max(1, angles.length)) return NaN;
  return Math.atan2(sine, cosine);
}

/** Degrees to radians. */
export function radians(degrees: number): number {
  return (degrees * Math.PI) / 180;
}

/** Radians to degrees. */
export function degrees(radians: number): number {
  return (radians * 180) / Math.PI;
}
