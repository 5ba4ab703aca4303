import { z } from 'zod';
import { distinct, idSchema, listOf, textSchema } from '../schema/scalars.ts';
import { say } from '../language/say.ts';
import { tagIdSchema } from './tagCodes.ts';

const place = z.number().min(-20_000).max(20_000);
const side = z.number().min(5).max(1000);
const angle = z.number().min(-100).max(100);

/** The tags that lie on a table, and where: mm and rad in the axes of its field. */
const tableTagsSchema = z.strictObject({
  tags: listOf(
    z.strictObject({ id: tagIdSchema, x: place, y: place, size: side, heading: angle }),
    { least: 1, most: 40 },
  ).refine((tags) => distinct(tags.map(({ id }) => id)), {
    get error() {
      return say`A tag lies on the table twice.`;
    },
  }),
});

/** The tag on a robot. */
const robotTagSchema = z.strictObject({
  id: tagIdSchema,
  size: side,
  height: z.number().min(0).max(1000),
  place: z.strictObject({ x: place, y: place, heading: angle }),
  /** Whether its place was found by turning on the spot, or only said. */
  found: z.boolean(),
});
export type RobotTagNote = z.output<typeof robotTagSchema>;

const focal = z.number().min(10).max(100_000);
const centre = z.number().min(-20_000).max(20_000);

/** A lens that was calibrated, for pictures of one size. */
const lensNoteSchema = z.strictObject({
  width: z.int().min(16).max(20_000),
  height: z.int().min(16).max(20_000),
  lens: z.strictObject({
    fx: focal,
    fy: focal,
    cx: centre,
    cy: centre,
    k1: z.number().min(-5).max(5),
    k2: z.number().min(-20).max(20),
  }),
  /** How far corners lie from where it says, px, and from how many views. */
  residual: z.number().min(0).max(100),
  views: z.int().min(1).max(1000),
});
export type LensNote = z.output<typeof lensNoteSchema>;

/** What is known of a table, a robot or a camera, for measuring by pictures. */
export const cameraNoteSchema = z.discriminatedUnion('about', [
  z.strictObject({ about: z.literal('field'), key: idSchema, value: tableTagsSchema }),
  z.strictObject({ about: z.literal('robot'), key: idSchema, value: robotTagSchema }),
  z.strictObject({ about: z.literal('lens'), key: textSchema(120).min(1), value: lensNoteSchema }),
]);
export type CameraNote = z.output<typeof cameraNoteSchema>;
