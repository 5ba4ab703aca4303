import { describe, expect, it } from 'vitest';
import { uniform, type Draw } from '../core/mathematics/randomness.ts';
import { planMatch, type MatchAnswer } from './match.ts';

type Times = [seconds: number, chance: number][];
interface Plan {
  match_s: number;
  goal: 'mean' | 'worst tenth' | { at_least: number };
  routes: {
    id: string;
    duration_s: Times;
    outcomes: { chance: number; points: number }[];
    after: string[];
  }[];
  handover_s: Times;
  handovers: Record<string, Times>;
}

const answer = (plan: unknown): MatchAnswer => planMatch(JSON.stringify(plan));

/** A small plan, of two or three routes with a few times and outcomes each. */
function randomPlan(draw: Draw): Plan {
  const whole = (least: number, most: number) => least + Math.floor((most - least + 1) * draw());
  const times = (least: number, most: number): Times => {
    const share = draw();
    const first = whole(least, most);
    return draw() < 0.4
      ? [[first, 1]]
      : [
          [first + whole(1, 6), 1 - share],
          [first, share],
        ];
  };
  const ids = ['a', 'b', 'c'].slice(0, whole(2, 3));
  return {
    match_s: whole(20, 60),
    goal: 'mean',
    routes: ids.map((id, i) => {
      const chance = draw();
      return {
        id,
        duration_s: times(4, 20),
        outcomes: [
          { chance, points: 5 * whole(0, 8) },
          { chance: 1 - chance, points: 5 * whole(-1, 3) },
        ],
        after: i > 0 && draw() < 0.25 ? [ids[i - 1]!] : [],
      };
    }),
    handover_s: times(1, 8),
    handovers: draw() < 0.5 ? { 'a>b': times(1, 15) } : {},
  };
}

/** Every choice at every moment of every course of a match, with nothing remembered. */
function bruteForce(plan: Plan, worth: (points: number) => number): number {
  const best = (done: readonly string[], left: number, points: number): number => {
    const free = plan.routes.filter(
      ({ id, after }) => !done.includes(id) && after.every((one) => done.includes(one)),
    );
    const last = done.at(-1);
    return Math.max(
      worth(points),
      ...free.map(({ id, duration_s, outcomes }) => {
        const over: Times =
          last === undefined ? [[0, 1]] : (plan.handovers[`${last}>${id}`] ?? plan.handover_s);
        let value = 0;
        for (const [between, p] of over)
          for (const [lasts, q] of duration_s)
            for (const outcome of outcomes) {
              const then = left - between - lasts;
              const chance = p * q * outcome.chance;
              value +=
                chance *
                (then < 0 ? worth(points) : best([...done, id], then, points + outcome.points));
            }
        return value;
      }),
    );
  };
  return best([], plan.match_s, 0);
}

const meanOf = (points: MatchAnswer['points']) =>
  points.reduce((sum, [one, chance]) => sum + one * chance, 0);

/** The mean of the worst tenth of a distribution. */
function worstTenth(points: MatchAnswer['points']): number {
  let [left, sum] = [0.1, 0];
  for (const [one, chance] of points) {
    const share = Math.min(left, chance);
    sum += share * one;
    left -= share;
  }
  return sum / 0.1;
}

