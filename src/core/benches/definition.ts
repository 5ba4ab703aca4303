import { z } from 'zod';
import type { RobotParameters } from '../robot/parameters.ts';
import { listOf, noteSchema, textSchema } from '../schema/scalars.ts';
import type { TelemetrySegment } from './episodes.ts';
import type { KnownCells, SeenDrive } from './seenDrive.ts';

/** Results in any unit; what is larger comes from no bench. */
const finite = z.number().min(-1e9).max(1e9);
export const resultNumber = finite;
export const resultSize = z.number().nonnegative().max(1e9);

/** Under what a bench was measured. */
export const conditionsSchema = z.strictObject({
  battery: z.number().positive().max(100).nullable(),
  surface: textSchema(80),
  /** Which sensor, when there are several of a kind. */
  unit: textSchema(40).default(''),
});
export type Conditions = z.infer<typeof conditionsSchema>;

/** A number that a bench found, with its 95 % interval. */
export const estimateSchema = z.strictObject({
  value: finite,
  standardError: resultSize,
  low: finite,
  high: finite,
});

/** A table of readings. Each may be struck with a cause; the reading itself stays for ever. */
export function readings<T extends z.core.$ZodLooseShape>(reading: T) {
  return listOf(z.strictObject({ ...reading, struck: noteSchema.nullable() }), {
    least: 1,
    most: 2000,
  });
}

/** The readings that count. */
export function countedReadings<T extends { struck: string | null }>(all: readonly T[]): T[] {
  return all.filter(({ struck }) => struck === null);
}

/** One reading of a bench as it is measured, before anybody could strike it. */
export type ReadingOf<B> = B extends { trials: readonly (infer T)[] } ? Omit<T, 'struck'> : never;

/** What is known of a bench beside the shape of its record. */
interface BenchBehaviour<B> {
  /** What it is called, and in a story what was measured. */
  name: string;
  measures: string;
  /**
   * Readings that a segment of telemetry holds, on whose last line a person's readings stand.
   *
   * @param bench what the sheet is set to, where that decides what counts
   */
  fromTelemetry?(
    this: void,
    segment: TelemetrySegment,
    setup: RobotParameters,
    bench?: B,
  ): ReadingOf<B>[];
  /** Where a camera can say what tape and protractor say. */
  byCamera?: {
    /** The event that ends such a drive in telemetry. */
    event: (bench: B) => string;
    /** Columns that have to be known beforehand, because no camera sees them. */
    needs: readonly string[];
    /** The reading of a drive of which is known what it was told; null when it was another. */
    read: (drive: SeenDrive, known: KnownCells, bench: B) => ReadingOf<B> | null;
  };
}

export interface BenchDefinition<B, Kind extends string = string> extends BenchBehaviour<B> {
  kind: Kind;
  schema: z.ZodType<B>;
}

/** A record of a bench, by its definition. */
export type RecordOf<Definition> = Definition extends BenchDefinition<infer B, string> ? B : never;

/** A bench, all that the core knows of it in one place. The shape of its record is inferred from its members. */
export function defineBench<const Kind extends string, Members extends z.ZodRawShape>(
  definition: { kind: Kind; members: Members } & BenchBehaviour<
    z.output<z.ZodObject<Members & { kind: z.ZodLiteral<Kind> }>>
  >,
) {
  const schema = z.strictObject({ kind: z.literal(definition.kind), ...definition.members });
  // The definition itself, and no copy of it: its words are asked for in the language of whoever reads.
  return Object.assign(definition, { schema });
}
