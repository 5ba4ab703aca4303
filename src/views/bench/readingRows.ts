import { v4 as uuid } from 'uuid';
import type { Reading } from '../../core/formats/readingsTable.ts';
import { formatShown, parseQuantity, unitOf } from '../../core/mathematics/quantity.ts';
import type { ShownColumn } from './trialBench.ts';
import { memberWord } from '../../core/language/memberWords.ts';
import { say } from '../../core/language/say.ts';

/** A reading as it is typed; an empty row is one still to come. */
export interface ReadingRow {
  key: string;
  cells: Record<string, string>;
  struck: string | null;
}

/** What a column is called, with the unit in which it is typed. */
export function columnLabel({ label, kind, rightPositive }: ShownColumn): string {
  if (kind === 'word' || kind === 'count') return label;
  const sign = rightPositive === undefined ? '' : ` (${rightPositive ? say`right` : say`left`} +)`;
  return `${label}, ${unitOf(kind)}${sign}`;
}

/** Empty rows that stand ready below the last reading. */
const READY = 2;

/** What a cell says, in core units, or a sentence when it cannot be read. */
export type CellReading = { value: number | string | null } | { fault: string };

/** Reads one cell. An empty one is null; whether that will do is the row's business. */
export function readCell(text: string, column: ShownColumn): CellReading {
  const clean = text.trim();
  if (clean === '') return { value: null };
  if (column.kind === 'word') {
    const word = column.words?.find((one) =>
      [one, memberWord(one)].some((known) => known.startsWith(clean.toLowerCase())),
    );
    if (column.words === undefined) return { value: clean.slice(0, 40) };
    return word === undefined
      ? { fault: say`Write ${column.words.map(memberWord).join(say` or `)}.` }
      : { value: word };
  }
  if (column.kind === 'count') {
    const count = Number(clean);
    return Number.isInteger(count) && count > 0
      ? { value: count }
      : { fault: say`Write a whole number from 1.` };
  }
  const parsed = parseQuantity(clean, column.kind);
  if (!parsed.ok) return { fault: parsed.message };
  return { value: column.rightPositive === true ? -parsed.value || 0 : parsed.value };
}

/** The reading of a row; null while a cell is missing or cannot be read. */
export function readRow(row: ReadingRow, columns: readonly ShownColumn[]): Reading | null {
  const reading: Reading = {};
  for (const column of columns) {
    const cell = readCell(row.cells[column.name] ?? '', column);
    if ('fault' in cell || (cell.value === null && column.optional !== true)) return null;
    reading[column.name] = cell.value;
  }
  return reading;
}

/** A row that says a reading, to more digits than people measure. */
export function rowOf(
  reading: Reading,
  columns: readonly ShownColumn[],
  struck: string | null = null,
): ReadingRow {
  return {
    key: uuid(),
    struck,
    cells: Object.fromEntries(
      columns.map((column) => {
        const value = reading[column.name];
        if (value === null || value === undefined) return [column.name, ''];
        if (typeof value === 'string' || column.kind === 'word' || column.kind === 'count') {
          return [column.name, String(value)];
        }
        const signed = column.rightPositive === true ? -value : value;
        const text = formatShown(
          signed,
          column.kind,
          column.digits ?? (column.kind === 'length' ? 1 : 2),
        );
        return [column.name, text.replace('−', '-')];
      }),
    ),
  };
}

/** There is always room for the next reading; what stays the same is filled in from the last. */
export function withReadyRows(
  rows: readonly ReadingRow[],
  columns: readonly ShownColumn[],
): ReadingRow[] {
  const filled = lastFilled(rows, columns) + 1;
  const last = rows[filled - 1];
  const fresh = Array.from({ length: Math.max(0, filled + READY - rows.length) }, () => ({
    key: uuid(),
    struck: null,
    cells: Object.fromEntries(
      columns.map(({ name, keep, words }) => [
        name,
        keep === true ? (last?.cells[name] ?? words?.[0] ?? '') : '',
      ]),
    ),
  }));
  return [...rows, ...fresh];
}

/** Rows without the last one that says anything. */
export function withoutLast(
  rows: readonly ReadingRow[],
  columns: readonly ShownColumn[],
): ReadingRow[] {
  const filled = lastFilled(rows, columns);
  return withReadyRows(
    rows.filter((_, i) => i !== filled),
    columns,
  );
}

/** The row that was filled last; −1 while none is. What is the same in all rows fills none. */
function lastFilled(rows: readonly ReadingRow[], columns: readonly ShownColumn[]): number {
  const measured = columns.filter(({ keep }) => keep !== true);
  return rows.findLastIndex((row) => measured.some(({ name }) => (row.cells[name] ?? '') !== ''));
}

/** Rows with new readings behind the last filled one. */
export function withReadings(
  rows: readonly ReadingRow[],
  readings: readonly Reading[],
  columns: readonly ShownColumn[],
): ReadingRow[] {
  const filled = lastFilled(rows, columns) + 1;
  return withReadyRows(
    [...rows.slice(0, filled), ...readings.map((reading) => rowOf(reading, columns))],
    columns,
  );
}
