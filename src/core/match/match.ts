import type { Seconds } from './durations.ts';

/** What may come of a route. */
export interface Outcome {
  chance: number;
  /** What it brings by itself. */
  points: number;
  /** Bits of what it reaches that counts together with other routes: a model that two of them visit, a part of a bonus. */
  marks?: number;
}

/** A route as a match sees it. */
export interface MatchRoute {
  id: string;
  duration: Seconds;
  /** What comes of it when it ends by the horn; chances add up to 1. */
  outcomes: readonly Outcome[];
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
  /** Points that marks bring together; none when nothing counts together. */
  together?: Together;
}

interface Together {
  /** Bits that there are. */
  bits: number;
  points: (marks: number) => number;
}

/** Where a match stands; routes by their place in the plan, sets of them as bits. */
export interface Standing {
  done: number;
  /** The number of routes before the first one. */
  last: number;
  /** Whole seconds that are left. */
  left: number;
  /** What was reached by routes each by itself; 0 where what to do does not depend on it. */
  points: number;
  /** What was reached that counts together. */
  marks: number;
}

export interface Choice {
  /** What is to be expected of the goal from here. */
  value: number;
  /** The place of the route to start; negative to stop. */
  next: number;
}

/** Points that differ by less are the same. */
const GRID = 1e6;

function onGrid(points: number): number {
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

/** What routes have brought: points each by itself, and marks that count together. */
export interface Tally {
  points: number;
  marks: number;
}

/** A tally as one number, exact for points up to a million. */
export function tallyKey({ points, marks }: Tally): number {
  return Math.round(points * GRID) * MARKS + marks;
}

/** More bits than any match needs. */
const MARKS = 1 << 12;

/** Every tally to which routes may come. */
export function talliesOf(routes: readonly Pick<MatchRoute, 'outcomes'>[]): Tally[] {
  let tallies = [{ points: 0, marks: 0 }];
  for (const { outcomes } of routes) {
    const sums = new Map<number, Tally>();
    for (const before of tallies)
      for (const outcome of outcomes) {
        const tally = addedTo(before, outcome);
        sums.set(tallyKey(tally), tally);
      }
    tallies = [...sums.values()];
  }
  return tallies;
}

/** A tally with what came of one more route. */
export function addedTo(
  before: Tally,
  { points, marks = 0 }: Pick<Outcome, 'points' | 'marks'>,
): Tally {
  return { points: onGrid(before.points + points), marks: before.marks | marks };
}

/** Points of a match in which routes brought this. */
export function totalOf({ together }: Match, { points, marks }: Tally): number {
  return onGrid(points + (together?.points(marks) ?? 0));
}
