import { episodesOf, type TelemetrySegment } from '../../core/benches/episodes.ts';
import {
  readReadings,
  type Reading,
  type ReadingColumn,
} from '../../core/formats/readingsTable.ts';
import { TelemetryReader, type TelemetryLine } from '../../core/telemetry/lines.ts';
import { say } from '../../core/language/say.ts';

/** Largest file of readings, bytes: a bench has hundreds of readings, not millions. */
const LARGEST_FILE = 5_000_000;

/** The text of a file that is dropped or opened; throws a sentence when it is too large to be readings. */
export async function readingsText(file: File): Promise<string> {
  if (file.size > LARGEST_FILE) {
    throw new RangeError(
      say`“${file.name}” has ${Math.round(file.size / 1e6)} MB; a bench’s readings fit into 5 MB.`,
    );
  }
  return file.text();
}

/**
 * Readings of a text: a table of them, or the telemetry of the episodes from which they are read. Throws a
 * sentence when it holds none.
 */
export function readingsOfText(
  text: string,
  columns: readonly ReadingColumn[],
  fromEpisodes: (episodes: readonly TelemetrySegment[]) => Reading[],
): Reading[] {
  const first = text.trimStart().split('\n', 1)[0] ?? '';
  const telemetry = first.startsWith('{') || /(^|[,;\t])"?t_(s|ms|us)\b/.test(first);
  const readings = telemetry
    ? fromEpisodes(episodesOf(linesOf(text)).closed)
    : readReadings(text, columns);
  if (readings.length > 0) return readings;
  throw new Error(say`The text holds no readings for this bench: its events are others.`);
}

function linesOf(text: string): TelemetryLine[] {
  const reader = new TelemetryReader();
  const header = reader.push(`${text.trimEnd()}\n`);
  return header.map((one, i) => {
    if ('fault' in one)
      throw new Error(say`Line ${reader.lineNumber - (header.length - 1 - i)}: ${one.fault}`);
    return one.line;
  });
}
