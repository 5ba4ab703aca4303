import type { Seconds } from './durations.ts';
import { addedTo, neededBefore, routesIn, talliesOf, tallyKey, totalOf } from './match.ts';
import type { Choice, Match, MatchRoute, Outcome, Standing } from './match.ts';

/** A better choice is better by more than what rounding does. */
const BETTER = 1e-12;

/** Values and choices by the seconds that are left. */
interface Column {
  values: Float64Array;
  choices: Int8Array;
}

/**
 * The best choice wherever a match may stand, by dynamic programming from the last set of routes to none.
 *
 * A drive and the hand-over before it are convolved one after the other, so that the drive’s is shared by all routes that
 * may have been the last; routes after which every hand-over takes as long share their column.
 *
 * @param worth of the points of a whole match, never less for more; null where points simply add up, and nothing depends on those so far
 */
export function bestChoices(
  match: Match,
  worth: ((points: number) => number) | null,
): (standing: Standing) => Choice {
  const { routes, seconds, handover } = match;
  const count = routes.length;
  const needs = neededBefore(routes);
  const least = leastSeconds(match);
  const durations = routes.map(({ duration }) => timesOf(duration, seconds));
  const comesOf = routes.map((route) =>
    worth === null ? marksOf(route) : route.outcomes.map((one) => ({ ...one, mean: 0 })),
  );
  const worthOf = (total: number) => worth?.(total) ?? 0;
  const known = new Map<Seconds, Times>();
  const timesKnown = (handed: Seconds) => {
    const before = known.get(handed) ?? timesOf(handed, seconds);
    known.set(handed, before);
    return before;
  };
  const { groups, groupOf } = lastGroups(match);
  /** By set of routes done and group of the last one; then by tally. */
  const columns: (Map<number, Column> | undefined)[] = [];
  const place = (done: number, last: number) => done * (count + 1) + groupOf[last]!;
  const put = (done: number, last: number, tally: number, column: Column) => {
    const byTally = (columns[place(done, last)] ??= new Map<number, Column>());
    byTally.set(tally, column);
  };
  const toCome = worth === null ? null : pointsToCome(match);

  for (let done = (1 << count) - 1; done >= 0; done--) {
    const most = seconds - least[done]!;
    if (most < 0 || routes.some((_, r) => (done & (1 << r)) !== 0 && (needs[r]! & ~done) !== 0))
      continue;
    const lasts =
      done === 0
        ? [count]
        : groups.flatMap((group) =>
            group.some((r) => (done & (1 << r)) !== 0) ? [group[0]!] : [],
          );
    const free = routes.flatMap((_, r) =>
      (done & (1 << r)) === 0 && (needs[r]! & ~done) === 0 ? [r] : [],
    );
    for (const tally of talliesOf(routesIn(comesOf, done).map((outcomes) => ({ outcomes })))) {
      const key = tallyKey(tally);
      const total = totalOf(match, tally);
      const stops = worthOf(total);
      if (
        toCome !== null &&
        worthOf(total + toCome.lowest[done]!) === worthOf(total + toCome.highest[done]!)
      ) {
        for (const last of lasts) put(done, last, key, settled(most, stops));
        continue;
      }
      const driven = free.map((route) => {
        const parts = comesOf[route]!.map((outcome) => {
          const then = addedTo(tally, outcome);
          return {
            chance: outcome.chance,
            gain: worth === null ? outcome.mean + totalOf(match, then) - total : 0,
            values: columns[place(done | (1 << route), route)]?.get(tallyKey(then))?.values,
          };
        });
        return after(durations[route]!, meanOf(parts), stops);
      });
      const handed = free.map(() => new Map<Seconds, Float64Array>());
      for (const last of lasts) {
        const column = settled(most, stops);
        for (const [at, route] of free.entries()) {
          const takes = last === count ? NO_HANDOVER : handover(routes[last]!, routes[route]!);
          const brings = handed[at]!.get(takes) ?? after(timesKnown(takes), driven[at]!, stops);
          handed[at]!.set(takes, brings);
          keepBetter(column, route, brings);
        }
        put(done, last, key, column);
      }
    }
  }
  return ({ done, last, left, ...tally }) => {
    const column = columns[place(done, last)]?.get(tallyKey(tally));
    // People may come to where no time that is known leads: they were quicker.
    if (column === undefined) return { value: worthOf(totalOf(match, tally)), next: -1 };
    const at = Math.min(left, column.values.length - 1);
    return { value: column.values[at]!, next: column.choices[at]! };
  };
}

/** Nothing more is worth doing. */
function settled(most: number, stops: number): Column {
  return {
    values: new Float64Array(most + 1).fill(stops),
    choices: new Int8Array(most + 1).fill(-1),
  };
}

