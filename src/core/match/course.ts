import { inTurn, type Seconds } from './durations.ts';
import { addedTo, routesIn, tallyKey, totalOf } from './match.ts';
import type { Choice, Match, MatchRoute, Outcome, Standing, Tally } from './match.ts';

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

/** Where a match stands but for the seconds left: the chance of each number of them. */
interface Column extends Tally {
  done: number;
  last: number;
  chances: Float64Array;
}

/**
 * Follows a match through all its times and outcomes, as each standing decides.
 *
 * @param keepsPoints whether what is decided depends on what routes brought each by itself
 */
export function courseOf(
  match: Match,
  decide: (standing: Standing) => Choice['next'],
  keepsPoints: boolean,
): Course {
  const { routes, seconds } = match;
  const count = routes.length;
  // What is decided by marks tells of what came of the routes that brought them.
  const follows = keepsPoints || match.together !== undefined;
  const takes = timesBetween(match);
  /** By set of routes done and last one, then by tally. */
  const columns = new Map<number, Map<number, Column>>();
  const columnOf = (done: number, last: number, tally: Tally) => {
    const place = done * (count + 1) + last;
    const byTally = columns.get(place) ?? new Map<number, Column>();
    columns.set(place, byTally);
    const column = byTally.get(tallyKey(tally)) ?? {
      done,
      last,
      ...tally,
      chances: new Float64Array(seconds + 1),
    };
    byTally.set(tallyKey(tally), column);
    return column;
  };
  const standingOf = ({ done, last, marks, points }: Column, left: number): Standing => ({
    done,
    last,
    left,
    marks,
    points: keepsPoints ? points : 0,
  });
  const reached = function* (): Generator<Reached> {
    for (const place of [...columns.keys()].toSorted((a, b) => a - b))
      for (const column of columns.get(place)!.values())
        for (let left = seconds; left >= 0; left--) {
          const chance = column.chances[left]!;
          if (chance > UNLIKELY) yield { ...standingOf(column, left), chance };
        }
  };
  const totals = new Map<number, number>();
  const endedWith = new Float64Array(1 << count);
  const ends = (column: Column, chance: number) => {
    if (!follows) {
      endedWith[column.done]! += chance;
      return;
    }
    const total = totalOf(match, column);
    totals.set(total, (totals.get(total) ?? 0) + chance);
  };

  columnOf(0, count, { points: 0, marks: 0 }).chances[seconds] = 1;
  // What follows has more routes done: a larger number.
  for (let done = 0; done < 1 << count; done++)
    for (let last = 0; last <= count; last++)
      for (const column of columns.get(done * (count + 1) + last)?.values() ?? [])
        for (let left = 0; left <= seconds; left++) {
          const chance = column.chances[left]!;
          if (chance <= UNLIKELY) continue;
          const next = decide(standingOf(column, left));
          if (next < 0) {
            ends(column, chance);
            continue;
          }
          const then = (follows ? routes[next]!.outcomes : ALL).map((outcome) => ({
            share: outcome.chance,
            chances: columnOf(done | (1 << next), next, addedTo(column, outcome)).chances,
          }));
          for (const [taken, share] of takes[next]![last]!)
            if (taken > left) ends(column, chance * share);
            else for (const one of then) one.chances[left - taken]! += chance * share * one.share;
        }

  // What was done when tells nothing of what came of it, where nothing is decided by it.
  endedWith.forEach((chance, done) => {
    if (chance === 0) return;
    for (const [total, share] of totalPoints(routesIn(routes, done)))
      totals.set(total, (totals.get(total) ?? 0) + chance * share);
  });
  const points = [...totals].filter(([, chance]) => chance > 0).toSorted((a, b) => a[0] - b[0]);
  return { reached, points };
}

/** Where nothing is followed: whatever comes of a route. */
const ALL: readonly Outcome[] = [{ chance: 1, points: 0 }];

/** Totals with their chances from outcomes that know nothing of each other. */
function totalPoints(routes: readonly Pick<MatchRoute, 'outcomes'>[]): Map<number, number> {
  let totals = new Map([[0, 1]]);
  for (const { outcomes } of routes) {
    const sums = new Map<number, number>();
    for (const [total, p] of totals)
      for (const outcome of outcomes) {
        const sum = addedTo({ points: total, marks: 0 }, outcome).points;
        sums.set(sum, (sums.get(sum) ?? 0) + p * outcome.chance);
      }
    totals = sums;
  }
  return totals;
}

/** For each route, by the one before it and last by none: how long until it ends. */
export function timesBetween({ routes, handover }: Match): Seconds[][] {
  return routes.map((to) => [
    ...routes.map((from) => inTurn(handover(from, to), to.duration)),
    to.duration,
  ]);
}
