import Papa from 'papaparse';
import { EVENT, LINE_NUMBER, telemetryColumn, TIME, type TelemetryColumn } from './columns.ts';
import { say } from '../language/say.ts';

/** One line of telemetry as it was sent, in its own units. */
export interface TelemetryLine {
  /** Count of the line on its sender, from 1; null when the sender does not count. */
  n: number | null;
  /** Readings by column name; a cell that is empty is not there. */
  values: Record<string, number>;
  event: string | null;
}

export type ReadLine = { line: TelemetryLine } | { fault: string };

/** How the text of a sender is to be understood: JSON Lines, or CSV under a header. */
export type TelemetrySyntax =
  { kind: 'json' } | { kind: 'csv'; delimiter: string; names: string[] } | { kind: 'unknown' };

/** Text that may not be longer without a line break, characters. */
export const LONGEST_LINE = 10_000;

/**
 * Reads telemetry that arrives in pieces. Lines may be cut anywhere between two pieces; the syntax is
 * told by the first line. A line that cannot be read gives a fault and nothing else: numbers are
 * never guessed.
 */
export class TelemetryReader {
  private rest = '';
  private read = 0;
  private readonly columns = new Map<string, TelemetryColumn>();
  /** Columns that Corvat has no use for. */
  readonly ignored = new Set<string>();
  private header: string | null = null;

  constructor(private syntax: TelemetrySyntax = { kind: 'unknown' }) {}

  /** Lines read so far, with the header and with faults. */
  get lineNumber(): number {
    return this.read;
  }

  /** What every column is in core units, by its name. */
  get known(): ReadonlyMap<string, TelemetryColumn> {
    return this.columns;
  }

  /** Takes a piece of text and gives what is complete of it, in order. */
  push(piece: string): ReadLine[] {
    const text = this.rest + piece;
    const end = text.lastIndexOf('\n') + 1;
    this.rest = text.slice(end);
    const result = this.readBlock(text.slice(0, end));
    if (this.rest.length > LONGEST_LINE) {
      this.rest = '';
      this.read++;
      result.push({ fault: say`A line is longer than ${LONGEST_LINE} characters.` });
    }
    return result;
  }

  /** The last line may lack its line break. */
  end(): ReadLine[] {
    const last = this.rest;
    this.rest = '';
    return last.trim() === '' ? [] : this.readBlock(`${last}\n`);
  }

  private readBlock(block: string): ReadLine[] {
    const lines = block.split(/\r?\n/);
    // What follows the last line break is empty.
    lines.pop();
    const result: ReadLine[] = [];
    let from = 0;
    while (this.syntax.kind === 'unknown' && from < lines.length) {
      const first = lines[from]!.replace(/^\uFEFF/, '');
      from++;
      this.read++;
      if (first.trim() === '') continue;
      if (first.trimStart().startsWith('{')) {
        this.syntax = { kind: 'json' };
        result.push(this.readJson(first));
      } else {
        const fault = this.readHeader(first);
        if (fault !== null) result.push({ fault });
      }
    }
    const { syntax } = this;
    if (syntax.kind === 'json') {
      for (const line of lines.slice(from)) {
        this.read++;
        if (line.trim() !== '') result.push(this.readJson(line));
      }
    } else if (syntax.kind === 'csv') {
      for (const line of lines.slice(from)) {
        this.read++;
        // A sender that starts again sends its header again.
        if (line.trim() === '' || line === this.header) continue;
        result.push(this.readCells(cellsOf(line, syntax.delimiter), syntax.names));
      }
    }
    return result;
  }

  private readHeader(line: string): string | null {
    const delimiter = [',', ';', '\t'].toSorted(
      (a, b) => line.split(b).length - line.split(a).length,
    )[0]!;
    const names = line.split(delimiter).map((name) => name.trim().replace(/^"|"$/g, ''));
    this.syntax = { kind: 'csv', delimiter, names };
    this.header = line.trim();
    const faults = names.flatMap((name) => this.learn(name) ?? []);
    if (faults.length > 0) return faults[0]!;
    const time = names.some((name) => this.columns.get(name)?.quantity === TIME);
    return time
      ? null
      : say`The column t_s is missing from the header: every line needs its time, as in “t_s,heading_deg”.`;
  }

