import betaQuantile from '@stdlib/stats-base-dists-beta-quantile';

/**
 * The chance that the true rate is at least claimed with: the lower end of Clopper and Pearson's
 * one-sided interval. 0 without a hit.
 */
export function lowerConfidenceBound(hits: number, tries: number, confidence = 0.9): number {
  return hits === 0 ? 0 : betaQuantile(1 - confidence, hits, tries - hits + 1);
}

/** No team drives more runs than this to prove one claim. */
const MOST_RUNS = 2000;

/**
 * How many further runs, all of them hits, are needed to claim a rate with this confidence; 0 when it
 * can be claimed now, null when that is out of reach.
 *
 * @example
 * furtherHitsToClaim(0, 0, 0.9) // 22: 0.9²² is below 0.1
 */
export function furtherHitsToClaim(
  hits: number,
  tries: number,
  goal: number,
  confidence = 0.9,
): number | null {
  // More hits can only raise the claim, so the number is found by halving.
  const enough = (more: number) =>
    lowerConfidenceBound(hits + more, tries + more, confidence) >= goal;
  if (enough(0)) return 0;
  if (!enough(MOST_RUNS)) return null;
  let low = 0;
  let high = MOST_RUNS;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (enough(middle)) high = middle;
    else low = middle;
  }
  return high;
}
