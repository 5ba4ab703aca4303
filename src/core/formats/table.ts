import Papa from 'papaparse';
import { say } from '../language/say.ts';

/** A line of a table that could not be read. The file as a whole is refused. */
export class TableError extends Error {
  constructor(
    /** Line in the file, from 1. */
    readonly line: number,
    /** Column name, when one is to blame. */
    readonly column: string | null,
    /** What is wrong, without its place. */
    readonly problem: string,
  ) {
    super(say`Line ${line}${column === null ? '' : say`, column “${column}”`}: ${problem}`);
    this.name = 'TableError';
  }
}

/** A row of a table, with the line it stood in. */
export interface TableRow {
  line: number;
  cells: Record<string, string>;
}

/**
 * Reads CSV with a header line (comma, semicolon or tab). Every named column must be there; others
 * are kept. Throws a {@link TableError} for a missing column or a row of the wrong length.
 */
export function readTable(text: string, columns: readonly string[]): TableRow[] {
  const clean = text.replace(/^\uFEFF/, '');
  const parsed = Papa.parse<string[]>(clean, {
    skipEmptyLines: false,
    delimiter: delimiterOf(clean),
  });
  const [header, ...rows] = parsed.data;
  const names = (header ?? []).map((name) => name.trim());
  for (const column of columns) {
    if (!names.includes(column)) {
      throw new TableError(1, column, say`this column is missing from the header.`);
    }
  }
  // A quoted cell may hold line breaks, so lines are counted from the text of the rows before.
  let line = 1 + breaksIn(header ?? []);
  const result: TableRow[] = [];
  for (const row of rows) {
    line += 1;
    const first = line;
    line += breaksIn(row);
    if (row.length === 1 && row[0]!.trim() === '') continue;
    if (row.length !== names.length) {
      throw new TableError(
        first,
        null,
        say`${row.length} cells, but the header has ${names.length}. A decimal comma may have split a number.`,
      );
    }
    result.push({
      line: first,
      cells: Object.fromEntries(names.map((name, i) => [name, unguarded(row[i]!.trim())])),
    });
  }
  return result;
}

/** The delimiter of the header: cells below may hold the others. */
function delimiterOf(text: string): string {
  const header = text.split(/\r?\n/, 1)[0] ?? '';
  const count = (delimiter: string) => header.split(delimiter).length;
  return [',', ';', '\t'].toSorted((a, b) => count(b) - count(a))[0]!;
}

/**
 * Spreadsheets run cells that begin like a formula. Such texts are written behind an apostrophe,
 * and so are texts that begin with one, so that reading can take exactly one away.
 */
const GUARDED = /^['=@]/;

function unguarded(cell: string): string {
  return cell.startsWith("'") ? cell.slice(1) : cell;
}

function breaksIn(cells: readonly string[]): number {
  return cells.reduce((sum, cell) => sum + cell.split('\n').length - 1, 0);
}

/** Reads a number from a cell; throws a {@link TableError} that says what is wrong with it. */
export function numberIn(row: TableRow, column: string): number {
  const text = row.cells[column] ?? '';
  if (text === '') throw new TableError(row.line, column, say`a number is missing.`);
  if (/^[+-]?\d+,\d+$/.test(text)) {
    throw new TableError(
      row.line,
      column,
      say`write ${text.replace(',', '.')} with a point, not a comma.`,
    );
  }
  const value = Number(text);
  if (!Number.isFinite(value)) {
    throw new TableError(row.line, column, say`“${text.slice(0, 40)}” is not a number.`);
  }
  return value;
}

/** A number from a cell, or null when the cell is empty. */
export function optionalNumberIn(row: TableRow, column: string): number | null {
  return (row.cells[column] ?? '') === '' ? null : numberIn(row, column);
}

/** Writes CSV with a header line. Numbers keep every digit; null is an empty cell. */
export function writeTable(
  columns: readonly string[],
  rows: readonly Record<string, string | number | null>[],
): string {
  return `${Papa.unparse(
    {
      fields: [...columns],
      data: rows.map((row) => columns.map((column) => row[column] ?? '')),
    },
    { newline: '\n', escapeFormulae: GUARDED },
  )}\n`;
}
