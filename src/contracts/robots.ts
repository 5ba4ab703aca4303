import type { Fitness } from '../core/analysis/checks/driftVerdict.ts';
import { z } from 'zod';
import { sourcesSchema } from '../core/robot/sources.ts';
import { parametersSchema } from '../core/robot/parameters.ts';
import {
  idSchema,
  instantSchema,
  nameSchema,
  noteSchema,
  numberSchema,
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
