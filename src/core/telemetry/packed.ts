import type { Recording } from './recording.ts';
import { say } from '../language/say.ts';

/** A column packed into bytes. */
export interface PackedColumn {
  name: string;
  /** Decimals after which nothing is lost, or null when the bytes are doubles as they are. */
  decimals: number | null;
  bytes: Uint8Array;
}

/** Most decimals that are tried; more are kept as doubles. */
const MOST_DECIMALS = 6;
/** Marks a missing reading among whole numbers: outside of what the differences may reach. */
const MISSING = 2 ** 46;
const LARGEST = 2 ** 44;

/**
 * Packs a column without losing a digit. Telemetry has few decimals and changes little from line to
 * line, so it becomes the differences of whole numbers, each in as few bytes as it needs (zigzag and
 * base 128); what has more decimals stays as doubles.
 */
export function packColumn(name: string, values: Float64Array): PackedColumn {
  const decimals = decimalsOf(values);
  if (decimals === null) {
    return { name, decimals, bytes: new Uint8Array(values.slice().buffer) };
  }
  const power = 10 ** decimals;
  const bytes = new Uint8Array(values.length * 8);
  let end = 0;
  let before = 0;
  for (const value of values) {
    const whole = Number.isNaN(value) ? MISSING : Math.round(value * power);
    const difference = whole === MISSING ? MISSING : whole - before;
    if (whole !== MISSING) before = whole;
    let left = difference >= 0 ? difference * 2 : -difference * 2 - 1;
    while (left >= 128) {
      bytes[end++] = (left % 128) + 128;
      left = Math.floor(left / 128);
    }
    bytes[end++] = left;
  }
  return { name, decimals, bytes: bytes.slice(0, end) };
}

/** The inverse of {@link packColumn}; throws a RangeError when the bytes are not `rows` values. */
export function unpackColumn({ decimals, bytes, name }: PackedColumn, rows: number): Float64Array {
  const fail = () => new RangeError(say`The column ${name} is damaged.`);
  if (decimals === null) {
    if (bytes.length !== rows * 8) throw fail();
    // A copy of its own: bytes from elsewhere may share a buffer, and begin anywhere in it.
    return new Float64Array(new Uint8Array(bytes).buffer);
  }
  const power = 10 ** decimals;
  const values = new Float64Array(rows);
  let at = 0;
  let before = 0;
  for (let row = 0; row < rows; row++) {
    let left = 0;
    let place = 1;
    let byte = 0;
    do {
      if (at >= bytes.length) throw fail();
      byte = bytes[at++]!;
      left += (byte & 127) * place;
      place *= 128;
    } while (byte >= 128);
    const difference = left % 2 === 0 ? left / 2 : -(left + 1) / 2;
    if (difference === MISSING) values[row] = NaN;
    else {
      before += difference;
      values[row] = before / power;
    }
  }
  if (at !== bytes.length) throw fail();
  return values;
}

function decimalsOf(values: Float64Array): number | null {
  let decimals = 0;
  let power = 1;
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    while (Math.round(value * power) / power !== value) {
      if (decimals === MOST_DECIMALS) return null;
      decimals++;
      power *= 10;
    }
    // −0 has no whole number of its own.
    if (Math.abs(value * power) > LARGEST || Object.is(value, -0)) return null;
  }
  return decimals;
}

/** All columns of a recording, packed. */
export function packRecording(recording: Recording): PackedColumn[] {
  return Object.entries(recording.columns).map(([name, values]) => packColumn(name, values));
}