describe('the plan of a match', () => {
  it('is as good as trying everything, on 500 small plans', () => {
    const draw = uniform(18, 0, 1);
    for (let i = 0; i < 500; i++) {
      const plan = randomPlan(draw);
      const found = answer(plan);
      expect(Math.abs(found.value - bruteForce(plan, (points) => points))).toBeLessThan(1e-9);
      expect(Math.abs(meanOf(found.points) - found.value)).toBeLessThan(1e-9);
      expect(found.points.reduce((sum, [, chance]) => sum + chance, 0)).toBeCloseTo(1, 9);
    }
  });

  it('reaches a number of points as surely as can be, on 200 small plans', () => {
    const draw = uniform(18, 0, 2);
    for (let i = 0; i < 200; i++) {
      const wanted = 5 * Math.floor(12 * draw());
      const plan: Plan = { ...randomPlan(draw), goal: { at_least: wanted } };
      const found = answer(plan);
      const tried = bruteForce(plan, (points) => Number(points >= wanted));
      expect(Math.abs(found.value - tried)).toBeLessThan(1e-9);
      const reached = found.points
        .filter(([points]) => points >= wanted)
        .reduce((sum, [, chance]) => sum + chance, 0);
      expect(Math.abs(reached - found.value)).toBeLessThan(1e-9);
    }
  });

  it('has a worst tenth that is what its points say, and no worse than that of the best mean', () => {
    const draw = uniform(18, 0, 3);
    for (let i = 0; i < 100; i++) {
      const plan = randomPlan(draw);
      const found = answer({ ...plan, goal: 'worst tenth' });
      expect(Math.abs(found.value - worstTenth(found.points))).toBeLessThan(1e-9);
      expect(found.value).toBeGreaterThan(worstTenth(answer(plan).points) - 1e-9);
      // Of all thresholds the best is that of the best policy.
      const tried = Math.max(
        ...Array.from({ length: 60 }, (_, step) => 5 * step - 15).map(
          (threshold) =>
            threshold + bruteForce(plan, (points) => -Math.max(0, threshold - points) / 0.1),
        ),
      );
      expect(Math.abs(found.value - tried)).toBeLessThan(1e-9);
    }
  });

  it('leaves out what cannot end by the horn, and says each state that may come about', () => {
    const route = (id: string, seconds: number, points: number, after: string[] = []) => ({
      id,
      duration_s: [[seconds, 1]],
      outcomes: [{ chance: 0.8, points }],
      after,
    });
    const found = answer({
      match_s: 60,
      goal: 'mean',
      routes: [route('a', 20, 30), route('b', 25, 40, ['a']), route('c', 30, 20)],
      handover_s: { mean: 10, sd: 0 },
      handovers: { 'a>b': [[9, 1]] },
    });
    expect(found.value).toBeCloseTo(0.8 * 70, 9);
    expect(found.order).toEqual(['a', 'b']);
    expect(found.policy).toEqual([
      { done: [], last: null, seconds: 60, next: 'a', value: expect.closeTo(56, 9) as number },
      { done: ['a'], last: 'a', seconds: 40, next: 'b', value: expect.closeTo(32, 9) as number },
      { done: ['a', 'b'], last: 'b', seconds: 6, next: null, value: 0 },
    ]);
    expect(found.points.map(([points]) => points)).toEqual([0, 30, 40, 70]);
  });

  it('takes times by mean and standard deviation', () => {
    const found = answer({
      match_s: 24,
      goal: 'mean',
      routes: [{ id: 'a', duration_s: { mean: 20, sd: 2 }, outcomes: [{ chance: 1, points: 10 }] }],
      handover_s: { mean: 10, sd: 1 },
    });
    // scipy.stats.lognorm(s=0.09975134511, scale=19.9007438).cdf(24.5)
    expect(found.value).toBeCloseTo(10 * 0.98147, 2);
  });

  it.each([
    ['{', /^this is no JSON\.$/],
    [{ match_s: 0 }, /match_s/],
    [{ after: ['z'] }, /no route is called “z”/],
    [{ handovers: { 'a>z': [[1, 1]] } }, /no route is called “a>z”/],
    [{ duration_s: [[5, 0.5]] }, /add up to 1/],
    [{ duration_s: [[5.5, 1]] }, /duration_s/],
    [
      {
        outcomes: [
          { chance: 0.7, points: 1 },
          { chance: 0.7, points: 2 },
        ],
      },
      /more than 1/,
    ],
  ])('says in one line what is wrong with %j', (wrong, sentence) => {
    const route = { id: 'a', duration_s: [[5, 1]], outcomes: [{ chance: 1, points: 1 }] };
    const plan = { match_s: 30, goal: 'mean', routes: [route], handover_s: [[1, 1]] };
    const text =
      typeof wrong === 'string'
        ? wrong
        : JSON.stringify(
            'match_s' in wrong || 'handovers' in wrong
              ? { ...plan, ...wrong }
              : { ...plan, routes: [{ ...route, ...wrong }] },
          );
    expect(() => planMatch(text)).toThrow(sentence);
  });
});
