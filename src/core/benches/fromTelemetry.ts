import { distanceOfMotor, turnOfMotor } from '../robot/driveBase.ts';
import type { DriveBase } from '../robot/parameters.ts';
import { mean } from '../mathematics/sample.ts';
import { telemetryColumn } from '../telemetry/columns.ts';
import type { TelemetryLine } from '../telemetry/lines.ts';
import type { ColourSample } from './colour.ts';
import type { ScaleTrial } from './gyroScale.ts';
import type { LightSample } from './light.ts';
import type { RangeReading } from './range.ts';
import type { SquareTrial } from './square.ts';
import type { TrackTrial } from './track.ts';
import type { TurnTrial } from './turn.ts';
import type { DistanceTrial } from './wheels.ts';

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

/** Events on whose lines a person's readings stand; docs/formats.md lists them. */
const DRIVEN = 'driven';
const SQUARE = 'square';
const SPUN = 'spun';

function endsWith(episode: TelemetrySegment, event: string): boolean {
  return episode.at(-1)?.event === event;
}

/** A straight, when a person measured its end; null of other episodes. */
export function distanceTrialOf(episode: TelemetrySegment, drive: DriveBase): DistanceTrial | null {
  if (!endsWith(episode, DRIVEN)) return null;
  const motors = motorChange(episode);
  const ahead = lastOf(episode, 'ahead');
  if (motors === null || ahead === null) return null;
  const told = Math.abs(distanceOfMotor(drive, (motors.left + motors.right) / 2));
  return told > 0 && Math.abs(ahead) > 0
    ? { told, ahead: Math.abs(ahead), left: lastOf(episode, 'aside') }
    : null;
}

/** A turn by the motors with a measured angle. */
export function trackTrialOf(episode: TelemetrySegment, drive: DriveBase): TrackTrial | null {
  const motors = motorChange(episode);
  const measured = lastOf(episode, 'turned');
  if (motors === null || measured === null) return null;
  const told = turnOfMotor(drive, (motors.right - motors.left) / 2, 'spot');
  return told === 0 ? null : { told, measured };
}

/** A square with a measured end; the way round is told by the motors. */
export function squareTrialOf(episode: TelemetrySegment): SquareTrial | null {
  if (!endsWith(episode, SQUARE)) return null;
  const motors = motorChange(episode);
  const [x, y] = [lastOf(episode, 'ahead'), lastOf(episode, 'aside')];
  if (motors === null || x === null || y === null) return null;
  return { way: motors.right > motors.left ? 'left' : 'right', x, y };
}

/** Whole turns by hand; the reading keeps the sensor's own sign. */
export function scaleTrialOf(episode: TelemetrySegment): ScaleTrial | null {
  if (!endsWith(episode, SPUN)) return null;
  const asked = lastOf(episode, 'asked');
  const headings = valuesOf(episode, 'heading');
  if (asked === null || asked === 0 || headings.length < 2) return null;
  return {
    way: asked > 0 ? 'left' : 'right',
    turns: Math.round(Math.abs(asked) / (2 * Math.PI)),
    reported: headings.at(-1)! - headings[0]!,
  };
}

/** A turn that was stopped by the gyro, at the pace that the sender was told. */
export function turnTrialOf(episode: TelemetrySegment): TurnTrial | null {
  const [asked, pace, turned] = ['asked', 'pace', 'turned'].map((name) => lastOf(episode, name));
  if (asked == null || pace == null || turned == null || asked === 0 || pace <= 0) return null;
  return {
    trigger: Math.abs(asked),
    rate: pace,
    measured: Math.abs(turned),
    way: turned > 0 ? 'left' : 'right',
  };
}

/** Readings of every range sensor at the end of an episode are the mean of this many lines. */
const RANGE_LINES = 40;

/** One reading a range sensor, against the tape of the event. */
export function rangeReadingsOf(episode: TelemetrySegment): RangeReading[] {
  const tape = lastOf(episode, 'tape');
  if (tape === null) return [];
  const incidence = lastOf(episode, 'incidence') ?? 0;
  const recent = episode.slice(-RANGE_LINES);
  return ['range', 'range2', 'range3', 'range4'].flatMap((unit) => {
    const values = valuesOf(recent, unit);
    return values.length < 3 ? [] : [{ unit, tape, reading: mean(values), incidence }];
  });
}

/** A sample of light over a surface that the event names. */
export function lightSampleOf(episode: TelemetrySegment): LightSample | null {
  const surface = episode.at(-1)?.event;
  const value = lastOf(episode, 'light');
  return value !== null && (surface === 'dark' || surface === 'light') ? { surface, value } : null;
}

/** A sample of colour over a patch that the event names. */
export function colourSampleOf(episode: TelemetrySegment): ColourSample | null {
  const name = episode.at(-1)?.event;
  const [red, green, blue] = ['red', 'green', 'blue'].map((channel) => lastOf(episode, channel));
  return name == null || red == null || green == null || blue == null
    ? null
    : { name, red, green, blue };
}

/** How far both motors turned, rad. */
function motorChange(episode: TelemetrySegment): { left: number; right: number } | null {
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

function valuesOf(episode: TelemetrySegment, quantity: string): number[] {
  return episode.flatMap((line) => valueOf(line, quantity) ?? []);
}

function lastOf(episode: TelemetrySegment, quantity: string): number | null {
  const last = episode.at(-1);
  return last === undefined ? null : valueOf(last, quantity);
}
