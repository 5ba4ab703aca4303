import { z } from 'zod';
import { idSchema } from '../core/schema/scalars.ts';
import { seenBySchema, seenRunSchema } from '../core/telemetry/seenRun.ts';

/** A run that was taken apart into its moves, by whom it was seen. */
export const seenOfRunSchema = z.object({
  runId: idSchema,
  telemetryId: idSchema,
  source: seenBySchema,
  seen: seenRunSchema,
});
export type SeenOfRun = z.output<typeof seenOfRunSchema>;