/** By set of routes done: how many points fewer and more all others together may bring. */
function pointsToCome({ routes, together }: Match): { lowest: number[]; highest: number[] } {
  const shared = Array.from(
    { length: 1 << (together?.bits ?? 0) },
    (_, marks) => together?.points(marks) ?? 0,
  );
  const span = Math.max(...shared) - Math.min(...shared);
  const sums = (of: (points: number[]) => number, start: number) =>
    Array.from({ length: 1 << routes.length }, (_, done) =>
      routesIn(routes, ~done).reduce(
        (sum, { outcomes }) => sum + of([0, ...outcomes.map(({ points }) => points)]),
        start,
      ),
    );
  return {
    lowest: sums((all) => Math.min(...all), -span),
    highest: sums((all) => Math.max(...all), span),
  };
}

const NO_HANDOVER: Seconds = [[0, 1]];

/** What comes of a route where its points simply add up: their mean, by the marks that come with them. */
function marksOf({ outcomes }: MatchRoute): (Outcome & { mean: number })[] {
  const found = new Map<number, { chance: number; sum: number }>();
  for (const { chance, points, marks = 0 } of outcomes) {
    const before = found.get(marks) ?? { chance: 0, sum: 0 };
    found.set(marks, { chance: before.chance + chance, sum: before.sum + chance * points });
  }
  return [...found]
    .filter(([, { chance }]) => chance > 0)
    .map(([marks, { chance, sum }]) => ({ chance, points: 0, marks, mean: sum / chance }));
}

/** Routes after which all hand-overs are the same objects, and for each route the first of its group. */
function lastGroups({ routes, handover }: Match): { groups: number[][]; groupOf: number[] } {
  const groups: number[][] = [];
  const groupOf = routes.map((from, r) => {
    const like = groups.find(([first]) =>
      routes.every((to) => handover(routes[first!]!, to) === handover(from, to)),
    );
    if (like === undefined) groups.push([r]);
    else like.push(r);
    return like?.[0] ?? r;
  });
  return { groups, groupOf: [...groupOf, routes.length] };
}

/** The least time in which each set of routes can be done, s. */
function leastSeconds({ routes, handover }: Match): Float64Array {
  const first = (times: Seconds) => times[0]![0];
  const between = Math.min(
    ...routes.flatMap((from) => routes.map((to) => first(handover(from, to)))),
  );
  return Float64Array.from({ length: 1 << routes.length }, (_, done) => {
    const own = routesIn(routes, done);
    const driving = own.reduce((sum, { duration }) => sum + first(duration), 0);
    return driving + between * Math.max(0, own.length - 1);
  });
}

/** A time as it is convolved with: the chance of each number of seconds, and by seconds left that of too many. */
interface Times {
  first: number;
  taken: Int32Array;
  chances: Float64Array;
  late: Float64Array;
}

function timesOf(times: Seconds, most: number): Times {
  const late = new Float64Array(most + 1).fill(1);
  for (const [taken, chance] of times)
    for (let left = taken; left <= most; left++) late[left]! -= chance;
  return {
    first: times[0]![0],
    taken: Int32Array.from(times, ([taken]) => taken),
    chances: Float64Array.from(times, ([, chance]) => chance),
    // What is left of 1 behind the last is rounding.
    late: late.map((chance) => Math.max(0, chance)),
  };
}

/** What a choice brings by the seconds left before a time passes, from what follows by those left behind it. */
function after(
  { first, taken, chances, late }: Times,
  behind: Float64Array,
  stops: number,
): Float64Array {
  const length = Math.min(behind.length === 0 ? 0 : behind.length + first, late.length);
  const before = new Float64Array(length);
  for (let k = 0; k < taken.length; k++) {
    const chance = chances[k]!;
    for (let left = taken[k]!, from = 0; left < length; left++, from++)
      before[left]! += chance * behind[from]!;
  }
  if (stops !== 0) for (let left = 0; left < length; left++) before[left]! += late[left]! * stops;
  return before;
}

/** What follows a route in the mean of its outcomes; nothing when there is never time for it. */
function meanOf(
  parts: readonly { chance: number; gain: number; values: Float64Array | undefined }[],
): Float64Array {
  const length = parts[0]!.values?.length ?? 0;
  const mean = new Float64Array(length);
  for (const { chance, gain, values } of parts)
    for (let left = 0; left < length; left++) mean[left]! += chance * (gain + values![left]!);
  return mean;
}

function keepBetter({ values, choices }: Column, route: number, brings: Float64Array): void {
  const length = Math.min(values.length, brings.length);
  for (let left = 0; left < length; left++) {
    if (brings[left]! <= values[left]! + BETTER) continue;
    values[left] = brings[left]!;
    choices[left] = route;
  }
}
