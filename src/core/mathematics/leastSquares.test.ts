import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/statistics.json' with { type: 'json' };
import { estimateOf, leastSquares, pValue } from './leastSquares.ts';

describe('least squares', () => {
  it('agrees with NumPy and SciPy on coefficients, intervals and residual spread', () => {
    const { rows, values, coefficients, low, high, residualSpread } = reference.regression;
    const fit = leastSquares(rows, values)!;
    coefficients.forEach((expected, i) => {
      const estimate = estimateOf(
        fit,
        coefficients.map((_, j) => (i === j ? 1 : 0)),
      );
      expect(Math.abs(estimate.value - expected)).toBeLessThan(1e-9);
      expect(Math.abs(estimate.low - low[i]!)).toBeLessThan(1e-9);
      expect(Math.abs(estimate.high - high[i]!)).toBeLessThan(1e-9);
    });
    expect(Math.abs(fit.residualSpread - residualSpread)).toBeLessThan(1e-9);
  });

  it('refuses what does not determine the answer', () => {
    expect(leastSquares([[1], [2]].slice(0, 1), [1])).toBeNull();
    expect(
      leastSquares(
        [
          [1, 2],
          [2, 4],
          [3, 6],
        ],
        [1, 2, 3],
      ),
    ).toBeNull();
    expect(leastSquares([], [])).toBeNull();
  });

  it('gives certainty to a perfect fit', () => {
    const fit = leastSquares([[1], [2], [3]], [2, 4, 6])!;
    const slope = estimateOf(fit, [1]);
    expect(slope.value).toBeCloseTo(2, 12);
    expect(pValue({ ...slope, standardError: 0 }, 2.5, 2)).toBe(0);
    expect(pValue({ ...slope, value: 2.5, standardError: 0 }, 2.5, 2)).toBe(1);
  });
});
