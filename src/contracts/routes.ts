import { z } from 'zod';
import { fieldSchema } from '../core/field/schema.ts';
import { parametersSchema } from '../core/robot/parameters.ts';
import { planSchema } from '../core/route/planSchema.ts';
import { goalSchema, originSchema, promiseSchema } from '../core/formats/practice.ts';
import {
  idSchema,
  instantSchema,
  listOf,
  nameSchema,
  noteSchema,
  numberSchema,
  versionSchema,
} from '../core/schema/scalars.ts';

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
