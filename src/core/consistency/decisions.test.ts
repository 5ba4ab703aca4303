import { describe, expect, it } from 'vitest';
import type { Offset, Zone } from '../field/field.ts';
import { normal } from '../simulation/randomness.ts';
import { POLICIES, practices } from '../../../tests/experiments/practicePolicies.ts';
import { mean } from '../statistics/sample.ts';
import { compareRuns } from './comparison.ts';
import { verdictOf } from './verdict.ts';

const zone: Zone = {
  target: { x: 0, y: 0, heading: 0 },
  shape: { kind: 'circle', radius: 10 },
  headingTolerance: null,
};
/** A stable series: spreads of 9 and 6 mm, a battery that sags, a gyro zeroed every five runs. */
function series(seed: number, count: number, shift = 0) {
  const draw = normal(seed, 0, 3);
  return Array.from({ length: count }, (_, i) => ({
    offset: { along: shift + 9 * draw(), left: 6 * draw(), turned: 0.02 * draw() },
    hit: null,
    battery: 8.2 - 0.01 * i + 0.01 * draw(),
    sinceZero: 60 + 55 * (i % 5) + 5 * draw(),
  }));
}
const offsets = (runs: readonly { offset: Offset }[]) => runs.map(({ offset }) => offset);

describe('the decisions of the verdict', () => {
  it('alarm in at most 5 % of 1,000 stable series of 20 runs', () => {
    let alarms = 0;
    for (let seed = 0; seed < 1000; seed++) {
      const runs = series(seed, 20);
      const unstable = verdictOf(runs, zone, 0.999).kind === 'unstable';
      // The second half beside the first, as if they were two revisions.
      const halves = [offsets(runs.slice(0, 10)), offsets(runs.slice(10))] as const;
      const { verdict } = compareRuns(...halves, zone, seed, 999);
      if (unstable || verdict !== 'cannot tell') alarms++;
    }
    expect(alarms / 1000).toBeLessThanOrEqual(0.05);
    expect(alarms / 1000).toBeGreaterThan(0.015);
  });

  it('call a shift of 1.2 standard deviations in 20 + 20 runs in at least 85 % of cases', () => {
    for (const axis of ['along', 'left'] as const) {
      let called = 0;
      for (let seed = 0; seed < 400; seed++) {
        const first = offsets(series(2 * seed, 20));
        const second = offsets(series(2 * seed + 1, 20)).map((offset) => ({
          ...offset,
          [axis]: offset[axis] + 1.2 * (axis === 'along' ? 9 : 6),
        }));
        if (compareRuns(first, second, zone, seed, 999).verdict !== 'cannot tell') called++;
      }
      expect(called / 400).toBeGreaterThanOrEqual(0.85);
    }
  });

  it('end a practice of 60 runs with more hits than correcting after every run, or never', () => {
    const ends = practices(30, 120);
    const [never, always, verdict] = POLICIES.map((policy) => mean(ends[policy]));
    expect(verdict).toBeGreaterThan(always! + 0.02);
    expect(verdict).toBeGreaterThan(never! + 0.02);
  });

  it('find the battery behind an offset that follows it', () => {
    const runs = series(4, 20).map((run) => ({
      ...run,
      offset: { ...run.offset, left: run.offset.left + 200 * (8.1 - run.battery) },
    }));
    const { kind, effects } = verdictOf(runs, zone, 0.9);
    expect(kind).toBe('unstable');
    expect(effects[0]!.axis).toBe('left');
  });

  it('leave alone what meets the goal, whatever it follows', () => {
    const runs = series(4, 20).map((run, i) => ({
      ...run,
      offset: { along: 0.1 * i - 1, left: 0, turned: 0 },
    }));
    expect(verdictOf(runs, zone, 0.9).kind).toBe('leave it');
  });
});
