import { z } from 'zod';
import { distinctIds, listOf, localIdSchema, nameSchema } from '../schema/scalars.ts';
import { chance, finite, from, millimetres, positive } from '../schema/numbers.ts';
import { say } from '../language/say.ts';

const pointSchema = z.strictObject({ x: millimetres, y: millimetres });
const poseSchema = z.strictObject({ x: millimetres, y: millimetres, heading: finite });
/** What every thing on a table has. */
const named = { id: localIdSchema, name: nameSchema };

/** Where the tool point has to be for a model to score. */
export const zoneSchema = z.strictObject({
  /** The middle of the zone, and the heading with which the robot should arrive. */
  target: poseSchema,
  shape: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('circle'), radius: positive }),
    /** Corners in the frame of the target: x along the arrival heading, y to its left. */
    z.strictObject({
      kind: z.literal('polygon'),
      corners: listOf(pointSchema, { least: 3, most: 60 }),
    }),
  ]),
  /** Greatest heading error that still scores, rad; null when any heading scores. */
  headingTolerance: z.number().positive().max(Math.PI).nullable(),
});

/** A fixed thing that the robot comes for. */
const modelSchema = z.strictObject({
  ...named,
  outline: listOf(pointSchema, { least: 3, most: 200 }),
  zone: zoneSchema,
  points: from(-1000, 1000),
  /** Whether a range sensor sees it. */
  seen: z.boolean(),
});

/** A wall inside the table, as thin as a line. */
const wallSchema = z.strictObject({
  ...named,
  points: listOf(pointSchema, { least: 2, most: 200 }),
  /** Whether a range sensor sees it. */
  seen: z.boolean(),
});

/** A line on the table; lines from before there was a choice are dark. */
const lineSchema = z.strictObject({
  ...named,
  points: listOf(pointSchema, { least: 2, most: 200 }),
  width: positive,
  /** How light it is: 0 as dark as the dark that was measured, 1 as light as the table. */
  reflectance: chance.default(0),
  /** What its colour is called, by the name that the colour bench has for it; null where nobody said. */
  colour: nameSchema.nullable().default(null),
});

/** Where a picture lies: its lower left corner, its size in mm, and how far it is turned, rad. */
const picturePlaceSchema = z.strictObject({
  x: millimetres,
  y: millimetres,
  width: from(10, 40000),
  height: from(10, 40000),
  turned: finite,
});

/** A table with everything that stands on it, to scale, in mm; (0, 0) is its near left corner. */
export const fieldSchema = z
  .strictObject({
    width: from(100, 20000),
    height: from(100, 20000),
    /** Whether a border high enough to be seen by a range sensor runs round the table. */
    border: z.boolean(),
    /** How long a match lasts on this table, s; null when nobody said. */
    matchSeconds: z.number().positive().max(3600).nullable().default(null),
    /** What the colour of the bare table is called. */
    ground: nameSchema.default('white'),
    models: listOf(modelSchema, { most: 100 }),
    // Fields from before there were walls and pictures have none.
    walls: listOf(wallSchema, { most: 100 }).default([]),
    lines: listOf(lineSchema, { most: 100 }),
    /** Where the picture under the drawing lies; null when there is none. */
    picture: picturePlaceSchema.nullable().default(null),
    starts: listOf(z.strictObject({ ...named, pose: poseSchema }), {
      least: 1,
      most: 20,
      get tooShort() {
        return say`A field needs a start place.`;
      },
    }),
  })
  .refine(
    (field) =>
      [field.models, field.walls, field.lines, field.starts].every((list) => distinctIds(list)),
    {
      get error() {
        return say`Two things on the field have the same identifier.`;
      },
    },
  );
