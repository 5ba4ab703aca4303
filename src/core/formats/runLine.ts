import { radians } from '../mathematics/angle.ts';
import { formatQuantity, formatShown, shownValue, unitOf } from '../mathematics/quantity.ts';
import { say } from '../language/say.ts';

/** A run as it is typed at the table: `12 -5 2 h` is 12 right, 5 near, 2° right, hit. */
export interface RunLine {
  along: number;
  left: number;
  /** rad counter-clockwise; null when it was not typed. */
  turned: number | null;
  /** Null when neither h nor m was typed. */
  hit: boolean | null;
}

export type ParsedRunLine = { ok: true; line: RunLine } | { ok: false; message: string };

const LARGEST = 5000;

/**
 * Reads `right far [turned] [h|m]`: lengths in the unit in which they are shown and degrees, right, far and right turns
 * positive.
 * "+6" and "−6" with any minus sign and decimal commas are understood.
 */
export function parseRunLine(text: string): ParsedRunLine {
  const parts = text
    .trim()
    .replaceAll('−', '-')
    .split(/\s+/)
    .filter((part) => part !== '');
  let hit: boolean | null = null;
  const last = parts.at(-1)?.toLowerCase();
  if (last !== undefined && /^(h|hit|m|miss)$/.test(last)) {
    hit = last.startsWith('h');
    parts.pop();
  }
  if (parts.length < 2) {
    return {
      ok: false,
      message: say`Type right and far in ${unitOf('length')}, then degrees if you like, then h or m.`,
    };
  }
  if (parts.length > 3)
    return { ok: false, message: say`That is more than right, far and degrees.` };
  const numbers = parts.map((part) =>
    /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(part) ? Number(part.replace(',', '.')) : NaN,
  );
  const wrong = numbers.findIndex(
    (number) => !Number.isFinite(number) || Math.abs(number) > LARGEST,
  );
  if (wrong !== -1)
    return { ok: false, message: say`“${parts[wrong]!}” is not a number for a table.` };
  const unit = 1 / shownValue(1, 'length');
  const [right, far, degrees] = numbers as [number, number, number | undefined];
  if (degrees !== undefined && Math.abs(degrees) > 180) {
    return { ok: false, message: say`A heading error is at most 180°.` };
  }
  return {
    ok: true,
    line: {
      along: far * unit,
      left: right === 0 ? 0 : -right * unit,
      turned: degrees === undefined ? null : degrees === 0 ? 0 : -radians(degrees),
      hit,
    },
  };
}

/** An offset in words: "11 mm left, 6 mm far, turned 2° right". */
export function offsetWords(offset: {
  along: number;
  left: number;
  turned: number | null;
}): string {
  const words = [
    wayWords(-offset.left, ['right', 'left'], say`on the line`),
    wayWords(offset.along, ['far', 'near'], say`at the right distance`),
  ];
  if (offset.turned === null) return say`${words.join(', ')}, heading not measured`;
  const degrees = Math.round((-offset.turned * 180) / Math.PI);
  if (degrees !== 0) {
    words.push(say`turned ${Math.abs(degrees)}° ${degrees > 0 ? say`right` : say`left`}`);
  }
  return words.join(', ');
}

function wayWords(value: number, [more, less]: [string, string], none: string): string {
  if (formatShown(value, 'length', 0) === '0') return none;
  return `${formatQuantity(Math.abs(value), 'length', 0)} ${value > 0 ? more : less}`;
}
