import { z } from 'zod';
import type { Field, Zone } from '../core/field/field.ts';
import { chance, finite, millimetres, positive } from '../core/robot/parameterEntry.ts';
import { STARTING_SETUP, setupPaths } from '../core/robot/parameters.ts';
import {
  distinctIds,
  listOf,
  localIdSchema,
  nameSchema,
  numberSchema,
} from '../core/schema/scalars.ts';

export { idSchema } from '../core/schema/scalars.ts';

const pointSchema = z.strictObject({ x: millimetres, y: millimetres });
const poseSchema = z.strictObject({ x: millimetres, y: millimetres, heading: finite });

const SETUP_PATHS = new Set(setupPaths(STARTING_SETUP));

/** Where a number of a setup comes from; a path without a source is a starting value. */
export const sourceSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('typed') }),
  z.strictObject({ kind: z.literal('bench'), record: numberSchema }),
  // Fitted to so many runs that were logged.
  z.strictObject({ kind: z.literal('runs'), runs: numberSchema }),
]);
export type Source = z.infer<typeof sourceSchema>;
export const sourcesSchema = z
  .record(z.string(), sourceSchema)
  .refine((sources) => Object.keys(sources).every((path) => SETUP_PATHS.has(path)), {
    error: 'A source is given for a number that a setup does not have.',
  });
export type Sources = z.infer<typeof sourcesSchema>;

export const zoneSchema = z.strictObject({
  target: poseSchema,
  shape: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('circle'), radius: positive }),
    z.strictObject({
      kind: z.literal('polygon'),
      corners: listOf(pointSchema, { least: 3, most: 60 }),
    }),
  ]),
  headingTolerance: z.number().positive().max(Math.PI).nullable(),
}) satisfies z.ZodType<Zone>;

export const fieldSchema = z
  .strictObject({
    width: z.number().min(100).max(20000),
    height: z.number().min(100).max(20000),
    border: z.boolean(),
    matchSeconds: z.number().positive().max(3600).nullable().default(null),
    models: listOf(
      z.strictObject({
        id: localIdSchema,
        name: nameSchema,
        outline: listOf(pointSchema, { least: 3, most: 200 }),
        zone: zoneSchema,
        points: z.number().min(-1000).max(1000),
        seen: z.boolean(),
      }),
      { most: 100 },
    ),
    // Fields from before there were walls and pictures have none, and their lines are dark.
    walls: listOf(
      z.strictObject({
        id: localIdSchema,
        name: nameSchema,
        points: listOf(pointSchema, { least: 2, most: 200 }),
        seen: z.boolean(),
      }),
      { most: 100 },
    ).default([]),
    lines: listOf(
      z.strictObject({
        id: localIdSchema,
        name: nameSchema,
        points: listOf(pointSchema, { least: 2, most: 200 }),
        width: positive,
        reflectance: chance.default(0),
      }),
      { most: 100 },
    ),
    picture: z
      .strictObject({
        x: millimetres,
        y: millimetres,
        width: z.number().min(10).max(40000),
        height: z.number().min(10).max(40000),
        turned: finite,
      })
      .nullable()
      .default(null),
    starts: listOf(z.strictObject({ id: localIdSchema, name: nameSchema, pose: poseSchema }), {
      least: 1,
      most: 20,
      tooShort: 'A field needs a start place.',
    }),
  })
  .refine(
    (field) =>
      [field.models, field.walls, field.lines, field.starts].every((list) => distinctIds(list)),
    {
      error: 'Two things on the field have the same identifier.',
    },
  ) satisfies z.ZodType<Field>;
