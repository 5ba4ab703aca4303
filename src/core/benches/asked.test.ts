import { describe, expect, it } from 'vitest';
import { studentQuantile } from '../mathematics/quantiles.ts';
import { normal } from '../mathematics/randomness.ts';
import { mean, standardDeviation } from '../mathematics/sample.ts';
import { nextReading, type AskedReading } from './asked.ts';
import { readingsToSettle } from './settling.ts';

const asked: AskedReading[] = [500, 500, 1000].map((told, i) => ({
  known: { told },
  say: `Drive ${told} mm.`,
  step: i,
}));

describe('the next reading of a bench', () => {
  it('is the first that was not taken, in whatever order they were taken', () => {
    expect(nextReading(asked, [])).toEqual({ reading: asked[0], number: 1, of: 3 });
    expect(nextReading(asked, [{ told: 1000, ahead: 990 }])).toMatchObject({
      reading: { known: { told: 500 } },
      number: 2,
    });
    expect(nextReading(asked, [{ told: 500 }, { told: 500 }])).toMatchObject({
      reading: { known: { told: 1000 } },
      number: 3,
    });
  });

  it('asks for more of the same when all are there, and lets others be', () => {
    const all = [{ told: 500 }, { told: 1000 }, { told: 500 }];
    expect(nextReading(asked, all)).toMatchObject({ reading: asked[0], number: 4, of: 3 });
    expect(nextReading(asked, [{ told: 700 }])).toMatchObject({ reading: asked[0], number: 1 });
  });

  it('knows a reading that was typed in inches', () => {
    expect(nextReading(asked, [{ told: 19.685 * 25.4 }]).number).toBe(2);
  });
});

describe('how many more readings settle a number', () => {
  const estimate = (half: number) => ({ value: 0, standardError: 0, low: -half, high: half });

  it('is none when it is known well enough, and nothing when no number of them would do', () => {
    expect(readingsToSettle(estimate(0.9), 4, 1)).toBe(0);
    expect(readingsToSettle(estimate(1000), 4, 1)).toBeNull();
  });

  it('follows from Student’s t: 4 readings of ±2 become ±1 with 5 more', () => {
    // scipy.stats.t.ppf(0.975, [3, 7, 8]) = 3.182446, 2.364624, 2.306004; the spread is 2·√4/3.182446 = 1.256895.
    // At 8 readings 1.256895·2.364624/√8 = 1.0508, at 9 it is 1.256895·2.306004/3 = 0.9661.
    expect(readingsToSettle(estimate(2), 4, 1)).toBe(5);
  });

  it('is what it takes on average (400 benches, seed 15)', () => {
    const draw = normal(15);
    const within = 0.6;
    const reached = Array.from({ length: 400 }, () => {
      const half = (values: number[]) =>
        (studentQuantile(0.975, values.length - 1) * standardDeviation(values)) /
        Math.sqrt(values.length);
      const values = Array.from({ length: 6 }, draw);
      const more = readingsToSettle(
        { ...estimate(half(values)), value: mean(values) },
        values.length,
        within,
      );
      const all = [...values, ...Array.from({ length: more! }, draw)];
      return half(all);
    });
    // Six readings know their spread within a third: on average the promise is kept, not each time.
    expect(mean(reached)).toBeGreaterThan(0.5);
    expect(mean(reached)).toBeLessThan(0.7);
  });
});
