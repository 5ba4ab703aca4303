import { describe, expect, it } from 'vitest';
import { seasons } from '../../../tests/experiments/practiceSeasons.ts';

describe('an evening planned by what it brings for a minute', () => {
  it('brings a team further than the weakest route first, or each in turn', () => {
    const { planned, weakest, inTurn } = seasons(60, 1);
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
