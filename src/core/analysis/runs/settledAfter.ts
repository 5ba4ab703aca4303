import type { ChanceRange } from './chanceRange.ts';

/** Nobody drives more runs to settle a question. */
const MOST = 60;
/** A chance is on one side of the goal when its distance is so many of its standard deviations. */
const FAR_ENOUGH = 1.65;

/**
 * About how many more runs tell whether the goal is met, with or without an aim: what is not known of a chance
 * shrinks with the root of the number of runs. Null when it lies so near the goal that no series would tell.
 */
export function settledAfter(
  now: ChanceRange,
  aimed: ChanceRange,
  goal: number,
  runs: number,
): number | null {
  const wanted = [now, aimed].map(({ expected, low, high }) => {
    const deviation = (high - low) / 3.92;
    const distance = Math.abs(expected - goal);
    return distance === 0 ? Infinity : runs * ((FAR_ENOUGH * deviation) / distance) ** 2 - runs;
  });
  const more = Math.ceil(Math.max(2, Math.min(...wanted)));
  return more > MOST ? null : more;
}
