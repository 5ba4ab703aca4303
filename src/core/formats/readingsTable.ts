import type { QuantityKind } from '../mathematics/quantity.ts';
import { unitSuffixes } from '../telemetry/columns.ts';
import { numberIn, readTable, TableError, type TableRow } from './table.ts';
import { say } from '../language/say.ts';

/** A column of a bench's readings. */
export interface ReadingColumn {
  name: string;
  /** What it measures; `word` is one of `words`, or any word when there are none; `count` a whole number. */
  kind: QuantityKind | 'word' | 'count';
  words?: readonly string[];
  /** Whether a reading may lack it. */
  optional?: boolean;
  /** Whether tables count it to the right, while the core counts to the left. */
  rightPositive?: boolean;
}

/** A reading by column: numbers in core units, words as they are, null where an optional one is missing. */
export type Reading = Record<string, number | string | null>;

/** The name of a column in a header, with its usual unit: `told_mm`. */
export function headerOf({ name, kind }: ReadingColumn): string {
  const unit = kind === 'word' || kind === 'count' ? undefined : Object.keys(unitSuffixes(kind))[0];
  return unit === undefined ? name : `${name}_${unit}`;
}

/**
 * Reads a table of readings under a header that names each column and its unit. Throws a
 * {@link TableError} for a missing column, a wrong unit, or a cell that cannot be read.
 */
export function readReadings(text: string, columns: readonly ReadingColumn[]): Reading[] {
  const rows = readTable(text, []);
  const names = Object.keys(rows[0]?.cells ?? {});
  if (rows.length === 0)
    throw new TableError(1, null, say`there are no readings below the header.`);
  const places = columns.map((column) => ({ column, ...placeOf(column, names) }));
  return rows.map((row) =>
    Object.fromEntries(
      places.map(({ column, header, factor }) => [
        column.name,
        header === null ? null : readingIn(row, header, column, factor),
      ]),
    ),
  );
}

function placeOf(column: ReadingColumn, names: readonly string[]) {
  const { name, kind, optional } = column;
  if (kind === 'word' || kind === 'count') {
    if (names.includes(name)) return { header: name, factor: 1 };
  } else {
    const units = unitSuffixes(kind);
    const header = names.find((one) => one === name || one.startsWith(`${name}_`));
    const unit = header?.slice(name.length + 1);
    if (header !== undefined && Object.keys(units).length === 0) return { header, factor: 1 };
    if (header !== undefined && units[unit!] !== undefined) {
      return { header, factor: units[unit!]! };
    }
    if (header !== undefined) {
      const right = Object.keys(units).map((one) => `${name}_${one}`);
      throw new TableError(
        1,
        header,
        unit === ''
          ? say`the unit is missing: write ${right.join(', ')}.`
          : say`“${unit!}” is no unit for this: write ${right.join(', ')}.`,
      );
    }
  }
  if (optional === true) return { header: null, factor: 1 };
  throw new TableError(1, headerOf(column), say`this column is missing from the header.`);
}

function readingIn(
  row: TableRow,
  header: string,
  { kind, words, optional, rightPositive }: ReadingColumn,
  factor: number,
): number | string | null {
  const text = row.cells[header] ?? '';
  if (text === '' && optional === true) return null;
  if (kind === 'word') {
    if (text === '') throw new TableError(row.line, header, say`a word is missing.`);
    if (words !== undefined && !words.includes(text)) {
      throw new TableError(row.line, header, say`write ${words.join(say` or `)}.`);
    }
    return text;
  }
  const value = numberIn(row, header);
  if (kind === 'count' && !Number.isInteger(value)) {
    throw new TableError(row.line, header, say`write a whole number.`);
  }
  return value * factor * (rightPositive === true && value !== 0 ? -1 : 1);
}
