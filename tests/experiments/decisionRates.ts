import { circleZone } from '../fixtures/field.ts';
import { pathToFileURL } from 'node:url';
import { compareRuns } from '../../src/core/analysis/runs/comparison.ts';
import type { Axis } from '../../src/core/analysis/runs/stability.ts';
import { FOLLOWS_IS_REAL, verdictOf } from '../../src/core/analysis/runs/verdict.ts';
import type { Offset } from '../../src/core/field/field.ts';
import { normal } from '../../src/core/mathematics/randomness.ts';

export const ZONE = circleZone(10);
/** Standard deviations of a series, mm. */
const SPREAD: Record<Axis, number> = { along: 9, left: 6, turned: 0.02 };
const PERMUTATIONS = 999;

/** A stable series: a battery that sags, a gyro that is zeroed every five runs, and nothing that follows them. */
export function stableSeries(seed: number, count: number) {
  const draw = normal(seed, 0, 3);
  return Array.from({ length: count }, (_, i) => ({
    offset: {
      along: SPREAD.along * draw(),
      left: SPREAD.left * draw(),
      turned: SPREAD.turned * draw(),
    },
    hit: null,
    battery: 8.2 - 0.01 * i + 0.01 * draw(),
    sinceZero: 60 + 55 * (i % 5) + 5 * draw(),
  }));
}

const offsets = (runs: readonly { offset: Offset }[]) => runs.map(({ offset }) => offset);

/** Shares of stable series of 20 runs that are called unstable, better or worse, or either. */
export function falseAlarms(seeds: number) {
  const counts = { unstable: 0, different: 0, either: 0 };
  for (let seed = 0; seed < seeds; seed++) {
    const runs = stableSeries(seed, 20);
    const unstable = verdictOf(runs, ZONE, 0.999).effects.some(
      ({ adjustedP }) => adjustedP < FOLLOWS_IS_REAL,
    );
    // The second half beside the first, as if they were two revisions.
    const [first, second] = [offsets(runs.slice(0, 10)), offsets(runs.slice(10))];
    const { verdict } = compareRuns(first, second, ZONE, seed, PERMUTATIONS);
    const different = verdict !== 'cannot tell';
    if (unstable) counts.unstable++;
    if (different) counts.different++;
    if (unstable || different) counts.either++;
  }
  return {
    unstable: counts.unstable / seeds,
    different: counts.different / seeds,
    either: counts.either / seeds,
  };
}

/** Share of pairs of 20 + 20 runs in which a shift of 1.2 standard deviations along one axis is called. */
export function power(seeds: number, axis: Axis): number {
  let called = 0;
  for (let seed = 0; seed < seeds; seed++) {
    const first = offsets(stableSeries(2 * seed, 20));
    const second = offsets(stableSeries(2 * seed + 1, 20)).map((offset) => ({
      ...offset,
      [axis]: offset[axis] + 1.2 * SPREAD[axis],
    }));
    const { verdict } = compareRuns(first, second, ZONE, seed, PERMUTATIONS);
    if (verdict !== 'cannot tell') called++;
  }
  return called / seeds;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const seeds = 2000;
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  const { unstable, different, either } = falseAlarms(seeds);
  process.stdout.write(
    `| of ${seeds} stable series of 20 runs | share |\n| --- | --- |\n` +
      `| called unstable | ${percent(unstable)} |\n` +
      `| called better or worse | ${percent(different)} |\n` +
      `| either | ${percent(either)} |\n` +
      `| a shift of 1.2 standard deviations called, along | ${percent(power(seeds, 'along'))} |\n` +
      `| the same, to the left | ${percent(power(seeds, 'left'))} |\n`,
  );
}
