import { inTurn, type Seconds } from './durations.ts';
import { onGrid, routesIn, totalPoints, type Choice, type Match, type Standing } from './match.ts';

/** A standing that a match comes to, with its chance. */
export interface Reached extends Standing {
  chance: number;
}

/** All that may become of a match. */
export interface Course {
  /** Standings in which something is to be decided, those with fewer routes done first. */
  reached: () => Iterable<Reached>;
  /** Total points with their chances, fewest first. */
  points: [points: number, chance: number][];
}

/** What is less likely than this is not followed. */
const UNLIKELY = 1e-13;

/** Follows a match through all its times and outcomes, as each standing decides. */
export function courseOf(
  match: Match,
  decide: (standing: Standing) => Choice['next'],
  keepsPoints: boolean,
): Course {
  const { routes, seconds } = match;
  const count = routes.length;
  const takes = timesBetween(match);
  /** By set of routes done and last one, then by points: the chance of each number of seconds left. */
  const chances = new Map<number, Map<number, Float64Array>>();
  const columnOf = (done: number, last: number, points: number) => {
    const place = done * (count + 1) + last;
    const byPoints = chances.get(place) ?? new Map<number, Float64Array>();
    chances.set(place, byPoints);
    const column = byPoints.get(points) ?? new Float64Array(seconds + 1);
    byPoints.set(points, column);
    return column;
  };
  const reached = function* (): Generator<Reached> {
    const places = [...chances.keys()].toSorted((a, b) => a - b);
    for (const place of places) {
      const [done, last] = [Math.floor(place / (count + 1)), place % (count + 1)];
      for (const [points, column] of chances.get(place)!)
        for (let left = seconds; left >= 0; left--)
          if (column[left]! > UNLIKELY) yield { done, last, left, points, chance: column[left]! };
    }
  };
  /** Chances of ending with a set done, by points where they were kept. */
  const ended = new Map<number, Map<number, number>>();
  const ends = ({ done, points }: Standing, chance: number) => {
    const byPoints = ended.get(done) ?? new Map<number, number>();
    ended.set(done, byPoints);
    byPoints.set(points, (byPoints.get(points) ?? 0) + chance);
  };

  columnOf(0, count, 0)[seconds] = 1;
  // What follows has more routes done: a larger number.
  for (let done = 0; done < 1 << count; done++)
    for (let last = 0; last <= count; last++)
      for (const [points, column] of chances.get(done * (count + 1) + last) ?? [])
        for (let left = 0; left <= seconds; left++) {
          const chance = column[left]!;
          if (chance <= UNLIKELY) continue;
          const standing = { done, last, left, points };
          const next = decide(standing);
          if (next < 0) {
            ends(standing, chance);
            continue;
          }
          const then = (keepsPoints ? routes[next]!.outcomes : ALL).map((outcome) => ({
            share: outcome.chance,
            column: columnOf(done | (1 << next), next, onGrid(points + outcome.points)),
          }));
          for (const [taken, share] of takes[next]![last]!)
            if (taken > left) ends(standing, chance * share);
            else for (const one of then) one.column[left - taken]! += chance * share * one.share;
        }

  return { reached, points: totalsOf(match, ended, keepsPoints) };
}

/** Where points are not kept: whatever comes of a route. */
const ALL = [{ chance: 1, points: 0 }];

function totalsOf(
  { routes }: Match,
  ended: Map<number, Map<number, number>>,
  keepsPoints: boolean,
): [number, number][] {
  const totals = new Map<number, number>();
  for (const [done, byPoints] of ended)
    for (const [points, chance] of byPoints) {
      // What was done when tells nothing of what came of it, where nothing was decided by it.
      const brought = keepsPoints ? [[points, 1] as const] : totalPoints(routesIn(routes, done));
      for (const [total, share] of brought)
        totals.set(total, (totals.get(total) ?? 0) + chance * share);
    }
  return [...totals].filter(([, chance]) => chance > 0).toSorted((a, b) => a[0] - b[0]);
}

/** For each route, by the one before it and last by none: how long until it ends. */
export function timesBetween({ routes, handover }: Match): Seconds[][] {
  return routes.map((to) => [
    ...routes.map((from) => inTurn(handover(from, to), to.duration)),
    to.duration,
  ]);
}
