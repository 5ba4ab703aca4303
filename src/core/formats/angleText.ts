import { degrees, radians } from '../mathematics/angle.ts';

/**
 * Degrees for an angle in rad, as short as still reads back to the same angle: 2° stays 2 and does
 * not become 2.0000000000000004. Null where no number of degrees does: between 1 and 64 rad there
 * are more floating-point numbers of radians than of degrees.
 */
function degreesThatReadBack(angle: number): number | null {
  const exact = degrees(angle);
  for (let precision = 1; precision <= 17; precision++) {
    const shorter = Number(exact.toPrecision(precision));
    if (radians(shorter) === angle) return shorter;
  }
  return null;
}

/** An angle as a table carries it: plain degrees, or exact radians where degrees would lose a digit. */
export function angleCell(angle: number): number | string {
  return degreesThatReadBack(angle) ?? `${angle} rad`;
}

/** The inverse of {@link angleCell}; NaN when the text is neither degrees nor radians. */
export function angleOfCell(text: string): number {
  const inRadians = /^(.*\d)\s*rad$/.exec(text.trim())?.[1];
  return inRadians === undefined ? radians(Number(text)) : Number(inRadians);
}
