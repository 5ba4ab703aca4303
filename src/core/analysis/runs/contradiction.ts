import { scores, type Zone } from '../../field/field.ts';
import { mean } from '../../mathematics/sample.ts';
import type { MeasuredRun } from './measuredRun.ts';

/** What was seen at the table does not go together with where the runs were measured. */
export interface Contradiction {
  /** Runs that were judged by a person and measured, the hits among them, and how many lie inside the zone. */
  judged: number;
  hits: number;
  inside: number;
}

/** So rarely do as many or as few runs hit, if the places are right, before it is called a contradiction. */
const TOO_RARE = 0.01;
/** Fewer runs that are judged otherwise than they lie may be slips of the pen. */
const FEWEST = 3;

/**
 * Whether people saw other hits than the places say. A few runs beside the zone's edge are judged either way;
 * a contradiction is what the chances to hit, as the places have them, can hardly bring about.
 *
 * @param chances equally likely chances to hit, by where the runs were measured
 */
export function contradictionOf(
  runs: readonly MeasuredRun[],
  zone: Zone,
  chances: readonly number[],
): Contradiction | null {
  const judged = runs.filter(({ hit }) => hit !== null);
  const otherwise = judged.filter(({ hit, offset }) => hit !== scores(zone, offset)).length;
  if (otherwise < FEWEST) return null;
  const n = judged.length;
  const hits = judged.filter(({ hit }) => hit).length;
  const atMost = mean(chances.map((p) => binomialAtMost(hits, n, p)));
  const atLeast = mean(chances.map((p) => 1 - binomialAtMost(hits - 1, n, p)));
  if (Math.min(atMost, atLeast) >= TOO_RARE) return null;
  return { judged: n, hits, inside: judged.filter(({ offset }) => scores(zone, offset)).length };
}

/** Chance of at most `most` successes in n tries. */
function binomialAtMost(most: number, n: number, p: number): number {
  if (most < 0) return 0;
  if (p >= 1) return most >= n ? 1 : 0;
  let term = (1 - p) ** n;
  let sum = term;
  for (let k = 1; k <= most; k++) {
    term *= ((n - k + 1) / k) * (p / (1 - p));
    sum += term;
  }
  return Math.min(1, sum);
}
