import { describe, expect, it } from 'vitest';
import { FAULTS } from './faults/index.ts';
import { followAdvice } from './follow.ts';

/** Robots with each fault; docs/mathematics.md says what a hundred of each came to. */
const SEEDS = 5;

describe('whoever does what the sheets say, to the letter', () => {
  it.each(FAULTS.map((fault) => [fault.id, fault] as const))(
    'finds %s where it is hard to see',
    (_, fault) => {
      const found = Array.from({ length: SEEDS }, (_, i) =>
        followAdvice({ fault, level: 3, seed: 1000 + i }),
      ).filter((way) => way.found === fault);
      // Of five, when nine of ten are found, fewer than three are found in 1 of 100 suites.
      expect(found.length).toBeGreaterThanOrEqual(3);
    },
  );
});
