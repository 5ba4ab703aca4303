import { describe, expect, it } from 'vitest';
import { learningRates, type LearningRate } from '../../../../tests/experiments/learningRates.ts';

/** Few, because the suite is run often; docs/mathematics.md has the tables of 40 a number. */
const SEEDS = 3;

const sumOf =
  (rates: readonly LearningRate[]) =>
  (of: (rate: LearningRate) => number): number =>
    rates.reduce((whole, rate) => whole + of(rate), 0);

describe('learning which number is wrong', () => {
  const rates = learningRates(SEEDS);
  const sum = sumOf(rates);
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

  it('knows more with a camera that sees every move, and still says how well', () => {
    const seen = sumOf(learningRates(SEEDS, 'camera'));
    const held = seen(({ held: own }) => own) / seen(({ intervals }) => intervals);
    expect(held).toBeGreaterThan(0.9);
    expect(held).toBeLessThan(0.99);
    expect(seen(({ left }) => left)).toBeLessThan(0.93 * sum(({ left }) => left));
  });
});
