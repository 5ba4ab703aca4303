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

export interface SetupRevision {
  id: string;
  robotId: string;
  number: number;
  reason: string;
  setup: z.infer<typeof parametersSchema>;
  sources: z.infer<typeof sourcesSchema>;
  createdAt: string;
}

export interface Robot {
  id: string;
  name: string;
  version: number;
  /** The newest revision, by which new runs are made. */
  setup: SetupRevision;
}

export const robotCreateSchema = z.strictObject({ name: nameSchema });
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

export interface FieldRecord {
  id: string;
  name: string;
  version: number;
  /** Which revision of the drawing this is; one that was kept never changes. */
  revision: FieldRevision;
  /** Number of the newest revision: larger when this is an older one. */
  newest: number;
  field: z.infer<typeof fieldSchema>;
}
export interface FieldRevision {
  id: string;
  number: number;
  reason: string;
  createdAt: string;
}
export const fieldCreateSchema = z.strictObject({ name: nameSchema, field: fieldSchema });
export const fieldUpdateSchema = fieldCreateSchema.extend({
  version: versionSchema,
  /** Why the drawing was changed. */
  reason: noteSchema.default(''),
});

export interface RouteRevision {
  id: string;
  routeId: string;
  number: number;
  /** Number of the revision that it was made from; null for the first. */
  parent: number | null;
  origin: z.infer<typeof originSchema>;
  reason: string;
  plan: z.infer<typeof planSchema>;
  /** What an aim promised when it made this revision, one a checkpoint; empty for the others. */
  promises: z.infer<typeof promiseSchema>[];
  createdAt: string;
  /** The revision of the field on which it was planned, and by which its runs are judged. */
  fieldRevision: number;
  fieldRevisionId: string;
}

export interface Route {
  id: string;
  name: string;
  robotId: string;
  fieldId: string;
  /** Wanted chance to hit, 0 to 1. */
  goal: number;
  version: number;
  /** The newest revision. */
  revision: RouteRevision;
}
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

export interface Session {
  id: string;
  title: string;
  startedAt: string;
  surface: string;
  /** First names or initials only. */
  people: string;
  note: string;
  /** What is wanted: so many hits in so many runs; null without a goal. */
  goalRuns: number | null;
  goalHits: number | null;
  version: number;
}
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
export interface Run extends RunCreate {
  id: string;
  /** What the device's own clock said; null for runs from before that was kept. */
  deviceAt: string | null;
  /** When the server took it in, by its clock; null for runs from before that was kept. */
  receivedAt: string | null;
  /** Number of the route revision, for people. */
  revisionNumber: number;
  /** Whether a photo belongs to it. */
  photo: boolean;
  version: number;
}

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
export interface RunNews {
  /** Changes whenever one of the runs does. */
  mark: string;
  /** Null when nothing changed since the mark that was sent along. */
  runs: Run[] | null;
}

/** The things that people put away, take out again or delete. */
export const KEPT_THINGS = ['robots', 'fields', 'routes', 'sessions'] as const;
export type KeptThing = (typeof KEPT_THINGS)[number];

/** A thing as the list of what is kept shows it. */
export interface KeptRecord {
  id: string;
  name: string;
  archived: boolean;
}

/** A thing that can be put away and taken out again. */
export const archiveSchema = z.strictObject({ archived: z.boolean() });

/** A copy of the whole database that lies in the data folder. */
export interface Copy {
  file: string;
  at: string;
  bytes: number;
  /** What it was taken for. */
  why: string;
}

/** What an import has made. */
export interface ImportResult {
  id: string;
  sentence: string;
  createdAt: string;
  /** When it was taken back; null while it is here. */
  undoneAt: string | null;
}
