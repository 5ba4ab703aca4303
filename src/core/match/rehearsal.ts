import { z } from 'zod';
import { localIdSchema, textSchema } from '../schema/scalars.ts';
import type { TimedHandover } from './handovers.ts';
import type { MatchPlan } from './matchPlan.ts';

/** Seconds after the beginning of a rehearsal. */
const at = z.number().min(0).max(3600);
const entryId = localIdSchema;

/** Something that happened in a rehearsal. Two devices may write them side by side: none changes another. */
export const rehearsalEventSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('start'), at, entryId }),
  z.strictObject({ kind: z.literal('end'), at, entryId }),
  z.strictObject({ kind: z.literal('rescue'), at, entryId }),
  z.strictObject({ kind: z.literal('skip'), at, entryId, why: textSchema(80) }),
  z.strictObject({
    kind: z.literal('outcome'),
    at,
    entryId,
    modelId: localIdSchema,
    hit: z.boolean(),
    points: z.number().min(-1000).max(1000),
  }),
  /** The horn, or the team stops before it. */
  z.strictObject({ kind: z.literal('over'), at }),
]);
export type RehearsalEvent = z.output<typeof rehearsalEventSchema>;

/** A route in a rehearsal. */
export interface Leg {
  entryId: string;
  started: number;
  /** Null while it is under way, or when the horn came before. */
  ended: number | null;
  rescued: boolean;
  outcomes: { modelId: string; hit: boolean; points: number }[];
}

/** What a rehearsal came to. */
export interface RehearsalCourse {
  legs: Leg[];
  skipped: { entryId: string; at: number; why: string }[];
  /** Null while it goes on. */
  over: number | null;
  /** Points of what ended in time; a model counts once, and so does each bonus. */
  points: number;
}

/** What happened, put together in the order of time. */
export function rehearsalCourse(
  events: readonly RehearsalEvent[],
  rules: Pick<MatchPlan, 'seconds' | 'rescuePenalty' | 'bonuses'>,
): RehearsalCourse {
  const legs: Leg[] = [];
  const skipped: RehearsalCourse['skipped'] = [];
  let over: number | null = null;
  const legOf = (id: string) => legs.findLast((leg) => leg.entryId === id);
  for (const event of events.toSorted((a, b) => a.at - b.at)) {
    switch (event.kind) {
      case 'start':
        legs.push({
          entryId: event.entryId,
          started: event.at,
          ended: null,
          rescued: false,
          outcomes: [],
        });
        break;
      case 'end': {
        const leg = legOf(event.entryId);
        if (leg !== undefined) leg.ended ??= event.at;
        break;
      }
      case 'rescue': {
        const leg = legOf(event.entryId);
        if (leg !== undefined) leg.rescued = true;
        break;
      }
      case 'skip':
        skipped.push({ entryId: event.entryId, at: event.at, why: event.why });
        break;
      case 'outcome': {
        const leg = legOf(event.entryId);
        const { modelId, hit, points } = event;
        if (leg !== undefined)
          leg.outcomes = [
            ...leg.outcomes.filter((one) => one.modelId !== modelId),
            { modelId, hit, points },
          ];
        break;
      }
      case 'over':
        over ??= event.at;
    }
  }
  return { legs, skipped, over, points: pointsOf(legs, rules) };
}

function pointsOf(
  legs: readonly Leg[],
  { seconds, rescuePenalty, bonuses }: Pick<MatchPlan, 'seconds' | 'rescuePenalty' | 'bonuses'>,
): number {
  const byModel = new Map<string, number>();
  const reached = new Set<string>();
  for (const { ended, rescued, outcomes } of legs) {
    if (rescued || ended === null || ended > seconds) continue;
    for (const { modelId, hit, points } of outcomes) {
      byModel.set(modelId, Math.max(points, byModel.get(modelId) ?? -Infinity));
      if (hit) reached.add(modelId);
    }
  }
  const won = [...byModel.values()].reduce((sum, points) => sum + points, 0);
  const together = bonuses
    .filter(({ modelIds }) => modelIds.every((id) => reached.has(id)))
    .reduce((sum, { points }) => sum + points, 0);
  return won + together - rescuePenalty * legs.filter(({ rescued }) => rescued).length;
}

/** The hand-overs of a rehearsal: from the end of a route to the start of the next. */
export function timedHandovers(legs: readonly Leg[]): TimedHandover[] {
  return legs.slice(1).flatMap((leg, i) => {
    const before = legs[i]!;
    return before.ended === null
      ? []
      : [{ from: before.entryId, to: leg.entryId, seconds: leg.started - before.ended }];
  });
}
