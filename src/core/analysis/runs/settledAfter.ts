import type { ChanceRange } from './chanceRange.ts';

/** Nobody drives more runs to settle a question. */
const MOST = 60;
/** A chance is on one side of the goal when its distance is so many of its standard deviations. */
const FAR_ENOUGH = 2.3;

/**
 * About how many more runs settle what is open: whether an aim would reach the goal, when it looks as if it would not,
 * and else whether the goal is met as it is. What is not known of a chance shrinks with the root of the number of
 * runs. Null when it lies so near the goal that no series that anybody drives would tell.
 */
export function settledAfter(
  now: ChanceRange,
  aimed: ChanceRange,
  goal: number,
  runs: number,
): number | null {
  const { expected, low, high } = aimed.expected < goal ? aimed : now;
  const deviation = (high - low) / 3.92;
  const distance = Math.abs(expected - goal);
  const wanted = runs * (((FAR_ENOUGH * deviation) / Math.max(distance, 1e-9)) ** 2 - 1);
  const more = Math.max(2, Math.ceil(wanted));
  return more > MOST ? null : more;
}
