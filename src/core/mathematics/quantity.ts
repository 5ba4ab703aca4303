import { conventions } from '../language/conventions.ts';
import { spoken } from '../language/spoken.ts';
import { say } from '../language/say.ts';

/** What a number measures. Inside the core it is in mm, rad, s, V, or a plain number. */
export type QuantityKind =
  'length' | 'angle' | 'speed' | 'rate' | 'acceleration' | 'time' | 'voltage' | 'share' | 'number';

export interface Unit {
  /** Symbols that people may type; the first is the one that is shown. */
  symbols: string[];
  /** Core units per one of this unit. */
  factor: number;
}

const DEGREE = Math.PI / 180;

const MADE_OF_LENGTH: ReadonlySet<QuantityKind> = new Set(['length', 'speed', 'acceleration']);

/** Units by kind; the first of each is the one in which numbers are shown, unless the team counts in another. */
const UNITS: Record<QuantityKind, Unit[]> = {
  length: [
    { symbols: ['mm'], factor: 1 },
    { symbols: ['cm'], factor: 10 },
    { symbols: ['m'], factor: 1000 },
    { symbols: ['in', '"', 'inch', 'inches'], factor: 25.4 },
  ],
  angle: [
    { symbols: ['°', 'deg', 'degrees'], factor: DEGREE },
    { symbols: ['rad'], factor: 1 },
    { symbols: ['turn', 'turns'], factor: 2 * Math.PI },
  ],
  speed: [
    { symbols: ['mm/s'], factor: 1 },
    { symbols: ['cm/s'], factor: 10 },
    { symbols: ['m/s'], factor: 1000 },
    { symbols: ['in/s'], factor: 25.4 },
  ],
  rate: [
    { symbols: ['°/s', 'deg/s', '°', 'deg'], factor: DEGREE },
    { symbols: ['rad/s'], factor: 1 },
  ],
  acceleration: [
    { symbols: ['mm/s²', 'mm/s2', 'mm/s^2'], factor: 1 },
    { symbols: ['cm/s²', 'cm/s2'], factor: 10 },
    { symbols: ['m/s²', 'm/s2'], factor: 1000 },
    { symbols: ['in/s²', 'in/s2'], factor: 25.4 },
  ],
  time: [
    { symbols: ['s', 'sec'], factor: 1 },
    { symbols: ['ms'], factor: 0.001 },
  ],
  voltage: [
    { symbols: ['V', 'v'], factor: 1 },
    { symbols: ['mV'], factor: 0.001 },
  ],
  share: [{ symbols: ['%'], factor: 0.01 }],
  number: [{ symbols: [''], factor: 1 }],
};

/** Decimals more that a number has in each unit of length, for what a millimetre has. */
const MORE_DIGITS = { mm: 0, cm: 1, in: 2 } as const;

/** The unit in which a kind is shown. */
function shownUnit(kind: QuantityKind): Unit {
  const units = UNITS[kind];
  const { length } = conventions();
  // A speed is shown in the length’s unit a second, and so on.
  return (
    units.find(({ symbols }) => symbols[0] === length || symbols[0]!.startsWith(`${length}/`)) ??
    units[0]!
  );
}

/** Decimals of a kind that is shown with `digits` in mm and their like. */
function shownDigits(kind: QuantityKind, digits: number): number {
  return MADE_OF_LENGTH.has(kind) ? digits + MORE_DIGITS[conventions().length] : digits;
}

/** A typed quantity as it was understood, or a sentence that says what was not understood. */
export type ParsedQuantity = { ok: true; value: number } | { ok: false; message: string };

const QUANTITY = /^([+\-−]?(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:e[+-]?\d+)?)\s*(.*)$/i;

/**
 * Reads "430", "43 cm", "1.5 rot", "-90" or "4,5 mm" into core units. A number without a unit is
 * taken in the unit in which the kind is shown.
 *
 * @param more units that may be typed beside those of the kind
 */
export function parseQuantity(
  text: string,
  kind: QuantityKind,
  more: readonly Unit[] = [],
): ParsedQuantity {
  const match = QUANTITY.exec(text.trim());
  if (match === null) {
    return { ok: false, message: say`Type a number, such as ${exampleOf(kind)}.` };
  }
  const number = Number(match[1]!.replace(',', '.').replace('−', '-'));
  const symbol = match[2]!.trim();
  if (!Number.isFinite(number)) return { ok: false, message: say`That number is too large.` };
  const units = [...UNITS[kind], ...more];
  const factor = symbol === '' ? shownUnit(kind).factor : factorOf(symbol, units);
  return factor === null
    ? {
        ok: false,
        message: say`“${symbol}” is no unit for this. Use ${units.map(({ symbols }) => symbols[0]!).join(', ')}.`,
      }
    : { ok: true, value: number * factor };
}

function factorOf(symbol: string, units: readonly Unit[]): number | null {
  const same = (other: string) => other.toLowerCase() === symbol.toLowerCase();
  // A symbol as it stands goes before one in other letters: mV is not MV.
  const unit =
    units.find(({ symbols }) => symbols.includes(symbol)) ??
    units.find(({ symbols }) => symbols.some(same));
  return unit?.factor ?? null;
}

function exampleOf(kind: QuantityKind): string {
  const unit = unitOf(kind);
  return kind === 'angle'
    ? '90'
    : unit === ''
      ? '1.5'
      : `${unit.startsWith('mm') ? 120 : 12} ${unit}`;
}

/** The symbol of the unit in which a kind is shown. */
export function unitOf(kind: QuantityKind): string {
  return shownUnit(kind).symbols[0]!;
}

/** A core value in the unit in which its kind is shown. */
export function shownValue(value: number, kind: QuantityKind): number {
  return value / shownUnit(kind).factor;
}

/** A number with at most `digits` decimals, without trailing zeros, with a true minus sign and the language’s comma. */
export function formatNumber(value: number, digits: number): string {
  const rounded = Number(value.toFixed(digits));
  // −0 would read as a sign where there is none.
  return String(rounded === 0 ? 0 : rounded)
    .replace('-', '−')
    .replace('.', spoken().decimal);
}

/** A number with just so many decimals, where it must keep its width. */
export function formatFixed(value: number, digits: number): string {
  return value.toFixed(digits).replace('-', '−').replace('.', spoken().decimal);
}

/**
 * A whole number with its thousands apart. The engine's own way loads its tables of all languages first, which
 * holds a page up for 40 ms.
 */
export function formatCount(value: number): string {
  return String(value).replace(/\B(?=(\d{3})+$)/g, spoken().thousands);
}

/**
 * A core value in the unit in which its kind is shown, without that unit.
 *
 * @param digits decimals in mm and their like; a larger unit has more
 */
export function formatShown(value: number, kind: QuantityKind, digits = 1): string {
  return formatNumber(shownValue(value, kind), shownDigits(kind, digits));
}

/** A core value as people read it: "430 mm", "−90°", "0.012 s"; its digits as in {@link formatShown}. */
export function formatQuantity(value: number, kind: QuantityKind, digits = 1): string {
  const unit = unitOf(kind);
  const joint = unit === '' || unit === '°' ? '' : '\u00a0';
  return `${formatShown(value, kind, digits)}${joint}${unit}`;
}
