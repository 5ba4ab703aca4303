import { circleZone } from '../../../tests/fixtures/field.ts';
import { describe, expect, it } from 'vitest';
import type { Offset } from '../field/field.ts';
import { radians } from '../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/parameters.ts';
import { type Move, newMove } from '../moves/index.ts';
import type { RoutePlan } from '../route/plan.ts';
import type { AimOption } from '../analysis/aim/aim.ts';
import { measuredRuns, type LoggedRun } from '../analysis/runs/measured.ts';
import {
  changeWords,
  comparisonWords,
  percent,
  shownNumber,
  sourceWords,
  verdictWords,
} from './sentences.ts';
import { summarise } from '../analysis/runs/summary.ts';
import { comparedSets } from '../analysis/runs/comparison.ts';
import type { Factor } from '../analysis/runs/stability.ts';
import type { Verdict } from '../analysis/runs/verdict.ts';

const moves: Move[] = [
  newMove('drive', 'a', { distance: 300, speed: 200, hold: 'gyro', heading: null }),
  newMove('turn', 'b', {
    target: { kind: 'heading', heading: radians(-90) },
    style: 'spot',
    rate: 2,
    stopEarly: null,
  }),
];
const plan: RoutePlan = { startId: 's', moves };
const verdict = (changes: Partial<Verdict>): Verdict => ({
  kind: 'leave it',
  reason: 'goal met',
  runs: 10,
  measured: 10,
  hits: 7,
  interval: { low: 0.4, high: 0.9 },
  summary: summarise([
    { along: 10, left: 0, turned: 0 },
    { along: 14, left: 6, turned: 0 },
    { along: 12, left: -6, turned: 0 },
  ]),
  certainty: 'surely',
  posterior: null,
  now: { expected: 0.62, low: 0.41, high: 0.8 },
  aimed: { expected: 0.95, low: 0.84, high: 0.99 },
  met: 0.01,
  metAimed: 0.9,
  offsetP: 0.001,
  effects: [],
  nextTen: null,
  contradiction: null,
  settledAfter: null,
  odd: [],
  ...changes,
});
const aim: AimOption = {
  changes: [{ moveId: 'b', from: radians(-90), change: radians(-1.8) }],
  expected: [{ along: 0, left: 0, turned: 0 }],
  chances: [0.94],
  chance: 0.94,
};
const words = (changes: Partial<Verdict>, best: AimOption | null = null) =>
  verdictWords(verdict(changes), 0.9, plan, STARTING_SETUP, best, []);

