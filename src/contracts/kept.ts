import { z } from 'zod';
import { idSchema, instantSchema } from '../core/schema/scalars.ts';

/** The things that people put away, take out again or delete. */
export const KEPT_THINGS = ['robots', 'fields', 'routes', 'matches', 'sessions'] as const;
export type KeptThing = (typeof KEPT_THINGS)[number];

/** A thing as the list of what is kept shows it. */
export const keptRecordSchema = z.object({
  id: idSchema,
  name: z.string(),
  archived: z.boolean(),
});
export type KeptRecord = z.output<typeof keptRecordSchema>;

/** A thing that can be put away and taken out again. */
export const archiveSchema = z.strictObject({ archived: z.boolean() });

/** A copy of the whole database that lies in the data folder. */
export const copySchema = z.object({
  file: z.string(),
  at: instantSchema,
  bytes: z.number(),
  /** What it was taken for. */
  why: z.string(),
});
export type Copy = z.output<typeof copySchema>;

/** What an import has made. */
export const importResultSchema = z.object({
  id: idSchema,
  sentence: z.string(),
  createdAt: instantSchema,
  /** When it was taken back; null while it is here. */
  undoneAt: instantSchema.nullable(),
});
export type ImportResult = z.output<typeof importResultSchema>;
