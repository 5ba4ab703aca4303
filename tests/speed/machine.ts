/** Rounds of a fixed loop that takes about a tenth of a second on the machine that it was set on. */
const LOOPS = 40_000_000;

/**
 * How long a fixed loop takes now, ms. Before and after a round it shows how busy the machine was: a slow
 * minute is seen as one and is not taken for a slow Corvat.
 */
export function fixedLoop(): number {
  const from = performance.now();
  let sum = 0;
  for (let i = 1; i <= LOOPS; i++) sum += Math.sqrt(i);
  // The sum is looked at, or the loop would be left out.
  return sum > 0 ? performance.now() - from : 0;
}
