import { TIME, telemetryColumn, type TelemetryColumn } from './columns.ts';
import { TelemetryReader, type TelemetryLine } from './lines.ts';

/** A table of samples, column by column, in the units in which it was sent. */
export interface Recording {
  /** By column name, such as `heading_deg`; NaN where a line had no reading. All of one length. */
  columns: Record<string, Float64Array>;
  events: { row: number; text: string }[];
  rows: number;
}

/** A file of telemetry that cannot be taken. */
export class TelemetryFault extends Error {
  constructor(
    readonly line: number,
    problem: string,
  ) {
    super(`Line ${line}: ${problem}`);
    this.name = 'TelemetryFault';
  }
}

/** Collects lines into a recording whose columns grow as they come. */
export class RecordingBuilder {
  private readonly columns = new Map<string, Float64Array>();
  private readonly events: Recording['events'] = [];
  private room = 1024;
  rows = 0;

  add({ values, event }: TelemetryLine): void {
    if (this.rows === this.room) {
      this.room *= 2;
      for (const [name, column] of this.columns) this.columns.set(name, this.grown(column));
    }
    for (const name in values) {
      let column = this.columns.get(name);
      if (column === undefined) {
        column = this.grown(new Float64Array(0));
        this.columns.set(name, column);
      }
      column[this.rows] = values[name]!;
    }
    if (event !== null) this.events.push({ row: this.rows, text: event });
    this.rows++;
  }

  private grown(column: Float64Array): Float64Array {
    const grown = new Float64Array(this.room).fill(NaN);
    grown.set(column);
    return grown;
  }

  finish(): Recording {
    const columns = Object.fromEntries(
      [...this.columns].map(([name, column]) => [name, column.slice(0, this.rows)]),
    );
    return { columns, events: [...this.events], rows: this.rows };
  }
}

/** Lines from a link in the order in which they were sent: late ones go where they belong. */
export function recordingOfLines(lines: readonly TelemetryLine[]): Recording {
  const builder = new RecordingBuilder();
  for (const line of lines.toSorted((a, b) => (a.n ?? 0) - (b.n ?? 0))) builder.add(line);
  return builder.finish();
}

/** Takes the text of a file, piece by piece, as a whole or not at all. */
export class RecordingFile {
  private readonly reader = new TelemetryReader();
  private readonly builder = new RecordingBuilder();
  private lastTime = -Infinity;

  /** Throws a {@link TelemetryFault} at the first line that cannot be read. */
  push(piece: string): void {
    this.take(this.reader.push(piece));
  }

  finish(): Recording {
    this.take(this.reader.end());
    if (this.builder.rows === 0) {
      throw new TelemetryFault(1, 'there are no readings below the header.');
    }
    return this.builder.finish();
  }

  private take(read: ReturnType<TelemetryReader['push']>): void {
    // Faults are rare, so the line is worked out only for them: counted back from the end.
    read.forEach((one, i) => {
      const fault = 'fault' in one ? one.fault : this.timeFault(one.line);
      if (fault !== null) {
        throw new TelemetryFault(this.reader.lineNumber - (read.length - 1 - i), fault);
      }
      if ('line' in one) this.builder.add(one.line);
    });
  }

  private timeFault({ values }: TelemetryLine): string | null {
    for (const name in values) {
      const column = this.reader.known.get(name)!;
      if (column.quantity !== TIME) continue;
      const time = values[name]! * column.factor;
      if (time < this.lastTime) {
        return `the time goes back from ${this.lastTime} s to ${time} s. Lines must be in the order of time.`;
      }
      this.lastTime = time;
      return null;
    }
    return null;
  }
}

/** Reads a whole text of telemetry; throws a {@link TelemetryFault}. */
export function readRecording(text: string): Recording {
  const file = new RecordingFile();
  file.push(text);
  return file.finish();
}

/** A column in core units, by its quantity such as `heading`; null when the telemetry lacks it. */
export function quantityOf(recording: Recording, quantity: string): Float64Array | null {
  const found = columnOf(recording, quantity);
  return found === null
    ? null
    : recording.columns[found.name]!.map((value) => value * found.factor);
}

/** How a quantity was sent; null when the telemetry lacks it. */
function columnOf(recording: Recording, quantity: string): TelemetryColumn | null {
  for (const name of Object.keys(recording.columns)) {
    const column = telemetryColumn(name);
    if (column !== null && !('fault' in column) && column.quantity === quantity) return column;
  }
  return null;
}

/** Rows in which all of these columns have a reading, each column cut down to them. */
export function completeRows(columns: readonly Float64Array[]): Float64Array[] {
  const rows = columns[0]?.length ?? 0;
  const complete: number[] = [];
  for (let i = 0; i < rows; i++) {
    if (columns.every((column) => !Number.isNaN(column[i]!))) complete.push(i);
  }
  return complete.length === rows
    ? [...columns]
    : columns.map((column) => Float64Array.from(complete, (i) => column[i]!));
}

/** A recording as CSV with units in the header: the open form of it. */
export function writeRecording({ columns, events, rows }: Recording): string {
  const names = Object.keys(columns);
  const texts = new Map(events.map(({ row, text }) => [row, text]));
  const lines = [[...names, ...(events.length > 0 ? ['event'] : [])].join(',')];
  for (let row = 0; row < rows; row++) {
    const cells = names.map((name) => {
      const value = columns[name]![row]!;
      return Number.isNaN(value) ? '' : String(value);
    });
    if (events.length > 0) cells.push(`"${(texts.get(row) ?? '').replaceAll('"', '""')}"`);
    lines.push(cells.join(','));
  }
  return `${lines.join('\n')}\n`;
}
