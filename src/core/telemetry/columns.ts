import type { QuantityKind } from '../mathematics/quantity.ts';
import { say } from '../language/say.ts';

/** A column of telemetry: what it measures, and core units per one of its own unit. */
export interface TelemetryColumn {
  /** As in the header, such as `heading_deg`. */
  name: string;
  /** The quantity without its unit, such as `heading` or `range2`. */
  quantity: string;
  kind: QuantityKind;
  factor: number;
}

const DEGREE = Math.PI / 180;

/** Units that a column's name may end in, by what it measures; the first is the usual one. */
const SUFFIXES: Partial<Record<QuantityKind, Record<string, number>>> = {
  time: { s: 1, ms: 1e-3, us: 1e-6 },
  angle: { deg: DEGREE, rad: 1, turns: 2 * Math.PI },
  rate: { dps: DEGREE, radps: 1 },
  length: { mm: 1, cm: 10, m: 1000, in: 25.4 },
  voltage: { v: 1, mv: 1e-3 },
  share: { pct: 0.01, share: 1 },
};

/** What each quantity may be measured as. Several sensors of a kind are numbered: range2, light3. */
const QUANTITIES: Record<string, QuantityKind[]> = {
  t: ['time'],
  heading: ['angle'],
  // Where a camera saw the middle of the axle, on the field.
  x: ['length'],
  y: ['length'],
  rate: ['rate'],
  left: ['angle'],
  right: ['angle'],
  range: ['length', 'voltage'],
  light: ['share'],
  red: ['share'],
  green: ['share'],
  blue: ['share'],
  battery: ['voltage'],
  // What a person beside the robot read, on the line of an event.
  asked: ['length', 'angle'],
  pace: ['rate'],
  tape: ['length'],
  ahead: ['length'],
  aside: ['length'],
  turned: ['angle'],
  incidence: ['angle'],
};

/** The columns that every line may carry besides quantities. */
export const LINE_NUMBER = 'n';
export const EVENT = 'event';
export const TIME = 't';

/** Endings of a column's name that give its unit, for a kind of quantity; the first is the usual one. */
export function unitSuffixes(kind: QuantityKind): Readonly<Record<string, number>> {
  return SUFFIXES[kind] ?? {};
}

/** A name that cannot be read, as a sentence; or null for a column that Corvat has no use for. */
export type ColumnReading = TelemetryColumn | { fault: string } | null;

/**
 * Reads a column's name. Names are a quantity and its unit, joined by an underscore: `left_deg`.
 */
export function telemetryColumn(name: string): ColumnReading {
  const [stem, unit] = name.trim().toLowerCase().split('_', 2) as [string, string | undefined];
  const kinds = QUANTITIES[stem.replace(/\d+$/, '')];
  if (kinds === undefined) return null;
  const suffixes = kinds.flatMap((kind) =>
    Object.entries(SUFFIXES[kind] ?? {}).map(([suffix, factor]) => ({ suffix, factor, kind })),
  );
  const names = suffixes.map(({ suffix }) => `${stem}_${suffix}`).join(', ');
  if (unit === undefined) {
    return { fault: say`Column “${name}” needs its unit in the name: ${names}.` };
  }
  const found = suffixes.find(({ suffix }) => suffix === unit);
  if (found === undefined) {
    return { fault: say`Column “${name}”: “${unit}” is no unit for ${stem}. Write ${names}.` };
  }
  return { name: name.trim(), quantity: stem, kind: found.kind, factor: found.factor };
}
