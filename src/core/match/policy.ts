import { inTurn, type Seconds } from './durations.ts';

/** A route as a match sees it. */
export interface MatchRoute {
  id: string;
  duration: Seconds;
  /** What comes of it when it ends by the horn; chances add up to 1. */
  outcomes: readonly { chance: number; points: number }[];
  /** Routes that have to be run before. */
  after: readonly string[];
}

/** What is wanted of a match: many points, a number of them as surely as can be, or a good worst tenth. */
export type MatchGoal = 'mean' | 'worst tenth' | { atLeast: number };

export interface Match {
  /** How long it lasts, s. */
  seconds: number;
  routes: readonly MatchRoute[];
  /** From the end of one route to the start of the next; before the first there is none. */
  handover: (from: MatchRoute, to: MatchRoute) => Seconds;
}

/** What to do in a state of a match that may come about. */
interface MatchStep {
  done: string[];
  last: string | null;
  seconds: number;
  /** Points so far, where what to do depends on them. */
  points: number | null;
  /** Null to stop. */
  next: string | null;
  /** What is to be expected of the goal from here. */
  value: number;
}

export interface MatchPolicy {
  value: number;
  /** What is run when everything takes as long, and comes out, as is likeliest. */
  order: string[];
  steps: MatchStep[];
  /** Total points with their chances, fewest first. */
  points: [points: number, chance: number][];
}

/** The share of the matches that is looked at for the worst tenth. */
const WORST = 0.1;
/** A better choice is better by more than what rounding does. */
const BETTER = 1e-12;
/** Points that differ by less are the same. */
const GRID = 1e6;

/**
 * The best choice in every state of a match, by dynamic programming over routes done, the last one, seconds left and,
 * where the goal asks for it, points so far. A run that does not end by the horn brings nothing.
 *
 * The worst tenth is the mean of the worst tenth of all matches: of its thresholds η the best of η − E[(η − points)₊]/0.1
 * (R. Rockafellar and S. Uryasev, Optimization of conditional value-at-risk, 2000).
 */
export function matchPolicy(match: Match, goal: MatchGoal): MatchPolicy {
  const takes = timesOf(match);
  if (goal === 'mean') return solved(match, takes, null).policy();
  if (goal !== 'worst tenth')
    return solved(match, takes, (points) => Number(points >= goal.atLeast - 1 / GRID)).policy();
  const [best] = totalsOf(match)
    .map((threshold) => {
      const found = solved(match, takes, (points) => -Math.max(0, threshold - points) / WORST);
      return { threshold, found, value: threshold + found.value };
    })
    .toSorted((a, b) => b.value - a.value);
  const policy = best!.found.policy();
  return {
    ...policy,
    value: best!.value,
    steps: policy.steps.map((step) => ({ ...step, value: best!.threshold + step.value })),
  };
}

/** For each route, by the one before it and last by none: how long until it ends. */
function timesOf({ routes, handover }: Match): Seconds[][] {
  return routes.map((to) => [
    ...routes.map((from) => inTurn(handover(from, to), to.duration)),
    to.duration,
  ]);
}

/** All totals that may come about. */
function totalsOf({ routes }: Match): number[] {
  let totals = new Set([0]);
  for (const { outcomes } of routes)
    totals = new Set(
      [...totals].flatMap((total) => [
        total,
        ...outcomes.map(({ points }) => onGrid(total + points)),
      ]),
    );
  return [...totals];
}

function onGrid(points: number): number {
  return Math.round(points * GRID) / GRID;
}

/** Values and choices of all seconds that may be left, of one set of routes done, last route and points. */
interface Column {
  values: Float64Array;
  choices: Int8Array;
}

/** @param worth of the points of a whole match; null where points simply add up */
function solved(match: Match, takes: Seconds[][], worth: ((points: number) => number) | null) {
  const { routes, seconds } = match;
  const none = routes.length;
  const needs = routes.map(({ after }) =>
    after.reduce((mask, id) => mask | (1 << routes.findIndex((route) => route.id === id)), 0),
  );
  const gains = routes.map(({ outcomes }) =>
    worth === null
      ? [{ chance: 1, points: outcomes.reduce((sum, one) => sum + one.chance * one.points, 0) }]
      : outcomes,
  );
  const stops = (points: number) => (worth === null ? 0 : worth(points));
  const least = leastTimes(match);
  const columns = new Map<number, Map<number, Column>>();

  /** What follows a route, in the mean of its outcomes, by the seconds that are left behind it. */
  const behind = (done: number, route: number, points: number): Float64Array => {
    const parts = gains[route]!.map(({ chance, points: gain }) => ({
      chance,
      gain: worth === null ? gain : 0,
      ...columnOf(done | (1 << route), route, worth === null ? 0 : onGrid(points + gain)),
    }));
    return parts[0]!.values.map((_, left) =>
      parts.reduce((sum, { chance, gain, values }) => sum + chance * (gain + values[left]!), 0),
    );
  };
  const columnOf = (done: number, last: number, points: number): Column => {
    const place = done * (none + 1) + last;
    const known = columns.get(place)?.get(points);
    if (known !== undefined) return known;
    // Nothing is done sooner than this.
    const most = Math.max(0, seconds - least(done));
    const column = {
      values: new Float64Array(most + 1).fill(stops(points)),
      choices: new Int8Array(most + 1).fill(-1),
    };
    for (let route = 0; route < none; route++) {
      if ((done & (1 << route)) !== 0 || (needs[route]! & ~done) !== 0) continue;
      const times = takes[route]![last]!;
      if (times[0]![0] > most) continue;
      const then = behind(done, route, points);
      for (let left = times[0]![0]; left <= most; left++) {
        let value = 0;
        let late = 1;
        for (const [taken, chance] of times) {
          if (taken > left) break;
          late -= chance;
          value += chance * then[left - taken]!;
        }
        value += Math.max(0, late) * stops(points);
        if (value <= column.values[left]! + BETTER) continue;
        column.values[left] = value;
        column.choices[left] = route;
      }
    }
    if (!columns.has(place)) columns.set(place, new Map());
    columns.get(place)!.set(points, column);
    return column;
  };
  const choiceOf = (done: number, last: number, left: number, points: number) => {
    const { values, choices } = columnOf(done, last, worth === null ? 0 : points);
    return { value: values[left]!, next: choices[left]! };
  };
  const { value } = choiceOf(0, none, seconds, 0);
  return {
    value,
    policy: () => followed(match, { value, takes, choiceOf, keepsPoints: worth !== null }),
  };
}

