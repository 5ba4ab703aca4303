import { beginningOf, type MatchPolicy } from './policy.ts';
import { timesBetween } from './course.ts';
import { addedTo, type Match, type Standing } from './match.ts';

/** A choice with the seconds that have to be left for it; null when it is right whatever is left. */
interface CardChoice {
  /** Null to stop. */
  route: string | null;
  least: number | null;
}

/** A line of the card: what to run next, and what instead when there is less time. */
export interface CardLine {
  choices: CardChoice[];
  /** Mean seconds after the beginning at which it starts, with the hand-over before it, and how long it lasts. */
  handed: number;
  starts: number;
  lasts: number;
}

/**
 * The policy as a card: along the order that is likeliest, what is best by the seconds left, most of them first. Only
 * seconds that come about there are looked at; a choice that is best now and then among others is written for all
 * seconds down to where the next begins.
 */
export function cardOf(match: Match, policy: MatchPolicy): CardLine[] {
  const { routes } = match;
  const takes = timesBetween(match);
  const reached = secondsReached(policy);
  let standing = beginningOf(match);
  let elapsed = 0;
  return policy.order.map((id) => {
    const next = routes.findIndex((route) => route.id === id);
    const { done, last } = standing;
    const seconds = reached.get(`${done} ${last}`) ?? [standing.left];
    const line = {
      choices: choicesBy(seconds, (left) => {
        const place = policy.choiceAt({ ...standing, left }).next;
        return routes[place]?.id ?? null;
      }),
      handed: last === routes.length ? 0 : meanOf(match.handover(routes[last]!, routes[next]!)),
      lasts: meanOf(routes[next]!.duration),
    };
    const starts = elapsed + line.handed;
    elapsed += meanOf(takes[next]![last]!);
    standing = likeliestAfter(match, standing, next, match.seconds - Math.round(elapsed), policy);
    return { ...line, starts };
  });
}

/** Seconds left, most first, at which a set of routes was done with one of them last. */
function secondsReached(policy: MatchPolicy): Map<string, number[]> {
  const found = new Map<string, Set<number>>();
  for (const { done, last, left, chance } of policy.reached()) {
    if (chance < RARE) continue;
    const key = `${done} ${last}`;
    found.set(key, (found.get(key) ?? new Set()).add(left));
  }
  return new Map([...found].map(([key, lefts]) => [key, [...lefts].toSorted((a, b) => b - a)]));
}

/** What comes about more rarely is not written on a card. */
const RARE = 1e-4;

function choicesBy(
  seconds: readonly number[],
  choose: (left: number) => string | null,
): CardChoice[] {
  const choices: CardChoice[] = [];
  for (const left of seconds) {
    const route = choose(left);
    const before = choices.at(-1);
    if (before?.route === route) before.least = left;
    // Where two are as good as each other, they take turns: the card stays with the first.
    else if (!choices.some((choice) => choice.route === route))
      choices.push({ route, least: left });
  }
  const last = choices.at(-1);
  if (last !== undefined) last.least = null;
  return choices;
}

function likeliestAfter(
  { routes }: Match,
  standing: Standing,
  next: number,
  left: number,
  { keepsPoints }: MatchPolicy,
): Standing {
  const outcome = routes[next]!.outcomes.reduce((a, b) => (b.chance > a.chance ? b : a));
  const { points, marks } = addedTo(standing, outcome);
  return {
    done: standing.done | (1 << next),
    last: next,
    left: Math.max(0, left),
    marks,
    points: keepsPoints ? points : 0,
  };
}

function meanOf(times: readonly (readonly [number, number])[]): number {
  return times.reduce((sum, [seconds, chance]) => sum + seconds * chance, 0);
}
