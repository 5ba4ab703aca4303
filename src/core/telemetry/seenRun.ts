import { z } from 'zod';
import { listOf, localIdSchema } from '../schema/scalars.ts';

/** Who saw a run: the hub by its own sensors, or a camera over the table. */
export const seenBySchema = z.enum(['hub', 'camera']);
export type SeenBy = z.output<typeof seenBySchema>;

const place = z.number().min(-50_000).max(50_000);
const angle = z.number().min(-1000).max(1000);
const seconds = z.number().min(0).max(36_000);
const poseSchema = z.strictObject({ x: place, y: place, heading: angle });

/** One step of a run as it was seen. */
const moveReadingSchema = z.strictObject({
  moveId: localIdSchema,
  /** Its place among the steps of the plan, repeats written out. */
  step: z.int().min(0).max(1000),
  /** s from the start of the track. */
  from: seconds,
  to: seconds,
  /** How far the middle of the axle went, mm, backwards negative, and how far the robot turned, rad, over whole turns. */
  length: place,
  turn: angle,
  /** Where it ended. */
  end: poseSchema,
});
export type MoveReading = z.output<typeof moveReadingSchema>;

/** A run taken apart: where it stood before it set off, what each move did, and where it stood in the end. */
export const seenRunSchema = z.strictObject({
  start: poseSchema,
  moves: listOf(moveReadingSchema, { most: 500 }),
  end: poseSchema,
});
export type SeenRunMoves = z.output<typeof seenRunSchema>;
