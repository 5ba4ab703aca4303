import { telemetryColumn } from '../telemetry/columns.ts';
import type { TelemetryLine } from '../telemetry/lines.ts';

/**
 * What a sender did between two events: its lines in order, the last with the event and with what a
 * person beside it read off tape and protractor.
 */
export type TelemetrySegment = readonly TelemetryLine[];

/** Cuts lines into episodes, each ending with its event; what follows the last is still open. */
export function episodesOf(lines: readonly TelemetryLine[]): {
  closed: TelemetrySegment[];
  open: TelemetryLine[];
} {
  const closed: TelemetrySegment[] = [];
  let open: TelemetryLine[] = [];
  for (const line of lines) {
    open.push(line);
    if (line.event !== null) {
      closed.push(open);
      open = [];
    }
  }
  return { closed, open };
}

/** Whether a segment ends with an event; docs/formats.md lists them. */
export function endsWith(episode: TelemetrySegment, event: string): boolean {
  return episode.at(-1)?.event === event;
}

/** How far both motors turned, rad. */
export function motorChange(episode: TelemetrySegment): { left: number; right: number } | null {
  const [left, right] = [valuesOf(episode, 'left'), valuesOf(episode, 'right')];
  return left.length < 2 || right.length < 2
    ? null
    : { left: left.at(-1)! - left[0]!, right: right.at(-1)! - right[0]! };
}

/** A quantity of one line in core units, or null. */
export function valueOf(line: TelemetryLine, quantity: string): number | null {
  for (const name in line.values) {
    if (!name.startsWith(quantity)) continue;
    const column = telemetryColumn(name);
    if (column !== null && !('fault' in column) && column.quantity === quantity) {
      return line.values[name]! * column.factor;
    }
  }
  return null;
}

/** Every value of a quantity in a segment, in core units. */
export function valuesOf(episode: TelemetrySegment, quantity: string): number[] {
  return episode.flatMap((line) => valueOf(line, quantity) ?? []);
}

/** A quantity on the last line of a segment, or null. */
export function lastOf(episode: TelemetrySegment, quantity: string): number | null {
  const last = episode.at(-1);
  return last === undefined ? null : valueOf(last, quantity);
}
