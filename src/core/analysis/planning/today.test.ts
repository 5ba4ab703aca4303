import { describe, expect, it } from 'vitest';
import { BELIEVED, FIELD, PLANS } from '../../../../tests/experiments/hiddenRobots.ts';
import { shownToday } from '../../text/shownTask.ts';
import type { LoggedRun } from '../runs/measured.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { tasksFromRuns, tasksToday, type RouteToHelp } from './today.ts';

const plan = PLANS['Heron Hide']!;
const [checkpoint] = checkpointsOf(plan);

/** Ten runs that end together, 25 mm short. */
const runs = Array.from({ length: 10 }, (_, i): LoggedRun => ({
  measurements: [
    { checkpointId: checkpoint!.id, along: -25 + (i % 3), left: (i % 4) - 2, turned: 0 },
  ],
  outcomes: [{ modelId: checkpoint!.modelId, hit: false }],
  setAside: null,
  battery: 8,
  gyroAt: null,
  happenedAt: `2026-03-02T18:${10 + i}:00.000Z`,
  sessionId: 'evening',
}));
const range = (expected: number) => ({ expected, low: expected - 0.04, high: expected + 0.04 });
const short: RouteToHelp = {
  evidence: {
    routeId: 'short',
    name: 'Heron Hide',
    goal: 0.9,
    points: 30,
    verdict: 'aim',
    runs: 10,
    hits: 0,
    now: range(0.05),
    aimed: range(0.92),
    settledAfter: null,
    contradicts: false,
    minutesPerRun: 0.8,
  },
  plan,
  field: FIELD,
  runs,
  checkpointId: checkpoint!.id,
};
const fresh: RouteToHelp = {
  ...short,
  evidence: {
    ...short.evidence,
    routeId: 'fresh',
    name: 'Seed Bank',
    verdict: null,
    runs: 0,
    now: null,
    aimed: null,
  },
  runs: [],
};

describe('what is worth the time today', () => {
  it('is what the runs ask for at once, gains before what only lets know', () => {
    const tasks = tasksFromRuns([fresh.evidence, short.evidence]);
    expect(tasks.map(({ kind, route }) => `${kind} ${route.routeId}`)).toEqual([
      'aim short',
      'log runs fresh',
    ]);
  });

  it('is what measuring would bring as well, with the aim in numbers', () => {
    const routes = [fresh, short];
    const tasks = tasksToday(BELIEVED, routes);
    expect(tasks.some(({ task }) => task.kind === 'measure')).toBe(true);
    const [first] = tasks.map((one) => shownToday(one, BELIEVED, routes));
    expect(first).toMatchObject({ kind: 'aim', routeId: 'short', brings: true });
    // Runs that lie short are moved onto the zone by one number.
    expect(first!.what).toMatch(/^Heron Hide: .+ at move \d+, .+ → .+/);
  });

  it('names no aim where its checkpoint is not there any more', () => {
    const [first] = tasksToday(BELIEVED, [{ ...short, checkpointId: 'gone' }]);
    expect(first).toMatchObject({ task: { kind: 'aim' }, aim: null });
  });
});
