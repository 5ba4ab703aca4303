import { z } from 'zod';
import type { Fitness } from '../core/analysis/checks/driftVerdict.ts';
import { fieldSchema } from '../core/field/schema.ts';
import { sourcesSchema } from '../core/robot/sources.ts';
import { parametersSchema } from '../core/robot/parameters.ts';
import { planSchema } from '../core/route/planSchema.ts';
import {
  goalSchema,
  originSchema,
  promiseSchema,
  runContent,
  sessionSchema,
} from '../core/formats/practice.ts';
import {
  idSchema,
  instantSchema,
  listOf,
  nameSchema,
  noteSchema,
  numberSchema,
  textSchema,
  versionSchema,
} from '../core/schema/scalars.ts';

export const setupRevisionSchema = z.object({
  id: idSchema,
  robotId: idSchema,
  number: numberSchema,
  reason: z.string(),
  setup: parametersSchema,
  sources: sourcesSchema,
  createdAt: instantSchema,
});
export type SetupRevision = z.output<typeof setupRevisionSchema>;

export const robotSchema = z.object({
  id: idSchema,
  name: z.string(),
  version: versionSchema,
  /** The newest revision, by which new runs are made. */
  setup: setupRevisionSchema,
});
export type Robot = z.output<typeof robotSchema>;

export const robotCreateSchema = z.strictObject({
  name: nameSchema,
  /** What a ruler has said already, with where it comes from; starting values are the rest. */
  setup: parametersSchema.optional(),
  sources: sourcesSchema.optional(),
});
export const robotUpdateSchema = z.strictObject({ name: nameSchema, version: versionSchema });

/** A new setup revision, made from the revision with the number `basedOn`. */
export const setupCreateSchema = z.strictObject({
  basedOn: numberSchema,
  reason: noteSchema,
  setup: parametersSchema,
  sources: sourcesSchema,
});

/** What the newest check of a gyro said, and when. */
export interface GyroCheck {
  fitness: Fitness;
  sentence: string;
  /** rad/s counter-clockwise. */
  drift: number;
  at: string;
}

const fieldRevisionSchema = z.object({
  id: idSchema,
  number: numberSchema,
  reason: z.string(),
  createdAt: instantSchema,
});
export type FieldRevision = z.output<typeof fieldRevisionSchema>;

export const fieldRecordSchema = z.object({
  id: idSchema,
  name: z.string(),
  version: versionSchema,
  /** Which revision of the drawing this is; one that was kept never changes. */
  revision: fieldRevisionSchema,
  /** Number of the newest revision: larger when this is an older one. */
  newest: numberSchema,
  field: fieldSchema,
});
export type FieldRecord = z.output<typeof fieldRecordSchema>;
export const fieldCreateSchema = z.strictObject({ name: nameSchema, field: fieldSchema });
export const fieldUpdateSchema = fieldCreateSchema.extend({
  version: versionSchema,
  /** Why the drawing was changed. */
  reason: noteSchema.default(''),
});

export const routeRevisionSchema = z.object({
  id: idSchema,
  routeId: idSchema,
  number: numberSchema,
  /** Number of the revision that it was made from; null for the first. */
  parent: numberSchema.nullable(),
  origin: originSchema,
  reason: z.string(),
  plan: planSchema,
  /** What an aim promised when it made this revision, one a checkpoint; empty for the others. */
  promises: z.array(promiseSchema),
  createdAt: instantSchema,
  /** The revision of the field on which it was planned, and by which its runs are judged. */
  fieldRevision: numberSchema,
  fieldRevisionId: idSchema,
});
export type RouteRevision = z.output<typeof routeRevisionSchema>;

export const routeSchema = z.object({
  id: idSchema,
  name: z.string(),
  robotId: idSchema,
  fieldId: idSchema,
  /** Wanted chance to hit, 0 to 1. */
  goal: z.number(),
  version: versionSchema,
  /** The newest revision. */
  revision: routeRevisionSchema,
});
export type Route = z.output<typeof routeSchema>;
export const routeCreateSchema = z.strictObject({
  name: nameSchema,
  robotId: idSchema,
  fieldId: idSchema,
  goal: goalSchema.default(0.9),
  plan: planSchema,
});
export const routeUpdateSchema = z.strictObject({
  name: nameSchema,
  goal: goalSchema,
  version: versionSchema,
});
export const revisionCreateSchema = z.strictObject({
  /** Number of the revision that was edited; must be the newest, or the answer is 409. */
  basedOn: numberSchema,
  /** The revision that it continues, when that is an older one. */
  parent: numberSchema.optional(),
  origin: originSchema,
  reason: noteSchema,
  plan: planSchema,
  promises: listOf(promiseSchema, { most: 50 }).default([]),
  /** The revision of the field that it is planned on; the one of its parent when nothing is said. */
  fieldRevision: numberSchema.optional(),
});
export type RevisionCreate = z.input<typeof revisionCreateSchema>;

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

export const forecastRequestSchema = z.strictObject({
  setup: parametersSchema,
  field: fieldSchema,
  plan: planSchema,
  seed: z
    .int()
    .nonnegative()
    .max(2 ** 32 - 1),
  runs: z.int().min(1).max(2000),
});

/** The runs of a session as they stand, for a table that follows what others log. */
export const runNewsSchema = z.object({
  /** Changes whenever one of the runs does. */
  mark: z.string(),
  /** Null when nothing changed since the mark that was sent along. */
  runs: z.array(runSchema).nullable(),
});
export type RunNews = z.output<typeof runNewsSchema>;

/** The things that people put away, take out again or delete. */
export const KEPT_THINGS = ['robots', 'fields', 'routes', 'sessions'] as const;
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
