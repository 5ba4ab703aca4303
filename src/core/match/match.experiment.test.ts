import { describe, expect, it } from 'vitest';
import { normal, uniform } from '../mathematics/randomness.ts';
import { inTurn, lognormalSeconds, type Seconds } from './durations.ts';
import { learnedHandovers, type TimedHandover } from './handovers.ts';
import type { Match, MatchRoute } from './match.ts';
import { entrySchema, matchPlanSchema, USUAL_TIMES } from './matchPlan.ts';
import { compared } from './matchSummary.ts';
import { matchPolicy } from './policy.ts';
import { inOrder, simulatedMatches } from './simulatedMatches.ts';

/** A team with three to five routes of which not all fit into its match. */
function randomTeam(seed: number): Match {
  const draw = uniform(seed, 0, 3);
  const between = (low: number, high: number) => low + (high - low) * draw();
  const count = 3 + Math.floor(3 * draw());
  const routes = Array.from({ length: count }, (_, r): MatchRoute => {
    const chance = between(0.3, 0.98);
    const mean = between(10, 40);
    const full = 5 * Math.round(between(2, 12));
    return {
      id: `r${r}`,
      duration: lognormalSeconds(mean, between(0.03, 0.2) * mean),
      outcomes: [
        { chance, points: full },
        { chance: 1 - chance, points: draw() < 0.3 ? -5 : 0 },
      ],
      after: r > 0 && draw() < 0.15 ? [`r${r - 1}`] : [],
    };
  });
  const [same, other] = [lognormalSeconds(between(4, 8), 1.5), lognormalSeconds(between(8, 16), 3)];
  const carried = routes.map(() => Math.floor(2 * draw()));
  const at = (route: MatchRoute) => carried[routes.indexOf(route)];
  return {
    seconds: Math.round(between(60, 150)),
    routes,
    handover: (from, to) => (at(from) === at(to) ? same : other),
  };
}

function permutations<T>(list: readonly T[]): T[][] {
  if (list.length === 0) return [[]];
  return list.flatMap((first, i) =>
    permutations(list.toSpliced(i, 1)).map((rest) => [first, ...rest]),
  );
}

describe('the policy in simulated matches', () => {
  it('brings what it says, within three standard errors', () => {
    for (let seed = 1; seed <= 30; seed++) {
      const match = randomTeam(seed);
      const policy = matchPolicy(match, 'mean');
      const points = simulatedMatches(match, (standing) => policy.choiceAt(standing).next, {
        matches: 20_000,
        seed,
        keepsPoints: false,
      });
      const { best, usual, low, high } = compared(points, new Float64Array(points.length));
      expect(usual).toBe(0);
      const error = (high - low) / 3.92;
      // Of thirty teams one may be this far off by chance alone.
      expect(Math.abs(best - policy.value), `team ${seed}`).toBeLessThan(3 * error + 1e-9);
    }
  });

  it('beats the best fixed order of 200 teams in the mean, and never loses more than its interval', () => {
    let gained = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const match = randomTeam(1000 + seed);
      const policy = matchPolicy(match, 'mean');
      const best = permutations(match.routes)
        .filter(keepsNeeds)
        .map((order) => ({ order, value: valueOfOrder(match, order) }))
        .reduce((a, b) => (b.value > a.value ? b : a));
      expect(policy.value, `team ${seed}`).toBeGreaterThan(best.value - 1e-9);
      const how = { matches: 5000, seed, keepsPoints: false };
      const decide = inOrder(
        match,
        best.order.map(({ id }) => id),
      );
      const { difference, low, high } = compared(
        simulatedMatches(match, (standing) => policy.choiceAt(standing).next, how),
        simulatedMatches(match, decide, how),
      );
      gained += difference;
      // Of two hundred intervals of 95 % ten miss: three standard errors.
      expect(difference + (3 * (high - low)) / 3.92, `team ${seed}`).toBeGreaterThanOrEqual(0);
    }
    expect(gained / 200).toBeGreaterThan(0.05);
  });
});

function keepsNeeds(order: readonly MatchRoute[]): boolean {
  return order.every(({ after }, place) =>
    after.every((id) => order.slice(0, place).some((one) => one.id === id)),
  );
}

/** What an order brings: every route what it does by the chance that it ends in time. */
function valueOfOrder({ handover, seconds }: Match, order: readonly MatchRoute[]): number {
  let ends: Seconds = [[0, 1]];
  let value = 0;
  order.forEach((route, place) => {
    if (place > 0) ends = inTurn(ends, handover(order[place - 1]!, route));
    ends = inTurn(ends, route.duration);
    const inTime = ends.reduce((sum, [end, chance]) => sum + (end <= seconds ? chance : 0), 0);
    const brings = route.outcomes.reduce((sum, one) => sum + one.chance * one.points, 0);
    value += inTime * brings;
  });
  return value;
}

describe('hand-over times that rehearsals told', () => {
  const plan = matchPlanSchema.parse({
    seconds: 150,
    goal: 'mean',
    entries: ['a', 'b', 'c', 'd'].map((id, i) => ({
      ...entrySchema.parse({ id, routeId: `00000000-0000-4000-8000-00000000000${i}` }),
      attachment: i < 2 ? 'arm' : 'fork',
    })),
    ...USUAL_TIMES,
  });

  it.each([1, 2, 5])('hold the true middle in 90 to 99 % after %d rehearsals', (rehearsals) => {
    let [held, all] = [0, 0];
    for (let seed = 1; seed <= 400; seed++) {
      const draw = normal(seed, rehearsals, 5);
      const spread = 0.15 + 0.25 * uniform(seed, rehearsals, 6)();
      const timed: TimedHandover[] = [];
      const pairs = [
        ['a', 'b'],
        ['b', 'c'],
        ['c', 'd'],
      ] as const;
      const middles = pairs.map(([from, to]) => {
        const usual = from === 'b' ? plan.otherAttachment : plan.sameAttachment;
        // Teams are slower and quicker than what is usual by half as much again.
        const middle = Math.log(usual.mean) + 0.4 * draw();
        for (let k = 0; k < rehearsals; k++)
          timed.push({ from, to, seconds: Math.exp(middle + spread * draw()) });
        return Math.exp(middle);
      });
      const handover = learnedHandovers(plan, timed);
      pairs.forEach(([from, to], i) => {
        const entry = (id: string) => plan.entries.find((one) => one.id === id)!;
        const { low, high } = handover(entry(from), entry(to));
        all++;
        if (low <= middles[i]! && middles[i]! <= high) held++;
      });
    }
    expect(held / all).toBeGreaterThan(0.9);
    expect(held / all).toBeLessThan(0.99);
  });
});