  /** Learns a column's name; gives the sentence when it is wrong. */
  private learn(name: string): string | null {
    if (name === LINE_NUMBER || name === EVENT || this.columns.has(name)) return null;
    if (this.ignored.has(name)) return null;
    const column = telemetryColumn(name);
    if (column === null) this.ignored.add(name);
    else if ('fault' in column) return column.fault;
    else this.columns.set(name, column);
    return null;
  }

  private readCells(cells: readonly string[], names: readonly string[]): ReadLine {
    if (cells.length !== names.length) {
      return {
        fault: say`${cells.length} cells, but the header has ${names.length}. A decimal comma may have split a number: write 1.5, not 1,5.`,
      };
    }
    const line: TelemetryLine = { n: null, values: {}, event: null };
    for (let i = 0; i < cells.length; i++) {
      const name = names[i]!;
      const text = cells[i]!.trim();
      if (text === '' || this.ignored.has(name)) continue;
      if (name === EVENT) {
        line.event = text.slice(0, 80);
        continue;
      }
      const value = Number(text);
      if (!Number.isFinite(value)) {
        return {
          fault: /^[+-]?\d+,\d+$/.test(text)
            ? say`${name}: write ${text.replace(',', '.')} with a point, not a comma.`
            : say`${name}: “${text.slice(0, 40)}” is not a number.`,
        };
      }
      if (name === LINE_NUMBER) line.n = value;
      else if (this.columns.has(name)) line.values[name] = value;
      else return { fault: this.learn(name) ?? say`${name}: this column cannot be read.` };
    }
    return this.checked(line);
  }

  private readJson(text: string): ReadLine {
    let members: unknown;
    try {
      members = JSON.parse(text);
    } catch {
      return { fault: say`“${text.slice(0, 40)}” is not JSON.` };
    }
    if (typeof members !== 'object' || members === null || Array.isArray(members)) {
      return { fault: say`A line is an object, as in {"t_s": 0.01, "heading_deg": 1.5}.` };
    }
    const line: TelemetryLine = { n: null, values: {}, event: null };
    for (const [name, value] of Object.entries(members)) {
      const fault = this.learn(name);
      if (fault !== null) return { fault };
      if (value === null || this.ignored.has(name)) continue;
      if (name === EVENT) line.event = String(value).slice(0, 80);
      else if (typeof value !== 'number') {
        return { fault: say`${name}: ${JSON.stringify(value).slice(0, 40)} is not a number.` };
      } else if (name === LINE_NUMBER) line.n = value;
      else line.values[name] = value;
    }
    return this.checked(line);
  }

  private checked(line: TelemetryLine): ReadLine {
    if (line.n !== null && (!Number.isSafeInteger(line.n) || line.n < 1)) {
      return { fault: say`n: lines are counted 1, 2, 3, and not ${line.n}.` };
    }
    for (const name in line.values) {
      if (this.columns.get(name)!.quantity !== TIME) continue;
      const time = line.values[name]!;
      return time < 0 ? { fault: say`${name}: the time ${time} is negative.` } : { line };
    }
    return { fault: say`The line has no time: send t_s, as in {"t_s": 0.01, "heading_deg": 1.5}.` };
  }
}

/** Cells of one line. Quotes are rare, and one that is never closed must not swallow other lines. */
function cellsOf(line: string, delimiter: string): string[] {
  return line.includes('"')
    ? (Papa.parse<string[]>(line, { delimiter }).data[0] ?? [])
    : line.split(delimiter);
}

/** A line as JSON text, without its line break. */
export function writeLine({ n, values, event }: TelemetryLine): string {
  return JSON.stringify({
    ...(n === null ? {} : { n }),
    ...values,
    ...(event === null ? {} : { event }),
  });
}
