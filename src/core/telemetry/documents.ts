import { z } from 'zod';
import { telemetryColumn } from './columns.ts';
import { seenBySchema, seenRunSchema } from './seenRun.ts';
import { distinct, idSchema, instantSchema, listOf, textSchema } from '../schema/scalars.ts';
import { say } from '../language/say.ts';

/** Most lines of one recording. */
const MOST_ROWS = 2_000_000;

const columnNameSchema = z
  .string()
  .max(40)
  .refine(
    (name) => {
      const column = telemetryColumn(name);
      return column !== null && !('fault' in column);
    },
    {
      get error() {
        return say`This is no column of telemetry.`;
      },
    },
  );

const packedColumnSchema = z.strictObject({
  name: columnNameSchema,
  decimals: z.int().min(0).max(6).nullable(),
});

/** What a recording consists of; its columns follow one by one, packed. */
export const telemetryCreateSchema = z.strictObject({
  id: idSchema,
  rows: z.int().min(1).max(MOST_ROWS),
  columns: listOf(packedColumnSchema, { least: 1, most: 40 }).refine(
    (columns) => distinct(columns.map(({ name }) => name)),
    {
      get error() {
        return say`A column stands in it twice.`;
      },
    },
  ),
  events: listOf(z.strictObject({ row: z.int().min(0).max(MOST_ROWS), text: textSchema(80) }), {
    most: 100_000,
  }),
  /** The run that it was recorded with; null for a bench. */
  runId: idSchema.nullable(),
  /** Who recorded it. */
  source: seenBySchema.default('hub'),
  /** What each move of the run did; null for a bench, and where nobody took it apart. */
  seen: seenRunSchema.nullable().default(null),
});
export type TelemetryCreate = z.infer<typeof telemetryCreateSchema>;

export const telemetryRecordSchema = z.object({
  ...telemetryCreateSchema.shape,
  robotId: idSchema,
  /** Names of the columns that have arrived. */
  arrived: z.array(z.string()),
  createdAt: instantSchema,
});
export type TelemetryRecord = z.output<typeof telemetryRecordSchema>;

/** A recording inside a file of the first version: its packed columns in base 64. */
export const telemetryInFileSchema = telemetryCreateSchema
  .omit({ runId: true, columns: true })
  .extend({
    columns: listOf(packedColumnSchema.extend({ base64: z.base64() }), { least: 1, most: 40 }),
  });

export type TelemetryInFile = z.infer<typeof telemetryInFileSchema>;

/** A recording as a line of a bundle. Its columns follow, in pieces. */
export const telemetryLineSchema = telemetryCreateSchema.extend({
  corvat: z.literal('telemetry'),
  robotId: idSchema,
  createdAt: instantSchema,
});
export type TelemetryLineDocument = z.infer<typeof telemetryLineSchema>;

/** A piece of a packed column as a line of a bundle. */
export const columnPieceSchema = z.strictObject({
  corvat: z.literal('column'),
  telemetry: idSchema,
  name: columnNameSchema,
  position: z.int().min(0).max(100),
  base64: z.base64().max(2 * 1024 * 1024),
});
