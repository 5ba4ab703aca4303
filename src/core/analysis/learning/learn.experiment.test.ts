import { describe, expect, it } from 'vitest';
import { learningRates } from '../../../../tests/experiments/learningRates.ts';

/** Few, because the suite is run often; docs/mathematics.md has the table of 40 a number. */
const SEEDS = 3;

describe('learning which number is wrong', () => {
  const rates = learningRates(SEEDS);
  const sum = (of: (rate: (typeof rates)[number]) => number) =>
    rates.reduce((whole, rate) => whole + of(rate), 0);
  const asked = sum((rate) => rate.asked);
  const margin = (share: number) => 2.5 * Math.sqrt((share * (1 - share)) / asked);

  it('names it first in four of five cases, and among the first two in nineteen of twenty', () => {
    expect(rates.length).toBeGreaterThanOrEqual(6);
    expect(sum(({ first }) => first) / asked).toBeGreaterThan(0.8 - margin(0.8));
    expect(sum(({ amongTwo }) => amongTwo) / asked).toBeGreaterThan(0.95 - margin(0.95));
  });

  it('gives intervals that hold the truth', () => {
    const held = sum((rate) => rate.held) / sum(({ intervals }) => intervals);
    expect(held).toBeGreaterThan(0.9);
    expect(held).toBeLessThan(0.99);
  });
});
