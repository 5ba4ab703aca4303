/**
 * `npm run practice:measuring`: robots are drawn from what a ruler leaves open, and measured until the true chance to
 * hit, once aimed by what is known, reaches the goal: by what is said to be worth measuring next, and by the benches in
 * the order in which they stand, then practice. Prints the minutes that each way took. The argument is the number of
 * seeds.
 */
import { inverse, Matrix } from 'ml-matrix';
import { hitChance } from '../../src/core/analysis/runs/hitChance.ts';
import { BENCH_PLANS } from '../../src/core/analysis/unknowns/benchPlans.ts';
import {
  measuredRoute,
  rankedMeasurements,
  type MeasuredRoute,
  type Measurement,
} from '../../src/core/analysis/unknowns/measureNext.ts';
import { normal } from '../../src/core/mathematics/randomness.ts';
import { knowledgeOf, RobotDraws, type Knowledge } from '../../src/core/robot/knowledge.ts';
import type { Experiment } from '../../src/core/simulation/run.ts';
import { BELIEVED, FIELD, PLANS } from './hiddenRobots.ts';

export interface MeasuringRate {
  route: string;
  /** Mean minutes until the goal was reached, and the share of robots that reached it. */
  bySuggestion: number;
  inOrder: number;
  reached: number;
}

const GOAL = 0.9;
const MOST_MINUTES = 120;
const PRACTICE_RUNS = 10;

/** What is believed of a robot: the middle of its deviations beside what is known of them. */
interface Belief {
  mean: number[];
  known: Knowledge;
}

export function measuringRates(seeds: number): MeasuringRate[] {
  const { setup, sources } = BELIEVED;
  return Object.entries(PLANS).flatMap(([title, plan]): MeasuringRate[] => {
    const experiment: Experiment = {
      plan,
      field: FIELD,
      estimated: setup,
      trueParameters: setup,
      knowledge: knowledgeOf(setup, sources),
    };
    const route = measuredRoute(experiment);
    const draws = new RobotDraws(setup, route.knowledge);
    let [asked, bySuggestion, inOrder, reached] = [0, 0, 0, 0];
    for (let seed = 1; seed <= seeds; seed++) {
      const truth = draws.deviations(seed, 0);
      const start: Belief = { mean: truth.map(() => 0), known: route.knowledge };
      if (trueChance(route, truth, start.mean) >= GOAL) continue;
      const suggested = minutesOf(route, truth, start, seed, ({ known }) => {
        const [first] = rankedMeasurements(experiment, route, known);
        return first ?? practiceOf(route);
      });
      const order = inListOrder(route);
      const listed = minutesOf(route, truth, start, seed, () => order.next().value);
      asked++;
      bySuggestion += suggested ?? MOST_MINUTES;
      inOrder += listed ?? MOST_MINUTES;
      reached += Number(suggested !== null);
    }
    // Of robots that hit often enough as they are nothing is measured.
    if (asked === 0) return [];
    return [
      {
        route: `${title} (${asked} robots)`,
        bySuggestion: bySuggestion / asked,
        inOrder: inOrder / asked,
        reached: reached / asked,
      },
    ];
  });

  type Choice = Pick<Measurement, 'what' | 'minutes'>;

  function practiceOf({ duration }: MeasuredRoute): Choice {
    return { what: 'practice', minutes: PRACTICE_RUNS * (0.6 + duration / 60) };
  }

  function* inListOrder(route: MeasuredRoute): Generator<Choice, never> {
    yield* BENCH_PLANS.map(({ kind, minutes }) => ({ what: kind, minutes }));
    for (;;) yield practiceOf(route);
  }

  /** Minutes until the true chance reaches the goal; null when it does not in two hours. */
  function minutesOf(
    route: MeasuredRoute,
    truth: readonly number[],
    start: Belief,
    seed: number,
    choose: (belief: Belief) => Choice,
  ): number | null {
    const chance = normal(seed, 0, 71);
    let belief = start;
    let minutes = 0;
    while (trueChance(route, truth, belief.mean) < GOAL) {
      const choice = choose(belief);
      minutes += choice.minutes;
      if (minutes > MOST_MINUTES) return null;
      belief = told(belief, truth, tellingsOf(route, belief, choice), chance);
    }
    return minutes;
  }

  function tellingsOf(route: MeasuredRoute, { known }: Belief, { what }: Choice) {
    if (what !== 'practice') {
      const bench = BENCH_PLANS.find(({ kind }) => kind === what)!;
      return bench.tells(BELIEVED.setup).map(({ of, spread }) => ({
        row: known.paths.map((path) => of[path] ?? 0),
        variance: spread ** 2,
      }));
    }
    return route.places.flatMap(({ perUnit, spread: { covariance } }) =>
      (['along', 'left'] as const).map((axis) => ({
        row: perUnit.map((effect) => effect[axis]),
        variance: covariance[axis] / PRACTICE_RUNS + 0.1,
      })),
    );
  }
}

/** What is believed after something was told of the true robot. */
function told(
  { mean, known }: Belief,
  truth: readonly number[],
  tellings: readonly { row: number[]; variance: number }[],
  chance: () => number,
): Belief {
  const rows = new Matrix(tellings.map(({ row }) => row));
  const noise = Matrix.diag(tellings.map(({ variance }) => variance));
  const before = new Matrix(known.covariance.map((row) => [...row]));
  const common = before.mmul(rows.transpose());
  const gain = common.mmul(inverse(Matrix.add(rows.mmul(common), noise)));
  const surprise = rows.mmul(Matrix.columnVector(truth.map((value, i) => value - mean[i]!)));
  tellings.forEach(({ variance }, i) =>
    surprise.set(i, 0, surprise.get(i, 0) + Math.sqrt(variance) * chance()),
  );
  return {
    mean: Matrix.add(Matrix.columnVector(mean), gain.mmul(surprise)).to1DArray(),
    known: {
      paths: known.paths,
      covariance: Matrix.sub(before, gain.mmul(common.transpose())).to2DArray(),
    },
  };
}

/** Chance to hit of the true robot when the plan is aimed by what is believed, the mean over the checkpoints. */
function trueChance(
  { places }: MeasuredRoute,
  truth: readonly number[],
  believed: readonly number[],
): number {
  const chances = places.map(({ zone, perUnit, spread }) => {
    const middle = { along: 0, left: 0, turned: 0 };
    perUnit.forEach((effect, i) => {
      const off = truth[i]! - believed[i]!;
      middle.along += off * effect.along;
      middle.left += off * effect.left;
      middle.turned += off * effect.turned;
    });
    return hitChance(zone, spread, middle);
  });
  return chances.reduce((sum, one) => sum + one, 0) / chances.length;
}

if (import.meta.url === `file://${process.argv[1]}`) {
  console.warn('| route | as suggested | in the order of the list | goal reached |');
  console.warn('| --- | --- | --- | --- |');
  for (const rate of measuringRates(Number(process.argv[2] ?? 200))) {
    console.warn(
      `| ${rate.route} | ${rate.bySuggestion.toFixed(1)} min | ${rate.inOrder.toFixed(1)} min | ${(100 * rate.reached).toFixed(0)} % |`,
    );
  }
}
