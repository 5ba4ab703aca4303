import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';

/** A range of chances, 0 to 1. */
export interface ChanceInterval {
  low: number;
  high: number;
}

/**
 * Wilson's score interval for a chance, from `hits` of `tries`; 0 to 1 when nothing was tried.
 * Source: E. B. Wilson, J. Am. Stat. Assoc. 22 (1927).
 *
 * @example
 * wilsonInterval(8, 10) // { low: 0.490, high: 0.943 }
 */
export function wilsonInterval(hits: number, tries: number, confidence = 0.95): ChanceInterval {
  if (tries === 0) return { low: 0, high: 1 };
  const z = normalQuantile(0.5 + confidence / 2, 0, 1);
  const share = hits / tries;
  const denominator = 1 + (z * z) / tries;
  const middle = (share + (z * z) / (2 * tries)) / denominator;
  const half =
    (z / denominator) * Math.sqrt((share * (1 - share)) / tries + (z * z) / (4 * tries * tries));
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}
