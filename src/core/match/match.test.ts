import { describe, expect, it } from 'vitest';
import { BELIEVED, FIELD, PLANS } from '../../../tests/experiments/hiddenRobots.ts';
import type { RouteEvidence } from '../analysis/planning/tasks.ts';
import { uniform, type Draw } from '../mathematics/randomness.ts';
import { checkpointsOf } from '../route/checkpoints.ts';
import { cardOf } from './cutOffs.ts';
import type { Seconds } from './durations.ts';
import { learnedHandovers } from './handovers.ts';
import { addedTo, totalOf, type Match, type MatchRoute, type Tally } from './match.ts';
import { matchPlanSchema, USUAL_TIMES, type MatchPlan } from './matchPlan.ts';
import { matchSummary, prospectsOf, type RouteToPlay } from './matchSummary.ts';
import { nextBySeconds } from './nexts.ts';
import { matchPolicy } from './policy.ts';
import { withChance, type RunOfMatch } from './routeProspect.ts';

/** A match of two or three routes that share models and bonuses. */
function sharingMatch(draw: Draw): Match {
  const whole = (least: number, most: number) => least + Math.floor((most - least + 1) * draw());
  const between: Seconds = [[whole(1, 6), 1]];
  const worth = [5 * whole(0, 4), 5 * whole(0, 4)];
  const bonus = 5 * whole(-1, 4);
  return {
    seconds: whole(20, 50),
    routes: Array.from({ length: whole(2, 3) }, (_, r): MatchRoute => {
      const [a, b] = [draw(), draw()];
      return {
        id: `r${r}`,
        duration: [
          [whole(4, 10), 0.5],
          [whole(11, 18), 0.5],
        ],
        outcomes: [
          { chance: a * b, points: 5, marks: 3 },
          { chance: a * (1 - b), points: 0, marks: 1 << (r % 2) },
          { chance: 1 - a, points: whole(-1, 1), marks: 0 },
        ],
        after: [],
      };
    }),
    handover: () => between,
    together: {
      bits: 2,
      points: (marks) =>
        worth.reduce((sum, one, bit) => sum + ((marks >> bit) & 1) * one, 0) +
        (marks === 3 ? bonus : 0),
    },
  };
}

/** Every choice at every moment, with nothing remembered. */
function triedOut(match: Match, worth: (total: number) => number): number {
  const best = (done: string[], left: number, tally: Tally): number =>
    Math.max(
      worth(totalOf(match, tally)),
      ...match.routes
        .filter(({ id }) => !done.includes(id))
        .map((route) => {
          const last = match.routes.find(({ id }) => id === done.at(-1));
          const over: Seconds = last === undefined ? [[0, 1]] : match.handover(last, route);
          let value = 0;
          for (const [between, p] of over)
            for (const [lasts, q] of route.duration)
              for (const outcome of route.outcomes) {
                const then = left - between - lasts;
                value +=
                  p *
                  q *
                  outcome.chance *
                  (then < 0
                    ? worth(totalOf(match, tally))
                    : best([...done, route.id], then, addedTo(tally, outcome)));
              }
          return value;
        }),
    );
  return best([], match.seconds, { points: 0, marks: 0 });
}

describe('routes that reach the same models', () => {
  it('are planned as well as by trying everything, whatever is wanted', () => {
    const draw = uniform(18, 0, 9);
    for (let i = 0; i < 150; i++) {
      const match = sharingMatch(draw);
      const mean = matchPolicy(match, 'mean');
      expect(Math.abs(mean.value - triedOut(match, (total) => total))).toBeLessThan(1e-9);
      const brought = mean.points.reduce((sum, [total, chance]) => sum + total * chance, 0);
      expect(Math.abs(brought - mean.value)).toBeLessThan(1e-9);
      const atLeast = 5 * Math.floor(6 * draw());
      const sure = matchPolicy(match, { atLeast });
      const tried = triedOut(match, (total) => Number(total >= atLeast));
      expect(Math.abs(sure.value - tried)).toBeLessThan(1e-9);
    }
  });
});

