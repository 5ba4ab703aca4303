import { telemetryColumn, type TelemetryColumn } from './columns.ts';
import type { TelemetryLine } from './lines.ts';

/** A table of samples, column by column, in the units in which it was sent. */
export interface Recording {
  /** By column name, such as `heading_deg`; NaN where a line had no reading. All of one length. */
  columns: Record<string, Float64Array>;
  events: { row: number; text: string }[];
  rows: number;
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
