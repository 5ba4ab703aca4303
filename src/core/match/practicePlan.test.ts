import { describe, expect, it } from 'vitest';
import type { RouteEvidence, Task } from '../analysis/planning/tasks.ts';
import { minutesBetweenRuns } from '../analysis/planning/pace.ts';
import { tasksFromRuns } from '../analysis/planning/today.ts';
import { learnedHandovers } from './handovers.ts';
import { matchPlanSchema, USUAL_TIMES } from './matchPlan.ts';
import type { MatchSources } from './plannedMatch.ts';
import { practicePlan } from './practicePlan.ts';
import type { RouteProspect } from './routeProspect.ts';

const idOf = (number: number) => `00000000-0000-4000-8000-00000000000${number}`;
const range = (expected: number) => ({ expected, low: expected, high: expected });

/** Routes of 20 s, each with its points, its chance now and once it is aimed. */
function teamOf(routes: [points: number, now: number, aimed: number][]): {
  sources: MatchSources;
  tasks: Task[];
} {
  const plan = matchPlanSchema.parse({
    seconds: 150,
    goal: 'mean',
    entries: routes.map((_, i) => ({ id: `e${i}`, routeId: idOf(i) })),
    ...USUAL_TIMES,
  });
  const prospects = routes.map(([points, now], i): [string, RouteProspect] => {
    const gained = (hit: boolean) => [
      { modelId: `m${i}`, hit, points: hit ? points : 0, full: points },
    ];
    return [
      idOf(i),
      {
        outcomes: [
          { chance: now, gained: gained(true) },
          { chance: 1 - now, gained: gained(false) },
        ],
        chance: range(now),
        runs: 10,
        newest: null,
        time: { mean: 20, sd: 1 },
        timed: 10,
        full: points,
      },
    ];
  });
  const evidence = routes.map(([points, now, aimed], i): RouteEvidence => ({
    routeId: idOf(i),
    name: `Route ${i}`,
    goal: 0.9,
    points,
    verdict: aimed > now ? 'aim' : now === 0 ? null : 'leave it',
    runs: now === 0 ? 0 : 10,
    hits: 10 * now,
    now: range(now),
    aimed: range(aimed),
    settledAfter: null,
    contradicts: false,
    minutesPerRun: 1,
  }));
  const sources = {
    plan,
    prospects: new Map(prospects),
    handover: learnedHandovers(plan, []),
    modelPoints: new Map<string, number>(),
  };
  return { sources, tasks: tasksFromRuns(evidence) };
}

describe('an evening', () => {
  const team = teamOf([
    [10, 0.2, 0.9],
    [40, 0.4, 0.9],
    [20, 0.9, 0.9],
    [30, 0, 0],
  ]);
  const planned = (minutes: number, tables: number, people: string[] = []) =>
    practicePlan(team.sources, team.tasks, { minutes, tables, people }, 100);

  it('begins with what brings most for a minute, then lets know, then rehearses', () => {
    const { tables, gain } = planned(60, 1);
    const kinds = tables[0]!.map(({ job }) => job.kind);
    expect(kinds).toEqual(['improve', 'improve', 'know', 'rehearse']);
    const [first, second] = tables[0]!.map(({ job }) => (job.kind === 'improve' ? job : null));
    expect(first!.gain).toBeCloseTo(0.5 * 40, 6);
    expect(second!.gain).toBeCloseTo(0.7 * 10, 6);
    expect(gain).toBeCloseTo(27, 6);
    // One after the other, and never beyond the end.
    for (const [i, slot] of tables[0]!.entries()) {
      const before = tables[0]![i - 1];
      expect(slot.from).toBe(before === undefined ? 0 : before.from + before.minutes);
    }
    expect(tables[0]!.at(-1)!.from + tables[0]!.at(-1)!.minutes).toBeLessThanOrEqual(62);
  });

  it('takes only what fits', () => {
    const { tables } = planned(13, 1);
    expect(tables[0]!.map(({ job }) => job.kind)).toEqual(['improve']);
  });

  it('shares the work and the people among tables, and never one route', () => {
    const { tables } = planned(30, 2, ['R', 'T', 'L', 'M']);
    expect(tables.map((lane) => lane[0]!.job.kind)).toEqual(['improve', 'improve']);
    expect(tables.map((lane) => lane[0]!.people)).toEqual([
      ['R', 'L'],
      ['T', 'M'],
    ]);
    // They change places after a job.
    expect(tables[0]![1]!.people).toEqual(['T', 'M']);
  });

  it('lets another one drive each time', () => {
    const { tables } = planned(60, 1, ['R', 'T']);
    expect(tables[0]!.slice(0, 3).map(({ people }) => people[0])).toEqual(['R', 'T', 'R']);
  });
});

describe('how long runs take', () => {
  const runs = (...minutes: number[]) =>
    minutes.map((minute) => ({
      happenedAt: new Date(Date.UTC(2026, 2, 2, 18, 0, 60 * minute)).toISOString(),
      sessionId: 'evening',
    }));

  it('is learned from how they followed each other, breaks left out', () => {
    expect(minutesBetweenRuns(runs(0, 1, 2.5, 4, 30, 31, 33))).toBeCloseTo(1.5, 9);
    expect(minutesBetweenRuns(runs(0, 1, 2))).toBeNull();
  });
});
