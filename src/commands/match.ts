import { z } from 'zod';
import { firstIssue } from '../contracts/problem.ts';
import { lognormalSeconds, type Seconds } from '../core/match/durations.ts';
import type { Match, MatchRoute } from '../core/match/match.ts';
import { doneIn, matchPolicy } from '../core/match/policy.ts';
import { distinct, listOf } from '../core/schema/scalars.ts';

/** Chances that are written down add up to 1 but for their last digit. */
const ROUNDED = 1e-6;
const chance = z.number().min(0).max(1);
const points = z.number().min(-10_000).max(10_000);

const secondsSchema = z.union([
  z.strictObject({ mean: z.number().min(0).max(600), sd: z.number().min(0).max(300) }),
  listOf(z.tuple([z.int().min(0).max(600), chance]), { least: 1, most: 200 }).refine(
    (list) => Math.abs(list.reduce((sum, [, one]) => sum + one, 0) - 1) < ROUNDED,
    { error: 'the chances of a time add up to 1.' },
  ),
]);

/** The plan of a match; docs/formats.md says what each member is. */
const planSchema = z.strictObject({
  match_s: z.int().min(1).max(600),
  goal: z.union([
    z.literal('mean'),
    z.literal('worst tenth'),
    z.strictObject({ at_least: points }),
  ]),
  routes: listOf(
    z.strictObject({
      id: z.string().min(1).max(80),
      duration_s: secondsSchema,
      outcomes: listOf(z.strictObject({ chance, points }), { least: 1, most: 40 }).refine(
        (list) => list.reduce((sum, one) => sum + one.chance, 0) < 1 + ROUNDED,
        { error: 'the chances of the outcomes add up to more than 1.' },
      ),
      after: listOf(z.string(), { most: 12 }).default([]),
    }),
    { least: 1, most: 12 },
  ).refine((routes) => distinct(routes.map(({ id }) => id)), {
    error: 'two routes have the same id.',
  }),
  handover_s: secondsSchema,
  handovers: z.record(z.string(), secondsSchema).default({}),
});

/** What `match` answers. */
export interface MatchAnswer {
  value: number;
  order: string[];
  policy: {
    done: string[];
    last: string | null;
    seconds: number;
    points?: number;
    next: string | null;
    value: number;
  }[];
  points: [points: number, chance: number][];
}

/** The best policy of a match. Throws an Error that says in one line what is wrong with the plan. */
export function planMatch(text: string): MatchAnswer {
  const plan = planOf(text);
  const routes = plan.routes.map(({ id, duration_s, outcomes, after }): MatchRoute => {
    const rest = 1 - outcomes.reduce((sum, one) => sum + one.chance, 0);
    return {
      id,
      duration: secondsOf(duration_s),
      // What is not said of a run brings nothing.
      outcomes: rest > ROUNDED ? [...outcomes, { chance: rest, points: 0 }] : outcomes,
      after,
    };
  });
  const usual = secondsOf(plan.handover_s);
  const own = new Map(
    Object.entries(plan.handovers).map(([pair, seconds]) => [pair, secondsOf(seconds)]),
  );
  const match: Match = {
    seconds: plan.match_s,
    routes,
    handover: (from, to) => own.get(`${from.id}>${to.id}`) ?? usual,
  };
  const { goal } = plan;
  const found = matchPolicy(match, typeof goal === 'string' ? goal : { atLeast: goal.at_least });
  return {
    value: found.value,
    order: found.order,
    policy: [...found.reached()].map((standing) => {
      const { value, next } = found.choiceAt(standing);
      return {
        done: doneIn(match, standing),
        last: routes[standing.last]?.id ?? null,
        seconds: standing.left,
        ...(found.keepsPoints && { points: standing.points }),
        next: routes[next]?.id ?? null,
        value,
      };
    }),
    points: found.points,
  };
}

function planOf(text: string): z.output<typeof planSchema> {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Error('this is no JSON.');
  }
  const read = planSchema.safeParse(json);
  if (!read.success) {
    const { pointer, detail } = firstIssue(read.error);
    throw new Error(`${pointer}: ${detail}`);
  }
  const ids = new Set(read.data.routes.map(({ id }) => id));
  const pairs = Object.keys(read.data.handovers).flatMap((pair) =>
    [...ids].some((from) => pair.startsWith(`${from}>`) && ids.has(pair.slice(from.length + 1)))
      ? []
      : [pair],
  );
  const [unknown] = [
    ...read.data.routes.flatMap(({ after }) => after.filter((id) => !ids.has(id))),
    ...pairs,
  ];
  if (unknown !== undefined) throw new Error(`no route is called “${unknown}”.`);
  return read.data;
}

function secondsOf(seconds: z.output<typeof secondsSchema>): Seconds {
  return 'mean' in seconds ? lognormalSeconds(seconds.mean, seconds.sd) : inOrder(seconds);
}

function inOrder(seconds: Seconds): Seconds {
  return seconds.toSorted((a, b) => a[0] - b[0]);
}