const plan = PLANS['Heron Hide']!;
const [checkpoint] = checkpointsOf(plan);
const model = FIELD.models.find(({ id }) => id === checkpoint!.modelId)!;

function runsWith(hits: number, of: number): RunOfMatch[] {
  return Array.from({ length: of }, (_, i) => ({
    measurements: [],
    outcomes: [{ modelId: model.id, hit: i < hits, points: null }],
    setAside: null,
    battery: null,
    gyroAt: null,
    happenedAt: `2026-03-02T18:${10 + i}:00.000Z`,
    sessionId: 'evening',
    seconds: 11 + (i % 3),
  }));
}

function route(
  routeId: string,
  runs: RunOfMatch[],
  part: Partial<RouteEvidence> = {},
): RouteToPlay {
  const hits = runs.filter(({ outcomes }) => outcomes[0]!.hit).length;
  return {
    evidence: {
      routeId,
      name: routeId,
      goal: 0.9,
      points: model.points,
      verdict: null,
      runs: runs.length,
      hits,
      now: null,
      aimed: null,
      settledAfter: null,
      contradicts: false,
      minutesPerRun: 1,
      ...part,
    },
    plan,
    field: FIELD,
    runs,
    checkpointId: checkpoint!.id,
  };
}

const SURE = '00000000-0000-4000-8000-000000000001';
const POOR = '00000000-0000-4000-8000-000000000002';
const robot = BELIEVED;
const range = (expected: number) => ({ expected, low: expected - 0.1, high: expected + 0.05 });

describe('what a match knows of a route', () => {
  it('comes from its runs, with the chance of its verdict, and from the forecast without any', () => {
    const driven = route(SURE, runsWith(10, 10), { now: range(0.93) });
    const fresh = route(POOR, []);
    const found = prospectsOf({ robot, routes: [driven, fresh] });
    const hitsOf = (id: string) =>
      found[id]!.outcomes.reduce(
        (sum, { chance, gained }) => sum + (gained[0]!.hit ? chance : 0),
        0,
      );
    // Ten of ten are no certainty.
    expect(hitsOf(SURE)).toBeCloseTo(0.93, 9);
    expect(found[SURE]).toMatchObject({ runs: 10, timed: 10, full: model.points });
    expect(found[SURE]!.time.mean).toBeCloseTo(11.9, 9);
    expect(found[POOR]).toMatchObject({ runs: 0, timed: 0, newest: null });
    expect(hitsOf(POOR)).toBeCloseTo(found[POOR]!.chance.expected, 9);
    expect(found[POOR]!.time.mean).toBeGreaterThan(2);
  });

  it('is rescaled to a chance without touching what else comes of the route', () => {
    const gained = (hit: boolean) => [{ modelId: 'a', hit, points: hit ? 7 : 0, full: 7 }];
    const found = withChance([{ chance: 1, gained: gained(true) }], 'a', 0.75);
    expect(found).toEqual([
      { chance: 0.75, gained: gained(true) },
      { chance: 0.25, gained: gained(false) },
    ]);
  });
});

const ONE_SECOND: Seconds = [[1, 1]];

