import { describe, expect, it } from 'vitest';
import { seasons } from '../../../tests/experiments/practiceSeasons.ts';

describe('an evening planned by what it brings for a minute', () => {
  it.each([1, 3])('brings a team further in %i evenings than other ways to choose', (evenings) => {
    const { planned, weakest, inTurn } = seasons(40, 1, evenings);
    for (const other of [weakest, inTurn]) {
      // The same teams with the same luck: the difference is what the choice brings.
      const differences = planned.map((points, team) => points - other[team]!);
      const middle = differences.reduce((sum, one) => sum + one, 0) / differences.length;
      const squares = differences.reduce((sum, one) => sum + (one - middle) ** 2, 0);
      const error = Math.sqrt(squares / (differences.length - 1) / differences.length);
      expect(middle - 2 * error).toBeGreaterThan(0);
    }
  });
});
