import { describe, expect, it } from 'vitest';
import { forecastRates } from '../../../../tests/experiments/forecastRates.ts';
import { measuringRates } from '../../../../tests/experiments/measureNextRates.ts';
import { mean } from '../../mathematics/sample.ts';

/** Few, because the suite is run often; docs/mathematics.md has the table of 300. */
const ROBOTS = 6;

describe('forecasts of robots that nobody knows exactly', () => {
  const rates = forecastRates(ROBOTS, 'four trials');

  it('hold as many next runs as they say, where a setup taken for the truth does not', () => {
    const inside = mean(rates.map(({ insideSimulated }) => insideSimulated));
    // The runs of a robot err together: six robots at five checkpoints tell it to about 4 %.
    expect(inside).toBeGreaterThan(0.87);
    expect(inside).toBeLessThan(0.99);
    expect(mean(rates.map(({ insideAsIfKnown }) => insideAsIfKnown))).toBeLessThan(0.82);
  });

  it('give ranges that hold the true chance', () => {
    expect(mean(rates.map(({ held }) => held))).toBeGreaterThan(0.9);
  });
});

describe('measuring what is said to be worth it', () => {
  it('reaches the goal in fewer minutes than the benches in their order', () => {
    for (const { bySuggestion, inOrder, reached } of measuringRates(40)) {
      expect(reached).toBe(1);
      expect(bySuggestion).toBeLessThan(inOrder);
    }
  });
});
