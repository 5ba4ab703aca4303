import { z } from 'zod';
import { batteryBench } from './battery/bench.ts';
import { colourBench } from './colour/bench.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { BenchDefinition, ReadingOf, RecordOf } from './definition.ts';
import type { TelemetrySegment } from './episodes.ts';
import type { KnownCells, SeenDrive } from './seenDrive.ts';
import { degrees } from '../mathematics/angle.ts';
import { delaysBench } from './delays/bench.ts';
import { lightBench } from './light/bench.ts';
import { portsBench } from './ports/bench.ts';
import { rangeBench } from './range/bench.ts';
import { restBench } from './rest/bench.ts';
import { scaleBench } from './scale/bench.ts';
import { squareBench } from './square/bench.ts';
import { trackBench } from './track/bench.ts';
import { turnBench } from './turn/bench.ts';
import { wheelsBench } from './wheels/bench.ts';

/** Every bench, in the order in which a team comes across them: the only list of them. */
export const BENCHES = [
  portsBench,
  wheelsBench,
  squareBench,
  trackBench,
  restBench,
  scaleBench,
  turnBench,
  batteryBench,
  rangeBench,
  lightBench,
  colourBench,
  delaysBench,
] as const;

/** The raw readings of one bench, with its conditions. */
export type Bench = RecordOf<(typeof BENCHES)[number]>;
export type BenchKind = Bench['kind'];
export type BenchOf<Kind extends BenchKind> = Extract<Bench, { kind: Kind }>;

export const benchSchema: z.ZodType<Bench> = z.discriminatedUnion('kind', [
  portsBench.schema,
  ...BENCHES.slice(1).map(({ schema }) => schema),
]);

const BY_KIND = new Map(BENCHES.map((definition) => [definition.kind, definition]));

/** All that the core knows of a bench. */
export function benchOf<Kind extends BenchKind>(kind: Kind): BenchDefinition<BenchOf<Kind>, Kind> {
  return BY_KIND.get(kind) as unknown as BenchDefinition<BenchOf<Kind>, Kind>;
}

/** The readings of a bench that a segment of telemetry holds; none where the bench takes none from telemetry. */
export function readingsIn<Kind extends BenchKind>(
  kind: Kind,
  segment: TelemetrySegment,
  setup: RobotParameters,
  bench?: BenchOf<Kind>,
): ReadingOf<BenchOf<Kind>>[] {
  return benchOf(kind).fromTelemetry?.(segment, setup, bench) ?? [];
}

/**
 * The reading of a drive that a camera saw; null when it is not the drive that was asked for, or the bench takes none.
 *
 * @param known what it was told
 * @param segment what the hub said meanwhile, if it is linked: its motors say better than the plan what was driven
 */
export function readingOfDrive<Kind extends BenchKind>(
  kind: Kind,
  drive: SeenDrive,
  known: KnownCells,
  bench: BenchOf<Kind>,
  setup: RobotParameters,
  segment: TelemetrySegment,
): ReadingOf<BenchOf<Kind>> | null {
  const { byCamera } = benchOf(kind);
  const seen = byCamera?.read(drive, known, bench) ?? null;
  const last = segment.at(-1);
  if (byCamera === undefined || seen === null || last === undefined) return seen;
  const told = {
    ahead_mm: drive.ahead,
    aside_mm: drive.left,
    turned_deg: degrees(drive.turned),
  };
  const ended = { ...last, values: { ...last.values, ...told }, event: byCamera.event(bench) };
  const [heard] = readingsIn(kind, [...segment.slice(0, -1), ended], setup, bench);
  // Lines of something else, as when it is rolled back by hand, are none of this drive.
  const fits = heard !== undefined && byCamera.read(drive, { ...known, ...heard }, bench) !== null;
  return fits ? heard : seen;
}
