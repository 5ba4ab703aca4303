import { degrees, radians } from '../geometry/angle.ts';

/**
 * Degrees for an angle in rad, as short as still reads back to the same angle: 2° stays 2 and does
 * not become 2.0000000000000004. Where no shorter text does, all 17 digits are given.
 */
export function degreesThatReadBack(angle: number): number {
  const exact = degrees(angle);
  for (let precision = 1; precision < 17; precision++) {
    const shorter = Number(exact.toPrecision(precision));
    if (radians(shorter) === angle) return shorter;
  }
  return exact;
}
