import { z } from 'zod';
import { matchPlanSchema } from '../core/match/matchPlan.ts';
import { rehearsalEventSchema } from '../core/match/rehearsal.ts';
import {
  idSchema,
  instantSchema,
  nameSchema,
  textSchema,
  versionSchema,
} from '../core/schema/scalars.ts';

export const matchSchema = z.object({
  id: idSchema,
  name: z.string(),
  robotId: idSchema,
  fieldId: idSchema,
  plan: matchPlanSchema,
  version: versionSchema,
  createdAt: instantSchema,
});
export type MatchRecord = z.output<typeof matchSchema>;
export const matchCreateSchema = z.strictObject({
  name: nameSchema,
  robotId: idSchema,
  fieldId: idSchema,
  plan: matchPlanSchema,
});
export const matchUpdateSchema = z.strictObject({
  name: nameSchema,
  plan: matchPlanSchema,
  version: versionSchema,
});

/** A rehearsal under the client’s identifier. */
export const rehearsalCreateSchema = z.strictObject({
  matchId: idSchema,
  /** When it began, by the clock of the device at which it did. */
  happenedAt: instantSchema,
  people: textSchema(200).default(''),
});
export type RehearsalCreate = z.output<typeof rehearsalCreateSchema>;

export const rehearsalSchema = z.object({
  ...rehearsalCreateSchema.shape,
  id: idSchema,
  events: z.array(z.object({ id: idSchema, event: rehearsalEventSchema })),
});
export type Rehearsal = z.output<typeof rehearsalSchema>;
