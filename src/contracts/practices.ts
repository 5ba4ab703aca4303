import { z } from 'zod';
import { runContent, sessionSchema } from '../core/formats/practice.ts';
import {
  idSchema,
  instantSchema,
  noteSchema,
  numberSchema,
  textSchema,
  versionSchema,
} from '../core/schema/scalars.ts';

export const sessionRecordSchema = z.object({
  id: idSchema,
  title: z.string(),
  startedAt: instantSchema,
  surface: z.string(),
  /** First names or initials only. */
  people: z.string(),
  note: z.string(),
  /** What is wanted: so many hits in so many runs; null without a goal. */
  goalRuns: z.number().nullable(),
  goalHits: z.number().nullable(),
  version: versionSchema,
});
export type Session = z.output<typeof sessionRecordSchema>;
export const sessionUpdateSchema = sessionSchema
  .omit({ id: true, startedAt: true })
  .extend({ version: versionSchema });

export const runCreateSchema = z.strictObject({
  sessionId: idSchema,
  revisionId: idSchema,
  setupId: idSchema,
  happenedAt: instantSchema,
  ...runContent,
});
export type RunCreate = z.infer<typeof runCreateSchema>;
export const runUpdateSchema = z.strictObject({
  measurements: runContent.measurements,
  outcomes: runContent.outcomes,
  battery: z.number().positive().max(100).nullable(),
  // What is left out stays as it is.
  gyroAt: instantSchema.nullable().optional(),
  jig: z.boolean().nullable().optional(),
  seconds: z.number().positive().max(3600).nullable().optional(),
  setAside: textSchema(200).min(1).nullable(),
  note: noteSchema,
  version: versionSchema,
});
export const runSchema = z.object({
  ...runCreateSchema.shape,
  id: idSchema,
  /** What the device's own clock said; null for runs from before that was kept. */
  deviceAt: instantSchema.nullable(),
  /** When the server took it in, by its clock; null for runs from before that was kept. */
  receivedAt: instantSchema.nullable(),
  /** Number of the route revision, for people. */
  revisionNumber: numberSchema,
  /** Whether a photo belongs to it. */
  photo: z.boolean(),
  version: versionSchema,
});
export type Run = z.output<typeof runSchema>;

/** The runs of a session as they stand, for a table that follows what others log. */
export const runNewsSchema = z.object({
  /** Changes whenever one of the runs does. */
  mark: z.string(),
  /** Null when nothing changed since the mark that was sent along. */
  runs: z.array(runSchema).nullable(),
});
export type RunNews = z.output<typeof runNewsSchema>;
