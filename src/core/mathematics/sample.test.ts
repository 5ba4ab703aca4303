import { describe, expect, it } from 'vitest';
import { deviationInterval } from './sample.ts';

describe('the interval of a standard deviation', () => {
  // sqrt((n − 1) / chi2.ppf(q, n − 1)) by scipy.stats, 1.10.
  it.each([
    [4, 0.566489546602246, 3.728547275827744],
    [10, 0.6878352067489997, 1.8256101825195739],
  ])('of %i values agrees with SciPy', (count, low, high) => {
    const found = deviationInterval(1, count);
    expect(found.low).toBeCloseTo(low, 5);
    expect(found.high).toBeCloseTo(high, 5);
  });
});
