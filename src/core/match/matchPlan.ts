import { z } from 'zod';
import {
  distinct,
  distinctIds,
  idSchema,
  listOf,
  localIdSchema,
  nameSchema,
  textSchema,
} from '../schema/scalars.ts';
import { say } from '../language/say.ts';

/** A time that is not always the same, s. */
const timeSchema = z.strictObject({
  mean: z.number().min(0).max(300),
  sd: z.number().min(0).max(150),
});
export type TypedTime = z.output<typeof timeSchema>;

/** A route in a match; the same route may stand in it twice. */
export const entrySchema = z.strictObject({
  id: localIdSchema,
  routeId: idSchema,
  /** What the robot carries for it, as the team calls it; empty for nothing. */
  attachment: textSchema(40).default(''),
  /** Entries that have to be run before. */
  after: listOf(localIdSchema, { most: 12 }).default([]),
  /** How often it has to be rescued by hand, 0 to 1. */
  rescued: z.number().min(0).max(1).default(0),
});
export type MatchEntry = z.output<typeof entrySchema>;

/** More routes than this no match has. */
export const MOST_ENTRIES = 12;

const bonusSchema = z.strictObject({
  name: nameSchema,
  /** Models that all have to be reached for it. */
  modelIds: listOf(localIdSchema, { least: 2, most: 6 }),
  points: z.number().min(-1000).max(1000),
});

/** What a match is for the team: its routes in the order in which it runs them now, and what lies between. */
export const matchPlanSchema = z
  .strictObject({
    /** How long a match lasts, s. */
    seconds: z.int().min(10).max(600),
    goal: z.union([
      z.literal('mean'),
      z.literal('worst tenth'),
      z.strictObject({ atLeast: z.number().min(0).max(10_000) }),
    ]),
    entries: listOf(entrySchema, { most: MOST_ENTRIES }),
    /** From the end of a route to the start of the next, with the attachment that it carries and with another one. */
    sameAttachment: timeSchema,
    otherAttachment: timeSchema,
    /** Points that a rescue costs. */
    rescuePenalty: z.number().min(0).max(1000).default(0),
    bonuses: listOf(bonusSchema, { most: 4 }).default([]),
  })
  .refine(({ entries }) => distinctIds(entries), {
    error: () => say`Two of them have the same identifier.`,
  })
  .refine(
    ({ bonuses }) =>
      bonuses.every(({ modelIds }) => distinct(modelIds)) &&
      distinct(bonuses.map(({ name }) => name)),
    { error: () => say`A bonus stands twice.` },
  )
  .refine(
    ({ entries }) =>
      entries.every(({ after }, place) =>
        after.every((id) => entries.slice(0, place).some((entry) => entry.id === id)),
      ),
    { error: () => say`A route stands before one that it needs.` },
  );
export type MatchPlan = z.output<typeof matchPlanSchema>;

/** What is usual before anything was timed. */
export const USUAL_TIMES = {
  sameAttachment: { mean: 6, sd: 2 },
  otherAttachment: { mean: 10, sd: 3 },
} satisfies Pick<MatchPlan, 'sameAttachment' | 'otherAttachment'>;
