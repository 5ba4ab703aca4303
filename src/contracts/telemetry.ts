import { z } from 'zod';
import { telemetryColumn } from '../core/telemetry/columns.ts';
import { idSchema } from './domain.ts';

/** Most lines of one recording. */
export const MOST_ROWS = 2_000_000;

const columnNameSchema = z
  .string()
  .max(40)
  .refine(
    (name) => {
      const column = telemetryColumn(name);
      return column !== null && !('fault' in column);
    },
    { error: 'This is no column of telemetry.' },
  );

/** What a recording consists of; its columns follow one by one, packed. */
export const telemetryCreateSchema = z.strictObject({
  id: idSchema,
  rows: z.int().min(1).max(MOST_ROWS),
  columns: z
    .array(z.strictObject({ name: columnNameSchema, decimals: z.int().min(0).max(6).nullable() }))
    .min(1)
    .max(40),
  events: z
    .array(z.strictObject({ row: z.int().nonnegative(), text: z.string().max(80) }))
    .max(100_000),
  /** The run that it was recorded with; null for a bench. */
  runId: idSchema.nullable(),
});
export type TelemetryCreate = z.infer<typeof telemetryCreateSchema>;

export interface TelemetryRecord extends TelemetryCreate {
  robotId: string;
  /** Names of the columns that have arrived. */
  arrived: string[];
  createdAt: string;
}

/** A recording inside a file: its packed columns in base 64. */
export const telemetryInFileSchema = telemetryCreateSchema
  .omit({ runId: true, columns: true })
  .extend({
    columns: z
      .array(
        z.strictObject({
          name: columnNameSchema,
          decimals: z.int().min(0).max(6).nullable(),
          base64: z.base64(),
        }),
      )
      .min(1)
      .max(40),
  });
export type TelemetryInFile = z.infer<typeof telemetryInFileSchema>;
