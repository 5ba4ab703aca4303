import { describe, expect, it } from 'vitest';
import { taskWords } from '../../text/taskWords.ts';
import type { Measurement } from '../unknowns/measureNext.ts';
import { measuringTasks, rankedTasks, taskOf, type RouteEvidence } from './tasks.ts';

const range = (low: number, expected: number, high: number) => ({ low, expected, high });
const evidence = (part: Partial<RouteEvidence>): RouteEvidence => ({
  routeId: 'r',
  name: 'Heron Hide',
  goal: 0.9,
  points: 25,
  verdict: null,
  runs: 0,
  hits: 0,
  now: null,
  aimed: null,
  settledAfter: null,
  contradicts: false,
  minutesPerRun: 0.7,
  ...part,
});
const aim = evidence({
  verdict: 'aim',
  runs: 10,
  now: range(0, 0.04, 0.1),
  aimed: range(0.8, 0.94, 1),
});

describe('what a route asks for', () => {
  it('is runs as long as there are fewer than five', () => {
    expect(taskOf(evidence({}))).toMatchObject({ kind: 'log runs', runs: 5, gain: 0 });
    expect(taskOf(evidence({ verdict: 'too early', runs: 3 }))).toMatchObject({ runs: 2 });
  });

  it('is an aim with the points that it should bring, and the minutes of ten runs', () => {
    const task = taskOf(aim)!;
    expect(task.gain).toBeCloseTo(0.9 * 25, 9);
    expect(task.minutes).toBeCloseTo(2 + 10 * 0.7, 9);
    expect(taskWords(task)).toMatchObject({ what: 'Aim Heron Hide', gain: '+22 points' });
    expect(taskWords(task, 'approach at move 4, 83 → 58 mm').what).toBe(
      'Heron Hide: approach at move 4, 83 → 58 mm',
    );
  });

  it('is at most what is missing to the goal, where nobody knows what will be found', () => {
    const loose = taskOf(
      evidence({
        verdict: 'tighten',
        runs: 20,
        now: range(0.5, 0.6, 0.7),
        aimed: range(0.6, 0.7, 0.8),
      }),
    )!;
    expect(loose).toMatchObject({ kind: 'tighten', atMost: true });
    expect(loose.gain).toBeCloseTo(0.2 * 25, 9);
    expect(taskWords(loose).gain).toBe('up to +5 points');
  });

  it('is nothing when the goal is met, and a look when places and outcomes contradict', () => {
    expect(taskOf(evidence({ verdict: 'leave it', runs: 20 }))).toBeNull();
    expect(taskOf(evidence({ verdict: 'cannot tell', contradicts: true }))!.kind).toBe(
      'contradiction',
    );
    expect(taskOf(evidence({ verdict: 'cannot tell', settledAfter: 6 }))).toMatchObject({
      kind: 'more runs',
      runs: 6,
    });
  });

  it('counts in hits where nobody gave points', () => {
    const task = taskOf({ ...aim, points: 0 })!;
    expect(task.gain).toBeCloseTo(0.9, 9);
    expect(taskWords(task).gain).toBe('+90 % hits');
  });
});

describe('the ranking', () => {
  const measurement = (what: Measurement['what'], minutes: number, after: number): Measurement => ({
    what,
    name: what,
    minutes,
    before: 0.5,
    after,
    about: 'drive.wheelDiameter',
  });

  it('adds up what a bench brings to all routes, and names the one that profits most', () => {
    const other = evidence({ routeId: 's', name: 'Seed Bank', points: 40 });
    const [wheels, none] = measuringTasks([
      {
        route: aim,
        measurements: [measurement('wheels', 6, 0.6), measurement('practice', 9, 0.9)],
      },
      { route: other, measurements: [measurement('wheels', 6, 0.7)] },
    ]);
    expect(wheels!.gain).toBeCloseTo(0.1 * 25 + 0.2 * 40, 9);
    expect(wheels!.route.name).toBe('Seed Bank');
    expect(none).toBeUndefined();
    expect(taskWords(wheels!).why).toContain('most of all for Seed Bank');
  });

  it('puts gain for each minute first, then what lets know, and leaves out what brings nothing', () => {
    const tasks = [
      taskOf(evidence({ routeId: 'new', name: 'Sluice' }))!,
      taskOf(aim)!,
      ...measuringTasks([
        {
          route: aim,
          measurements: [measurement('wheels', 1, 0.9), measurement('track', 5, 0.5001)],
        },
      ]),
    ];
    expect(rankedTasks(tasks).map(({ kind }) => kind)).toEqual(['measure', 'aim', 'log runs']);
  });
});
