import type { z } from 'zod';
import { angleCell, angleOfCell } from '../angleText.ts';
import { numberIn, readTable, TableError, type TableRow } from '../table.ts';
import type { Point } from '../../mathematics/pose.ts';
import { FileError } from '../files.ts';
import { say } from '../../language/say.ts';

/** The other sign, without ever giving −0, which no text would keep. */
export function negated(value: number): number {
  return value === 0 ? 0 : -value;
}

/** An angle in rad, counter-clockwise, as a cell that counts degrees to the right. */
export function rightCell(angle: number): number | string {
  return angleCell(negated(angle));
}

/** An angle from a cell in degrees, or in radians when the cell says so; rad. */
export function angleIn(row: TableRow, column: string): number {
  const text = row.cells[column] ?? '';
  const angle = text === '' ? NaN : angleOfCell(text);
  // numberIn says best what is wrong with a text that is no number at all.
  return Number.isNaN(angle) ? numberIn(row, column) : angle;
}

/** The inverse of {@link rightCell}. */
export function rightAngleIn(row: TableRow, column: string): number {
  return negated(angleIn(row, column));
}

/** An angle read by `read`, or null when the cell is empty. */
export function optionalAngleIn(
  row: TableRow,
  column: string,
  read: (row: TableRow, column: string) => number,
): number | null {
  return (row.cells[column] ?? '') === '' ? null : read(row, column);
}

/** Points as one cell: "0 0; 120.5 0; 120.5 80". */
export function pointsText(points: readonly Point[]): string {
  return points.map(({ x, y }) => `${x} ${y}`).join('; ');
}

/** The inverse of {@link pointsText}; throws a {@link TableError}. */
export function pointsIn(row: TableRow, column: string): Point[] {
  return (row.cells[column] ?? '').split(';').map((pair) => {
    const [x, y, more] = pair.trim().split(/\s+/).map(Number);
    if (!Number.isFinite(x) || !Number.isFinite(y) || more !== undefined) {
      throw new TableError(row.line, column, say`write points as “x y; x y; x y”, in mm.`);
    }
    return { x: x!, y: y! };
  });
}

/** "yes" or "no" from a cell; throws a {@link TableError} for anything else. */
export function yesIn(row: TableRow, column: string): boolean {
  const text = row.cells[column];
  if (text !== 'yes' && text !== 'no')
    throw new TableError(row.line, column, say`write yes or no.`);
  return text === 'yes';
}

export function yesText(value: boolean): string {
  return value ? 'yes' : 'no';
}

/** A number counted from 1, such as that of a revision. */
export function countIn(row: TableRow, column: string): number {
  const value = numberIn(row, column);
  if (!Number.isInteger(value) || value < 1) {
    throw new TableError(row.line, column, say`write a whole number from 1.`);
  }
  return value;
}

/**
 * What a row says, checked against a schema; throws a {@link TableError} in the row's line.
 *
 * @param columns the column of each member of the value, to name the one at fault
 */
export function checked<T>(
  row: TableRow,
  schema: z.ZodType<T>,
  value: unknown,
  columns: Readonly<Record<string, string>> = {},
): T {
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const member = issue.path.map(String).findLast((part) => part in columns);
  throw new TableError(row.line, member === undefined ? null : columns[member]!, issue.message);
}

/**
 * Reads a table as a whole; every {@link TableError} on the way becomes a {@link FileError} with the
 * place of the column in the file.
 */
export function readWhole<T>(
  text: string,
  columns: readonly string[],
  build: (rows: TableRow[]) => T,
): T {
  try {
    return build(readTable(text, columns));
  } catch (error) {
    if (!(error instanceof TableError)) throw error;
    const place = error.column === null ? 0 : columns.indexOf(error.column);
    const named = error.column === null ? error.problem : `${error.column}: ${error.problem}`;
    throw new FileError(named, error.line, Math.max(0, place) + 1);
  }
}

/** Rows gathered by what stands in a column, in the order in which each group begins. */
export function grouped(rows: readonly TableRow[], column: string): Map<string, TableRow[]> {
  const groups = new Map<string, TableRow[]>();
  for (const row of rows) {
    const key = row.cells[column] ?? '';
    const group = groups.get(key);
    if (group === undefined) groups.set(key, [row]);
    else group.push(row);
  }
  return groups;
}
