import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

const WORDS: ReadonlyMap<string, () => string> = new Map([
  ['drive motor', () => say`drive motor`],
  ['attachment motor', () => say`attachment motor`],
  ['motor port', () => say`motor port`],
  ['servo port', () => say`servo port`],
  ['sensor port', () => say`sensor port`],
  ['bus', () => say`bus`],
  ['analog channel', () => say`analog channel`],
  ['at the side', () => say`at the side`],
  ['first light', () => say`first light`],
  ['second light', () => say`second light`],
  ['colours', () => say`colours`],
  ['reflected', () => say`reflected`],
  ['red', () => say`red`],
  ['green', () => say`green`],
  ['blue', () => say`blue`],
  ['rotations', () => say`rotations`],
  ['counts', () => say`counts`],
  ['raw', () => say`raw`],
  ['0 to 255', () => say`0 to 255`],
  ['0 or 1', () => say`0 or 1`],
]);

/**
 * What hangs where on a hub, for what, and in which unit it speaks, in words; a unit of people’s own stays as they wrote
 * it.
 */
export function portWord(of: string): string {
  return WORDS.get(of)?.() ?? memberWord(of);
}

const PLACES: ReadonlyMap<string, () => string> = new Map([
  ['motor port', () => say`motor ports`],
  ['servo port', () => say`servo ports`],
  ['sensor port', () => say`sensor ports`],
  ['bus', () => say`bus`],
  ['analog channel', () => say`analog channels`],
]);

/** All places of a kind, as a heading. */
export function placesWord(place: string): string {
  return PLACES.get(place)?.() ?? place;
}
