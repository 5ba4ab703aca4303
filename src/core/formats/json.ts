import { formatCount } from '../mathematics/quantity.ts';
import { say } from '../language/say.ts';

/** How large a JSON text may be before anything reads it. */
export interface JsonLimits {
  /** Lists and objects inside one another. */
  depth: number;
  /** Values of all lists and objects together. */
  values: number;
}

/** What the bodies of the API may hold: a field with all its corners is the largest. */
export const BODY_LIMITS: JsonLimits = { depth: 24, values: 300_000 };
/** What one document of a file may hold: a season of runs is the largest. */
export const FILE_LIMITS: JsonLimits = { depth: 24, values: 6_000_000 };

/**
 * Looks a JSON text over without building anything from it: what is nested too deep or has too many
 * values would cost a parser more than it is worth. Texts that are no JSON pass; the parser finds them.
 *
 * @returns a sentence that says what is too much, or null
 */
export function jsonExcess(text: string, { depth, values }: JsonLimits): string | null {
  let inside = 0;
  let count = 1;
  for (let i = 0; i < text.length; i++) {
    switch (text.charCodeAt(i)) {
      case 0x22: // A string ends at the next quote that no backslash stands before.
        i = endOfString(text, i);
        break;
      case 0x5b:
      case 0x7b:
        if (++inside > depth) return say`it is nested more than ${depth} deep.`;
        break;
      case 0x5d:
      case 0x7d:
        inside--;
        break;
      case 0x2c:
        if (++count > values) return say`it holds more than ${formatCount(values)} values.`;
        break;
    }
  }
  return null;
}

function endOfString(text: string, start: number): number {
  let end = text.indexOf('"', start + 1);
  while (end !== -1 && escaped(text, end)) end = text.indexOf('"', end + 1);
  return end === -1 ? text.length : end;
}

function escaped(text: string, quote: number): boolean {
  let backslashes = 0;
  while (text.charCodeAt(quote - 1 - backslashes) === 0x5c) backslashes++;
  return backslashes % 2 === 1;
}
