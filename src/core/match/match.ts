import type { Seconds } from './durations.ts';

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
  /** From the end of one route to the start of the next; before the first there is none. Equal ones are the same object. */
  handover: (from: MatchRoute, to: MatchRoute) => Seconds;
}

/** Where a match stands; routes by their place in the plan, sets of them as bits. */
export interface Standing {
  done: number;
  /** The number of routes before the first one. */
  last: number;
  /** Whole seconds that are left. */
  left: number;
  /** Points so far; 0 where what to do does not depend on them. */
  points: number;
}

export interface Choice {
  /** What is to be expected of the goal from here. */
  value: number;
  /** The place of the route to start; negative to stop. */
  next: number;
}

/** Points that differ by less are the same. */
const GRID = 1e6;

export function onGrid(points: number): number {
  return Math.round(points * GRID) / GRID;
}

/** The routes of a set. */
export function routesIn<T>(routes: readonly T[], done: number): T[] {
  return routes.filter((_, r) => (done & (1 << r)) !== 0);
}

/** For each route the set of those that have to be run before. */
export function neededBefore(routes: readonly MatchRoute[]): number[] {
  return routes.map(({ after }) =>
    after.reduce((set, id) => set | (1 << routes.findIndex((route) => route.id === id)), 0),
  );
}

/** Totals with their chances, fewest first, from outcomes that know nothing of each other. */
export function totalPoints(
  routes: readonly Pick<MatchRoute, 'outcomes'>[],
): [points: number, chance: number][] {
  let totals = new Map([[0, 1]]);
  for (const { outcomes } of routes) {
    const sums = new Map<number, number>();
    for (const [total, p] of totals)
      for (const { points, chance } of outcomes) {
        const sum = onGrid(total + points);
        sums.set(sum, (sums.get(sum) ?? 0) + p * chance);
      }
    totals = sums;
  }
  return [...totals].toSorted((a, b) => a[0] - b[0]);
}