/** The least time in which a set of routes can be done, s. */
function leastTimes({ routes, handover }: Match): (done: number) => number {
  const first = (times: Seconds) => times[0]![0];
  const between = Math.min(
    ...routes.flatMap((from) => routes.map((to) => first(handover(from, to)))),
  );
  return (done) => {
    const own = routes.filter((_, r) => (done & (1 << r)) !== 0);
    const driving = own.reduce((sum, { duration }) => sum + first(duration), 0);
    return driving + between * Math.max(0, own.length - 1);
  };
}

interface Choices {
  value: number;
  /** For each route, by the one before it and last by none: how long until it ends. */
  takes: Seconds[][];
  choiceOf: (
    done: number,
    last: number,
    left: number,
    points: number,
  ) => { value: number; next: number };
  /** Whether what to do depends on points. */
  keepsPoints: boolean;
}

/** A state that a match comes into, with its chance. */
interface Reached {
  done: number;
  last: number;
  left: number;
  points: number;
  chance: number;
}

/** All states into which the best choices lead, and what comes of them. */
function followed(
  { routes, seconds }: Match,
  { value, takes, choiceOf, keepsPoints }: Choices,
): MatchPolicy {
  const count = routes.length;
  let now = new Map<string, Reached>();
  const put = (into: Map<string, Reached>, one: Reached) => {
    const key = `${one.done} ${one.last} ${one.left} ${one.points}`;
    const before = into.get(key);
    into.set(key, before === undefined ? one : { ...one, chance: before.chance + one.chance });
  };
  put(now, { done: 0, last: count, left: seconds, points: 0, chance: 1 });
  const totals = new Map<number, number>();
  const ends = (points: number, chance: number) =>
    totals.set(points, (totals.get(points) ?? 0) + chance);
  const steps = new Map<string, MatchStep>();
  while (now.size > 0) {
    const later = new Map<string, Reached>();
    for (const { done, last, left, points, chance } of now.values()) {
      const { next, value: expected } = choiceOf(done, last, left, points);
      const shown = keepsPoints ? points : null;
      steps.set(`${done} ${last} ${left} ${shown}`, {
        done: routes.flatMap(({ id }, r) => ((done & (1 << r)) !== 0 ? id : [])),
        last: routes[last]?.id ?? null,
        seconds: left,
        points: shown,
        next: routes[next]?.id ?? null,
        value: expected,
      });
      if (next < 0) {
        ends(points, chance);
        continue;
      }
      for (const [taken, share] of takes[next]![last]!) {
        if (taken > left) ends(points, chance * share);
        else
          for (const outcome of routes[next]!.outcomes)
            put(later, {
              done: done | (1 << next),
              last: next,
              left: left - taken,
              points: onGrid(points + outcome.points),
              chance: chance * share * outcome.chance,
            });
      }
    }
    now = later;
  }
  return {
    value,
    order: likeliestOrder(routes, seconds, takes, choiceOf),
    steps: [...steps.values()],
    points: [...totals].filter(([, chance]) => chance > 0).toSorted((a, b) => a[0] - b[0]),
  };
}

function likeliestOrder(
  routes: readonly MatchRoute[],
  seconds: number,
  takes: Seconds[][],
  choiceOf: Choices['choiceOf'],
): string[] {
  const order: string[] = [];
  let [done, last, left, points] = [0, routes.length, seconds, 0];
  for (;;) {
    const { next } = choiceOf(done, last, left, points);
    if (next < 0) return order;
    const [taken] = likeliest(takes[next]![last]!, ([, chance]) => chance);
    const gained = likeliest(routes[next]!.outcomes, ({ chance }) => chance).points;
    if (taken > left) return order;
    order.push(routes[next]!.id);
    [done, last, left, points] = [done | (1 << next), next, left - taken, onGrid(points + gained)];
  }
}

function likeliest<T>(all: readonly T[], chanceOf: (one: T) => number): T {
  return all.reduce((best, one) => (chanceOf(one) > chanceOf(best) ? one : best));
}
