import { z } from 'zod';
import type { Fitness } from '../core/bench/driftVerdict.ts';
import type { AimPromise } from '../core/consistency/promise.ts';
import {
  fieldSchema,
  idSchema,
  localIdSchema,
  nameSchema,
  noteSchema,
  planSchema,
  setupSchema,
  sourcesSchema,
} from './domain.ts';

/** Times cross every boundary as ISO 8601 in UTC with milliseconds. */
export const instantSchema = z.iso.datetime({ precision: 3 });
const version = z.int().nonnegative();
const number = z.int().positive();

export const setupRevisionSchema = z.object({
  id: idSchema,
  robotId: idSchema,
  number,
  reason: noteSchema,
  setup: setupSchema,
  sources: sourcesSchema,
  createdAt: instantSchema,
});
export type SetupRevision = z.infer<typeof setupRevisionSchema>;

export interface Robot {
  id: string;
  name: string;
  version: number;
  /** The newest revision, by which new runs are made. */
  setup: SetupRevision;
}

export const robotCreateSchema = z.strictObject({ name: nameSchema });
export const robotUpdateSchema = z.strictObject({ name: nameSchema, version });

/** A new setup revision, made from the revision with the number `basedOn`. */
export const setupCreateSchema = z.strictObject({
  basedOn: number,
  reason: noteSchema,
  setup: setupSchema,
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
  field: z.infer<typeof fieldSchema>;
}
export const fieldCreateSchema = z.strictObject({ name: nameSchema, field: fieldSchema });
export const fieldUpdateSchema = fieldCreateSchema.extend({ version });

export const originSchema = z.enum(['hand', 'aim', 'bench']);
const offsetSchema = z.strictObject({ along: z.number(), left: z.number(), turned: z.number() });
export const promiseSchema = z.strictObject({
  checkpointId: localIdSchema,
  runs: z.int().positive(),
  before: offsetSchema,
  expected: offsetSchema,
  chanceBefore: z.number().min(0).max(1),
  chance: z.number().min(0).max(1),
}) satisfies z.ZodType<AimPromise>;
export const revisionSchema = z.object({
  id: idSchema,
  routeId: idSchema,
  number,
  /** Number of the revision that it was made from; null for the first. */
  parent: number.nullable(),
  origin: originSchema,
  reason: noteSchema,
  plan: planSchema,
  /** What an aim promised when it made this revision, one a checkpoint; empty for the others. */
  promises: z.array(promiseSchema).default([]),
  createdAt: instantSchema,
});
export type RouteRevision = z.infer<typeof revisionSchema>;

export const goalSchema = z.number().min(0.05).max(0.99);
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
export const routeUpdateSchema = z.strictObject({ name: nameSchema, goal: goalSchema, version });
export const revisionCreateSchema = z.strictObject({
  /** Number of the revision that was edited; must be the newest, or the answer is 409. */
  basedOn: number,
  /** The revision that it continues, when that is an older one. */
  parent: number.optional(),
  origin: originSchema,
  reason: noteSchema,
  plan: planSchema,
  promises: z.array(promiseSchema).max(50).default([]),
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
export const sessionCreateSchema = z.strictObject({
  id: idSchema,
  title: nameSchema,
  startedAt: instantSchema,
  surface: z.string().trim().max(80).default(''),
  people: z.string().trim().max(200).default(''),
  note: noteSchema.default(''),
  goalRuns: z.int().min(1).max(1000).nullable().default(null),
  goalHits: z.int().min(0).max(1000).nullable().default(null),
});
export const sessionUpdateSchema = sessionCreateSchema
  .omit({ id: true, startedAt: true })
  .extend({ version });

const offsetValue = z.number().min(-5000).max(5000);
/** Where a run ended at one checkpoint, from the middle of the zone; mm and rad. */
export const measurementSchema = z.strictObject({
  checkpointId: localIdSchema,
  along: offsetValue,
  left: offsetValue,
  /** Null when nobody measured the heading. */
  turned: z.number().min(-Math.PI).max(Math.PI).nullable(),
});
export const outcomeSchema = z.strictObject({
  modelId: localIdSchema,
  hit: z.boolean(),
  /** Points that were given when they are not all or nothing of the model’s. */
  points: z.number().min(-1000).max(1000).nullable().default(null),
});

function distinct(ids: readonly string[]): boolean {
  return new Set(ids).size === ids.length;
}

const runContent = {
  measurements: z
    .array(measurementSchema)
    .max(50)
    .refine((list) => distinct(list.map((one) => one.checkpointId)), {
      error: 'A run is measured once at each checkpoint.',
    }),
  outcomes: z
    .array(outcomeSchema)
    .max(50)
    .refine((list) => distinct(list.map((one) => one.modelId)), {
      error: 'A model is judged once a run.',
    }),
  battery: z.number().positive().max(100).nullable().default(null),
  /** When the gyro was zeroed or checked before this run, and whether the robot stood in a jig. */
  gyroAt: instantSchema.nullable().default(null),
  jig: z.boolean().nullable().default(null),
  /** How long the run took by the stopwatch, s. */
  seconds: z.number().positive().max(3600).nullable().default(null),
  /** Why the run does not count; null when it does. */
  setAside: z.string().trim().min(1).max(200).nullable().default(null),
  note: noteSchema.default(''),
};
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
  setAside: z.string().trim().min(1).max(200).nullable(),
  note: noteSchema,
  version,
});
export interface Run extends RunCreate {
  id: string;
  /** Number of the route revision, for people. */
  revisionNumber: number;
  /** Whether a photo belongs to it. */
  photo: boolean;
  version: number;
}

export const forecastRequestSchema = z.strictObject({
  setup: setupSchema,
  field: fieldSchema,
  plan: planSchema,
  seed: z.int().nonnegative(),
  runs: z.int().min(1).max(2000),
});

/** The runs of a session as they stand, for a table that follows what others log. */
export interface RunNews {
  /** Changes whenever one of the runs does. */
  mark: string;
  /** Null when nothing changed since the mark that was sent along. */
  runs: Run[] | null;
}
