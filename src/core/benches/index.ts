import { z } from 'zod';
import { batteryBench } from './battery/bench.ts';
import { colourBench } from './colour/bench.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import type { BenchDefinition, ReadingOf, RecordOf } from './definition.ts';
import type { TelemetrySegment } from './episodes.ts';
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