describe('the verdict in words', () => {
  it('is too early with few runs, and says how many more', () => {
    const early = { kind: 'too early', reason: 'few runs' } as const;
    expect(words({ ...early, runs: 3, measured: 3 }).headline).toBe('Too early: 3 runs.');
    expect(words({ ...early, runs: 1, measured: 1 }).headline).toBe('Too early: 1 run.');
    expect(words({ ...early, runs: 0, measured: 0 }).headline).toBe('No runs yet.');
    const seen = words({ ...early, runs: 10, measured: 3 });
    expect(seen.headline).toBe('Too early: 3 runs measured.');
    expect(seen.reason).toMatch(/^7 of 10 hit\. Measure 2 more/);
    expect(words({ ...early, runs: 3, measured: 3 }).reason).toMatch(
      /^Log 2 more before anything is changed/,
    );
  });

  it('leaves alone what meets the goal, and says how sure that is', () => {
    const now = { expected: 0.93, low: 0.81, high: 0.984 };
    const { headline, reason } = words({ now, certainty: 'probably' });
    expect(headline).toBe('Probably good enough: leave it.');
    expect(reason).toBe('7 of 10 hit. By where they lie, 81 to 98 % will hit; you want 90 %.');
    expect(words({ now }).headline).toBe('Surely good enough: leave it.');
  });

  it('says when the runs do not tell, and how many more would', () => {
    const open = { kind: 'cannot tell', reason: 'open' } as const;
    const { headline, reason } = words({ ...open, settledAfter: 6 });
    expect(headline).toBe('Cannot tell yet: about 6 more runs settle it.');
    expect(reason).toMatch(/fits 41 to 80 % as it is and 84 to 99 % after an aim/);
    expect(words(open).headline).toBe('Cannot tell: it lies very near your goal.');
  });

  it('says what may be wrong when places and outcomes contradict each other', () => {
    const { headline, reason } = words({
      kind: 'cannot tell',
      reason: 'contradiction',
      contradiction: { judged: 12, hits: 4, inside: 12 },
    });
    expect(headline).toBe('Places and outcomes contradict each other.');
    expect(reason).toMatch(/Of 12 runs 12 were measured inside the zone, and 4 were seen to hit/);
  });

  it('says what an unstable offset follows, and puts a cause before the order', () => {
    const effect = (factor: Factor, p: number, slope: number) => ({
      factor,
      axis: 'left' as const,
      slope: { value: slope, standardError: 1, low: slope - 2, high: slope + 2 },
      p,
      adjustedP: 8 * p,
    });
    const effects = [effect('order', 1e-5, -0.4), effect('battery', 5e-5, 30)];
    const { headline, reason } = words({ kind: 'unstable', reason: 'follows', effects });
    expect(headline).toBe('Unstable: the offset follows the battery.');
    expect(reason).toMatch(/moves 3\u00a0mm to the right for every 0\.1 V less/);
    const order = words({ kind: 'unstable', reason: 'follows', effects: effects.slice(0, 1) });
    expect(order.reason).toMatch(/0\.4\u00a0mm to the right with every run/);
  });

  it('says whether two sets differ, and how many more runs would tell', () => {
    const near = Array.from({ length: 12 }, (_, i) => ({
      along: (i % 4) - 1.5,
      left: (i % 3) - 1,
      turned: 0,
    }));
    const far = near.map((offset) => ({ ...offset, along: offset.along + 26 }));
    const zone = circleZone(20);
    const say = (a: Offset[], b: Offset[]) =>
      comparisonWords(comparedSets(a, b, zone, 1), 'revision 4', 'revision 5');
    expect(say(far, near)).toMatchObject({ headline: 'Better: revision 5 hits more.' });
    expect(say(far, near).reason).toMatch(/26\u00a0mm shorter/);
    expect(say(near, far).headline).toBe('Worse: revision 5 hits less.');
    expect(say(near, near).headline).toBe('No difference to be seen.');
  });

  it('names the number to change, from what to what, right positive', () => {
    const { headline, reason } = words({ kind: 'aim', reason: 'offset' }, aim);
    expect(headline).toBe('Surely aim: turn at move 2, 90° → 91.8°.');
    expect(reason).toMatch(/12\u00a0mm off the middle: 41 to 80 % hit from there, and 84 to 99 %/);
    expect(words({ kind: 'aim', reason: 'offset' }).headline).toMatch(/lie together beside/);
  });

  it('names the largest source when only less spread can help', () => {
    const { headline } = verdictWords(
      verdict({ kind: 'tighten', reason: 'spread' }),
      0.9,
      plan,
      STARTING_SETUP,
      null,
      [{ of: 'start', share: 0.62, deviation: 9 }],
    );
    expect(headline).toBe('Surely tighten: 62 % of the spread comes from the start by hand.');
    expect(words({ kind: 'tighten', reason: 'spread' }).headline).toMatch(/lie too far apart/);
  });

  it('follows the robot’s own sense of right and left', () => {
    const left = withSetupValues(STARTING_SETUP, { 'gyro.rightPositive': false });
    expect(changeWords(aim.changes[0]!, plan, left)).toBe('turn at move 2, −90° → −91.8°');
    expect(changeWords({ moveId: 'gone', from: 0, change: 1 }, plan, left)).toBe('');
    expect(shownNumber(moves[0]!, 312.5, left)).toBe('312.5\u00a0mm');
    expect([percent(null), percent(0.905), sourceWords('gyro')]).toEqual([
      '–',
      '91 %',
      'gyro drift and noise',
    ]);
  });
});

describe('the runs that count', () => {
  const zone = circleZone(30, { headingTolerance: 0.1 });
  const checkpoint = { id: 'end', name: 'End', modelId: 'hide' };
  const run = (turned: number | null, changes: Partial<LoggedRun> = {}): LoggedRun => ({
    measurements: [{ checkpointId: 'end', along: 1, left: 2, turned }],
    outcomes: [{ modelId: 'hide', hit: false }],
    setAside: null,
    sessionId: 's',
    battery: 8,
    gyroAt: '2026-03-05T17:00:00.000Z',
    happenedAt: '2026-03-05T17:02:30.000Z',
    ...changes,
  });

  it('leave out what was set aside and what was measured elsewhere', () => {
    const aside = run(0, { setAside: 'touched' });
    const elsewhere = run(0, { measurements: [] });
    const { runs, ticks, headingJudged } = measuredRuns(
      [run(0.05), aside, elsewhere],
      checkpoint,
      zone,
    );
    expect(runs).toEqual([
      {
        offset: { along: 1, left: 2, turned: 0.05 },
        hit: false,
        battery: 8,
        sinceZero: 150,
        session: 's',
      },
    ]);
    expect(headingJudged).toBe(true);
    // What was only seen is counted beside the places.
    expect(ticks).toEqual({ runs: 1, hits: 0 });
  });

  it('know the time since the gyro was zeroed, unless that was another practice', () => {
    const since = (gyroAt: string | null) =>
      measuredRuns([run(0, { gyroAt })], checkpoint, zone).runs[0]!.sinceZero;
    expect(since('2026-03-05T17:02:00.000Z')).toBe(30);
    expect(since('2026-03-04T17:02:00.000Z')).toBeNull();
    expect(since('2026-03-05T17:03:00.000Z')).toBeNull();
    expect(since(null)).toBeNull();
  });

  it('do not judge headings when one of them has none', () => {
    const judged = measuredRuns([run(0.05), run(null, { outcomes: [] })], checkpoint, zone);
    expect(judged.headingJudged).toBe(false);
    expect(judged.zone.headingTolerance).toBeNull();
    expect(judged.runs[1]).toMatchObject({ offset: { along: 1, left: 2, turned: 0 }, hit: null });
  });
});