describe('a match plan', () => {
  const planned = (part: Partial<MatchPlan> = {}) =>
    matchPlanSchema.parse({
      seconds: 40,
      goal: 'mean',
      entries: [
        { id: 'e1', routeId: POOR },
        { id: 'e2', routeId: SURE },
      ],
      ...USUAL_TIMES,
      ...part,
    });
  // Both go to the same model: whoever reaches it first is enough.
  const routes = [
    route(SURE, runsWith(9, 10), { now: range(0.9), verdict: 'leave it' }),
    route(POOR, runsWith(2, 10), { now: range(0.2), aimed: range(0.85), verdict: 'aim' }),
  ];
  const prospects = prospectsOf({ robot, routes });
  const summaryOf = (match: MatchPlan) =>
    matchSummary({ plan: match, routes, prospects, timed: [] })!;

  it('runs the surer route first, says by how much that is better, and what an aim would bring', () => {
    const found = summaryOf(planned({ seconds: 22 }));
    expect(found.order[0]).toBe('e2');
    expect(found.comparison.low).toBeGreaterThan(0);
    expect(found.value).toBeGreaterThan(0.9 * model.points - 1e-6);
    expect(found.valueLow).toBeLessThan(found.value);
    expect(found.valueHigh).toBeGreaterThan(found.value);
    // There is time for one only: the other may be aimed without any use.
    expect(found.improvements).toEqual([]);
    const [aim] = summaryOf(planned()).improvements;
    expect(aim?.what).toMatchObject({ kind: 'task', task: { kind: 'aim' } });
    // The aimed route is still the less sure one: it is worth what the other leaves.
    expect(aim!.gain).toBeLessThan(0.1 * model.points);
  });

  it('counts a model once, and a bonus when all of it is reached', () => {
    const alone = summaryOf(planned());
    expect(alone.full).toBe(model.points);
    const miss = (1 - 0.9) * (1 - 0.2);
    expect(alone.expected).toBeCloseTo((1 - miss) * model.points, 1);
  });

  it('has a card that says down to how many seconds a route is still started, and what instead', () => {
    const sure = (id: string, points: number, duration: Seconds): MatchRoute => ({
      id,
      duration,
      outcomes: [{ chance: 1, points }],
      after: id === 'a' ? [] : ['a'],
    });
    const match: Match = {
      seconds: 35,
      routes: [
        sure('a', 50, [
          [10, 0.5],
          [18, 0.5],
        ]),
        sure('b', 30, [[20, 1]]),
        sure('c', 10, [[8, 1]]),
      ],
      handover: () => ONE_SECOND,
    };
    const [first, second] = cardOf(match, matchPolicy(match, 'mean'));
    expect(first).toEqual({
      choices: [{ route: 'a', least: null }],
      handed: 0,
      starts: 0,
      lasts: 14,
    });
    expect(second!.choices).toEqual([
      { route: 'b', least: 25 },
      { route: 'c', least: null },
    ]);
    expect(second).toMatchObject({ handed: 1, starts: 15, lasts: 20 });
  });

  it('refuses an order in which a route comes before one that it needs', () => {
    const read = matchPlanSchema.safeParse({
      ...planned(),
      entries: [
        { id: 'e1', routeId: POOR, after: ['e2'] },
        { id: 'e2', routeId: SURE },
      ],
    });
    expect(read.error?.issues[0]?.message).toBe('A route stands before one that it needs.');
  });

  it('says in a rehearsal what is next by the seconds that are left', () => {
    const question = { plan: planned(), routes, prospects, timed: [] };
    const first = nextBySeconds(question, { done: [], last: null, reached: [] });
    expect(first).toHaveLength(41);
    expect(first.at(-1)).toBe('e2');
    // Too little is left for either.
    expect(first[1]).toBeNull();
    const reached = [{ modelId: model.id, points: model.points }];
    const then = nextBySeconds(question, { done: ['e2'], last: 'e2', reached });
    expect(new Set(then)).toEqual(new Set([null]));
    const missed = nextBySeconds(question, { done: ['e2'], last: 'e2', reached: [] });
    expect(missed).toContain('e1');
  });

  it('learns a hand-over by pair, and leaves the others as they were typed', () => {
    const match = planned();
    const [a, b] = match.entries as [MatchPlan['entries'][number], MatchPlan['entries'][number]];
    const handover = learnedHandovers(
      match,
      [12, 13, 12.5, 11.5].map((seconds) => ({ from: 'e1', to: 'e2', seconds })),
    );
    const learned = handover(a, b);
    expect(learned.timed).toBe(4);
    expect(learned.middle).toBeGreaterThan(10.5);
    expect(learned.low).toBeLessThan(12);
    expect(learned.high).toBeGreaterThan(12);
    expect(handover(b, a)).toMatchObject({ timed: 0, time: USUAL_TIMES.sameAttachment });
  });
});
