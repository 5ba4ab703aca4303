import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import { describe, expect, it } from 'vitest';
import { normal, uniform } from './randomness.ts';

const DRAWS = 400_000;

describe('Standard normal numbers', () => {
  const draw = normal(20261125);
  const values = Float64Array.from({ length: DRAWS }, draw);

  it('have the moments of the normal distribution, within four standard errors', () => {
    const moment = (power: number) =>
      values.reduce((sum, value) => sum + value ** power, 0) / DRAWS;
    expect(Math.abs(moment(1))).toBeLessThan(4 * Math.sqrt(1 / DRAWS));
    expect(Math.abs(moment(2) - 1)).toBeLessThan(4 * Math.sqrt(2 / DRAWS));
    expect(Math.abs(moment(3))).toBeLessThan(4 * Math.sqrt(15 / DRAWS));
    expect(Math.abs(moment(4) - 3)).toBeLessThan(4 * Math.sqrt(96 / DRAWS));
  });

  it.each([-4, -3.6, -3.4426, -2, -0.5, 0, 0.1, 1, 2.5, 3.3, 3.5, 4])(
    'lie below %f as often as they should, in the tail too',
    (limit) => {
      const chance = normalCdf(limit, 0, 1);
      const share = values.filter((value) => value < limit).length / DRAWS;
      expect(Math.abs(share - chance)).toBeLessThan(4 * Math.sqrt((chance * (1 - chance)) / DRAWS));
    },
  );

  it('do not follow the number before', () => {
    let product = 0;
    for (let i = 1; i < DRAWS; i++) product += values[i]! * values[i - 1]!;
    expect(Math.abs(product / DRAWS)).toBeLessThan(4 / Math.sqrt(DRAWS));
  });
});

it('Each run and each purpose has a stream of its own, and the seed gives it back', () => {
  const first = Array.from({ length: 5 }, uniform(7, 3, 2));
  expect(Array.from({ length: 5 }, uniform(7, 3, 2))).toEqual(first);
  for (const other of [uniform(8, 3, 2), uniform(7, 4, 2), uniform(7, 3, 1)]) {
    expect(other()).not.toBe(first[0]);
  }
});
