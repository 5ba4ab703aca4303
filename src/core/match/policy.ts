import { bestChoices } from './bestChoices.ts';
import { courseOf, timesBetween, type Reached } from './course.ts';
import { addedTo, routesIn, talliesOf, totalOf, type Choice, type Match } from './match.ts';
import type { MatchGoal, Standing } from './match.ts';

/** What to do in every standing of a match. */
export interface MatchPolicy {
  value: number;
  /** What is run when everything takes as long, and comes out, as is likeliest. */
  order: string[];
  /** Whether what to do depends on the points so far. */
  keepsPoints: boolean;
  choiceAt: (standing: Standing) => Choice;
  /** The standings that a match comes to. */
  reached: () => Iterable<Reached>;
  /** Total points with their chances, fewest first. */
  points: [points: number, chance: number][];
}

/** The share of the matches that is looked at for the worst tenth. */
const WORST = 0.1;
/** Points that are asked for are reached by sums of parts, which round. */
const ROUNDING = 1e-6;

/**
 * The best choice in every standing of a match, by routes done, the last one, seconds left and, where the goal asks for
 * it, points so far. A run that does not end by the horn brings nothing.
 *
 * The worst tenth is the mean of the worst tenth of all matches: of its thresholds η the best of η − E[(η − points)₊]/0.1
 * (R. Rockafellar and S. Uryasev, Optimization of conditional value-at-risk, 2000).
 */
export function matchPolicy(match: Match, goal: MatchGoal): MatchPolicy {
  if (goal === 'mean') return policyOf(match, bestChoices(match, null), false);
  if (goal !== 'worst tenth')
    return policyOf(
      match,
      bestChoices(match, (points) => Number(points >= goal.atLeast - ROUNDING)),
      true,
    );
  const { threshold, choiceAt } = bestThreshold(match);
  return policyOf(
    match,
    (standing) => {
      const { value, next } = choiceAt(standing);
      return { value: threshold + value, next };
    },
    true,
  );
}

/** The threshold of which the worst tenth is the best, and what to do then. */
function bestThreshold(match: Match): {
  threshold: number;
  choiceAt: MatchPolicy['choiceAt'];
} {
  const solved = thresholdsOf(match).map((threshold) => {
    const choiceAt = bestChoices(match, (points) => -Math.max(0, threshold - points) / WORST);
    return { threshold, choiceAt, value: threshold + choiceAt(beginningOf(match)).value };
  });
  return solved.toSorted((a, b) => b.value - a.value)[0]!;
}

/** All totals that may come about. */
function thresholdsOf(match: Match): number[] {
  const all = match.routes.map(({ outcomes }) => ({
    outcomes: [...outcomes, { chance: 0, points: 0 }],
  }));
  return [...new Set(talliesOf(all).map((tally) => totalOf(match, tally)))];
}

export function beginningOf({ routes, seconds }: Match): Standing {
  return { done: 0, last: routes.length, left: seconds, points: 0, marks: 0 };
}

function policyOf(
  match: Match,
  choiceAt: MatchPolicy['choiceAt'],
  keepsPoints: boolean,
): MatchPolicy {
  return {
    value: choiceAt(beginningOf(match)).value,
    order: likeliestOrder(match, choiceAt, keepsPoints),
    keepsPoints,
    choiceAt,
    ...courseOf(match, (standing) => choiceAt(standing).next, keepsPoints),
  };
}

function likeliestOrder(
  match: Match,
  choiceAt: MatchPolicy['choiceAt'],
  keepsPoints: boolean,
): string[] {
  const { routes } = match;
  const takes = timesBetween(match);
  let standing = beginningOf(match);
  const order: string[] = [];
  for (;;) {
    const { next } = choiceAt(standing);
    if (next < 0) return order;
    const { done, last, left } = standing;
    const [taken] = likeliest(takes[next]![last]!, ([, chance]) => chance);
    if (taken > left) return order;
    order.push(routes[next]!.id);
    const gained = addedTo(
      standing,
      likeliest(routes[next]!.outcomes, ({ chance }) => chance),
    );
    standing = {
      done: done | (1 << next),
      last: next,
      left: left - taken,
      marks: gained.marks,
      points: keepsPoints ? gained.points : 0,
    };
  }
}

function likeliest<T>(all: readonly T[], chanceOf: (one: T) => number): T {
  return all.reduce((best, one) => (chanceOf(one) > chanceOf(best) ? one : best));
}

/** The ids of the routes that are done in a standing. */
export function doneIn({ routes }: Match, { done }: Standing): string[] {
  return routesIn(routes, done).map(({ id }) => id);
}
