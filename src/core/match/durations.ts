import normalCdf from '@stdlib/stats-base-dists-normal-cdf';

/** Whole seconds with the chance of each; the chances add up to 1. */
export type Seconds = readonly (readonly [seconds: number, chance: number])[];

/** Seconds that are less likely than this are left out. */
const UNLIKELY = 1e-7;

/**
 * A time that is known by mean and standard deviation, in whole seconds: lognormal, because nothing takes less than no
 * time and now and then something takes long; each second holds what lies within half of it.
 */
export function lognormalSeconds(mean: number, sd: number): Seconds {
  if (sd === 0 || mean === 0) return [[Math.round(mean), 1]];
  const variance = Math.log(1 + (sd / mean) ** 2);
  const middle = Math.log(mean) - variance / 2;
  const below = (seconds: number) =>
    seconds <= 0 ? 0 : normalCdf(Math.log(seconds), middle, Math.sqrt(variance));
  const found: [number, number][] = [];
  for (let second = 0; below(second - 0.5) < 1 - UNLIKELY; second++) {
    const chance = below(second + 0.5) - below(second - 0.5);
    if (chance > UNLIKELY) found.push([second, chance]);
  }
  const total = found.reduce((sum, [, chance]) => sum + chance, 0);
  return found.map(([second, chance]) => [second, chance / total]);
}

/** One time after another that knows nothing of it. */
export function inTurn(first: Seconds, second: Seconds): Seconds {
  const sums = new Map<number, number>();
  for (const [a, p] of first)
    for (const [b, q] of second) sums.set(a + b, (sums.get(a + b) ?? 0) + p * q);
  return [...sums].toSorted((a, b) => a[0] - b[0]);
}
