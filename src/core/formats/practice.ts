import { z } from 'zod';
import type { PredictedEffect } from '../analysis/runs/predictedEffect.ts';
import {
  distinct,
  idSchema,
  instantSchema,
  listOf,
  localIdSchema,
  nameSchema,
  noteSchema,
  numberSchema,
  textSchema,
} from '../schema/scalars.ts';
import { say } from '../language/say.ts';

/** How a revision of a route came to be. */
export const originSchema = z.enum(['hand', 'aim', 'bench']);
/** A tool that is further away than this was never at the table, mm. */
const offsetValue = z.number().min(-5000).max(5000);
const turnedSchema = z.number().min(-Math.PI).max(Math.PI);
const offsetSchema = z.strictObject({
  along: offsetValue,
  left: offsetValue,
  turned: z.number().min(-100).max(100),
});
const rangeSchema = z.strictObject({
  expected: z.number().min(0).max(1),
  low: z.number().min(0).max(1),
  high: z.number().min(0).max(1),
});
const varianceSchema = z.number().min(0).max(1e8);
const covarianceSchema = z.number().min(-1e8).max(1e8);
export const promiseSchema = z.strictObject({
  checkpointId: localIdSchema,
  runs: numberSchema,
  before: offsetSchema,
  expected: offsetSchema,
  chanceBefore: z.number().min(0).max(1),
  chance: z.number().min(0).max(1),
  ranges: z.strictObject({ before: rangeSchema, after: rangeSchema }).optional(),
  spread: z
    .strictObject({
      covariance: z.strictObject({
        along: varianceSchema,
        left: varianceSchema,
        cross: covarianceSchema,
      }),
      turnedSpread: varianceSchema,
      turnedWithAlong: covarianceSchema,
      turnedWithLeft: covarianceSchema,
    })
    .optional(),
}) satisfies z.ZodType<PredictedEffect>;

/** Wanted chance to hit. */
export const goalSchema = z.number().min(0.05).max(0.99);

/** A practice. */
export const sessionSchema = z.strictObject({
  id: idSchema,
  title: nameSchema,
  startedAt: instantSchema,
  surface: textSchema(80).default(''),
  people: textSchema(200).default(''),
  note: noteSchema.default(''),
  goalRuns: z.int().min(1).max(1000).nullable().default(null),
  goalHits: z.int().min(0).max(1000).nullable().default(null),
});

/** Where a run ended at one checkpoint, from the middle of the zone; mm and rad. */
export const measurementSchema = z.strictObject({
  checkpointId: localIdSchema,
  along: offsetValue,
  left: offsetValue,
  /** Null when nobody measured the heading. */
  turned: turnedSchema.nullable(),
});
export const outcomeSchema = z.strictObject({
  modelId: localIdSchema,
  hit: z.boolean(),
  /** Points that were given when they are not all or nothing of the model’s. */
  points: z.number().min(-1000).max(1000).nullable().default(null),
});

/** What is said of a run besides where it belongs. */
export const runContent = {
  measurements: listOf(measurementSchema, { most: 50 }).refine(
    (list) => distinct(list.map((one) => one.checkpointId)),
    {
      get error() {
        return say`A run is measured once at each checkpoint.`;
      },
    },
  ),
  outcomes: listOf(outcomeSchema, { most: 50 }).refine(
    (list) => distinct(list.map((one) => one.modelId)),
    {
      get error() {
        return say`A model is judged once a run.`;
      },
    },
  ),
  battery: z.number().positive().max(100).nullable().default(null),
  /** When the gyro was zeroed or checked before this run, and whether the robot stood in a jig. */
  gyroAt: instantSchema.nullable().default(null),
  jig: z.boolean().nullable().default(null),
  /** How long the run took by the stopwatch, s. */
  seconds: z.number().positive().max(3600).nullable().default(null),
  /** Why the run does not count; null when it does. */
  setAside: textSchema(200).min(1).nullable().default(null),
  note: noteSchema.default(''),
};
