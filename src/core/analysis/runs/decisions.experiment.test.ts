import { describe, expect, it } from 'vitest';
import {
  falseAlarms,
  power,
  stableSeries,
  ZONE,
} from '../../../../tests/experiments/decisionRates.ts';
import { POLICIES, practices } from '../../../../tests/experiments/practicePolicies.ts';
import { mean } from '../../mathematics/sample.ts';
import { verdictOf } from './verdict.ts';

describe('the decisions of the verdict', () => {
  it('alarm in at most 5 % of 1,000 stable series of 20 runs', () => {
    const { either } = falseAlarms(1000);
    expect(either).toBeLessThanOrEqual(0.05);
    expect(either).toBeGreaterThan(0.015);
  });

  it('call a shift of 1.2 standard deviations in 20 + 20 runs in at least 85 % of cases', () => {
    for (const axis of ['along', 'left'] as const)
      expect(power(400, axis)).toBeGreaterThanOrEqual(0.85);
  });

  it('end a practice of 60 runs with more hits than correcting after every run, or never', () => {
    const ends = practices(30, 120);
    const [never, always, verdict] = POLICIES.map((policy) => mean(ends[policy]));
    expect(verdict).toBeGreaterThan(always! + 0.02);
    expect(verdict).toBeGreaterThan(never! + 0.02);
  });

  it('find the battery behind an offset that follows it', () => {
    const runs = stableSeries(4, 20).map((run) => ({
      ...run,
      offset: { ...run.offset, left: run.offset.left + 200 * (8.1 - run.battery) },
    }));
    const { kind, effects } = verdictOf(runs, ZONE, 0.9);
    expect(kind).toBe('unstable');
    expect(effects[0]!.axis).toBe('left');
  });

  it('leave alone what moves so slowly that the next ten runs hit all the same', () => {
    const runs = stableSeries(4, 20).map((run, i) => ({
      ...run,
      offset: { along: 0.1 * i - 1, left: 0, turned: 0 },
    }));
    expect(verdictOf(runs, ZONE, 0.9).kind).toBe('leave it');
  });
});
