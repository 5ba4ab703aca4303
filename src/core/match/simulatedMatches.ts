import { uniform } from '../mathematics/randomness.ts';
import type { Seconds } from './durations.ts';
import { addedTo, neededBefore, totalOf, type Match, type Standing } from './match.ts';

/** What to do in a standing: the place of a route, negative to stop. */
export type Decide = (standing: Standing) => number;

/** A course in which the routes are run in an order, as far as the time goes. */
export function inOrder({ routes }: Match, order: readonly string[]): Decide {
  const places = order.map((id) => routes.findIndex((route) => route.id === id));
  const needs = neededBefore(routes);
  return ({ done }) =>
    places.find(
      (place) => place >= 0 && (done & (1 << place)) === 0 && (needs[place]! & ~done) === 0,
    ) ?? -1;
}

/**
 * Points of simulated matches. Chance gives every route and every hand-over to it the same luck whatever is decided, so
 * that two ways to decide differ by what they decide only.
 *
 * @param keepsPoints whether what is decided depends on what routes brought each by itself
 */
export function simulatedMatches(
  match: Match,
  decide: Decide,
  { matches, seed, keepsPoints }: { matches: number; seed: number; keepsPoints: boolean },
): Float64Array {
  const { routes, handover, seconds } = match;
  const points = new Float64Array(matches);
  for (let number = 0; number < matches; number++) {
    const luck = uniform(seed, number);
    const drawn = routes.map(() => ({ handed: luck(), driven: luck(), outcome: luck() }));
    let [done, last, left] = [0, routes.length, seconds];
    let tally = { points: 0, marks: 0 };
    for (;;) {
      const seen = keepsPoints ? tally : { ...tally, points: 0 };
      const next = decide({ done, last, left, ...seen });
      if (next < 0) break;
      const { handed, driven, outcome } = drawn[next]!;
      if (last < routes.length) left -= drawnFrom(handover(routes[last]!, routes[next]!), handed);
      left -= drawnFrom(routes[next]!.duration, driven);
      if (left < 0) break;
      tally = addedTo(tally, outcomeAt(routes[next]!.outcomes, outcome));
      done |= 1 << next;
      last = next;
    }
    points[number] = totalOf(match, tally);
  }
  return points;
}

function drawnFrom(times: Seconds, luck: number): number {
  let sum = 0;
  for (const [seconds, chance] of times) {
    sum += chance;
    if (luck < sum) return seconds;
  }
  return times.at(-1)![0];
}

function outcomeAt<T extends { chance: number }>(outcomes: readonly T[], luck: number): T {
  let sum = 0;
  for (const outcome of outcomes) {
    sum += outcome.chance;
    if (luck < sum) return outcome;
  }
  return outcomes.at(-1)!;
}
