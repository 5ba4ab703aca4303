import { z } from 'zod';
import { LEVELS } from '../core/trainer/world.ts';
import { idSchema, instantSchema, textSchema } from '../core/schema/scalars.ts';

/** A drill that somebody did: by initials, never by a name. */
export const drillRecordSchema = z.strictObject({
  id: idSchema,
  initials: textSchema(4).min(1),
  level: z.union(LEVELS.map((level) => z.literal(level))),
  /** Which fault it was, by its name in the trainer; what a drill from one’s own log was about. */
  fault: textSchema(40).min(1),
  causeFound: z.boolean(),
  cureFound: z.boolean(),
  minutes: z.number().min(0).max(1000),
  happenedAt: instantSchema,
});
export type DrillRecord = z.output<typeof drillRecordSchema>;
