import { degrees } from '../mathematics/angle.ts';
import { formatNumber, formatShown, unitOf } from '../mathematics/quantity.ts';
import { say } from '../language/say.ts';

/** A length in a title: “430 mm”. */
export function lengthText(millimetres: number): string {
  // A plain space: titles go into programs and messages.
  return `${formatShown(millimetres, 'length')} ${unitOf('length')}`;
}

/** An angle without its sign: “90°”. */
export function angleText(radians: number, digits = 1): string {
  return `${formatNumber(Math.abs(degrees(radians)), digits)}°`;
}

/** How a straight is kept straight, in a word or two. */
export function heldWords({ hold }: { hold: 'none' | 'encoders' | 'gyro' }): string {
  return { none: 'not held', encoders: 'encoders', gyro: say`gyro held` }[hold];
}
