import type { Offset, Zone } from '../../field/field.ts';
import { wrapAngle } from '../../mathematics/angle.ts';
import { normal } from '../../mathematics/randomness.ts';
import { RobotDraws, type Knowledge } from '../../robot/knowledge.ts';
import type { Experiment } from '../../simulation/run.ts';
import type { Budget, Share } from '../budget/budget.ts';
import { budgetChance, spreadAtZone } from '../budget/chance.ts';
import type { SpreadSource } from '../budget/stepModel.ts';
import { rangeOf, type ChanceRange } from '../runs/chanceRange.ts';
import { COARSE, hitChance } from '../runs/hitChance.ts';
import type { OffsetSpread } from '../runs/summary.ts';
import { nominalOffset, offsetEffects, type UnknownEffects } from './effects.ts';
import { middleOf, SpreadLevels } from './levels.ts';

/** What a route promises at a checkpoint, with what is not known of the robot apart from what varies between runs. */
export interface TwoLevels {
  /**
   * Chance to hit: it is one number for the robot as it is, and lies here as far as the robot is known. As the route is
   * planned, and if the noise-free run ended in the middle of the zone.
   */
  chance: ChanceRange;
  onTarget: ChanceRange;
  /** Where a next run ends: what varies and what is not known together. */
  nextRun: OffsetSpread;
  /**
   * Squared distance from the middle, in the standard deviations of the next run, within which 19 of 20 runs lie: more
   * than the 5.99 of a normal distribution, because some robots that may be spread far more than others.
   */
  held: number;
  /** The numbers that are not known, by their share of the variance of a next run's place, largest first. */
  notKnown: Share<string>[];
  /** What varies from run to run, likewise. */
  varies: Share<SpreadSource>[];
}

/** Robots drawn for the range of the chance. */
const ROBOTS = 400;
const SEED = 31;

/**
 * The two levels of a forecast where a step ends, by the error budget: the middle of the runs moves with what is not
 * known of the robot, and the spread about it is known as well as the levels of its noises are.
 */
export function twoLevels(
  experiment: Experiment,
  budget: Budget,
  effects: UnknownEffects,
  known: Knowledge,
  step: number,
  zone: Zone,
): TwoLevels {
  const { body } = experiment.estimated;
  const perUnit = offsetEffects(effects, step, zone, body);
  const levels = new SpreadLevels(experiment, budget, known, step, zone);
  const draws = new RobotDraws(experiment.trueParameters, known);
  const { along, left, turned } = nominalOffset(effects, step, zone, body);
  const robots = Array.from({ length: ROBOTS }, (_, robot) => {
    const deviations = draws.deviations(SEED, robot);
    const away = middleOf(known, effects.knowledge, perUnit, deviations);
    const spread = levels.of(deviations);
    const middle = {
      along: along + away.along,
      left: left + away.left,
      turned: wrapAngle(turned + away.turned),
    };
    return {
      away,
      spread,
      chance: hitChance(zone, spread, middle, COARSE),
      onTarget: hitChance(zone, spread, away, COARSE),
    };
  });
  const astray = wrongWays(experiment, budget, step, zone, { along, left, turned });
  const nextRun = sum(levels.expected(), covarianceOf(effects.knowledge, perUnit));
  return {
    chance: rangeOf(robots.map(({ chance }) => astray(chance))),
    onTarget: rangeOf(robots.map(({ onTarget }) => astray(onTarget))),
    nextRun,
    held: heldBy(nextRun, robots),
    ...sharesOfBoth(effects.knowledge, perUnit, levels.variances),
  };
}

/** What becomes of a chance when looks send some runs another way before a step; by the budget of the setup. */
function wrongWays(
  { estimated: { body } }: Experiment,
  budget: Budget,
  step: number,
  zone: Zone,
  middle: Offset,
): (chance: number) => number {
  const looks = budget.choices.filter((choice) => choice.step < step);
  if (looks.length === 0) return (chance) => chance;
  const right = looks.reduce((share, { wrong }) => share * (1 - wrong), 1);
  const passed = budget.steps[step]!.passedOver;
  const own = passed ? 0 : hitChance(zone, spreadAtZone(budget, step, zone, body), middle);
  const others = budgetChance(budget, step, zone, body, middle) - right * own;
  return (chance) => (passed ? 0 : right * chance) + others;
}

/** Runs drawn of each robot for the size of the region. */
const RUNS_A_ROBOT = 8;
/** The share of runs that the region holds. */
const HELD = 0.95;

/** Squared distance that holds 19 of 20 runs of all robots that may be. */
function heldBy(
  { covariance: { along, left, cross } }: OffsetSpread,
  robots: readonly { away: Offset; spread: OffsetSpread }[],
): number {
  const determinant = along * left - cross * cross;
  if (determinant <= 0) return NORMAL_95;
  const draw = normal(SEED, 0, REGION);
  const distances = robots
    .flatMap(({ away, spread: { covariance: own } }) =>
      Array.from({ length: RUNS_A_ROBOT }, () => {
        const root = Math.sqrt(own.along);
        const slope = root > 0 ? own.cross / root : 0;
        const [a, b] = [draw(), draw()];
        const x = away.along + root * a;
        const y = away.left + slope * a + Math.sqrt(Math.max(0, own.left - slope * slope)) * b;
        return (left * x * x - 2 * cross * x * y + along * y * y) / determinant;
      }),
    )
    .sort((a, b) => a - b);
  return Math.max(NORMAL_95, distances[Math.floor(HELD * distances.length)]!);
}

/** Squared radius that holds 95 % of a normal distribution in the plane. */
const NORMAL_95 = 5.991;
/** The stream of draws for the region; none of a run. */
const REGION = 12;

/** Spread of the middle of the runs as far as it is not known. */
export function covarianceOf({ covariance }: Knowledge, perUnit: readonly Offset[]): OffsetSpread {
  const of = (a: keyof Offset, b: keyof Offset) =>
    perUnit.reduce(
      (whole, one, i) =>
        whole +
        one[a] * perUnit.reduce((part, other, j) => part + covariance[i]![j]! * other[b], 0),
      0,
    );
  return {
    covariance: {
      along: of('along', 'along'),
      left: of('left', 'left'),
      cross: of('along', 'left'),
    },
    turnedSpread: Math.sqrt(Math.max(0, of('turned', 'turned'))),
    turnedWithAlong: of('turned', 'along'),
    turnedWithLeft: of('turned', 'left'),
  };
}

/** The spread of independent errors together. */
export function sum(a: OffsetSpread, b: OffsetSpread): OffsetSpread {
  return {
    covariance: {
      along: a.covariance.along + b.covariance.along,
      left: a.covariance.left + b.covariance.left,
      cross: a.covariance.cross + b.covariance.cross,
    },
    turnedSpread: Math.hypot(a.turnedSpread, b.turnedSpread),
    turnedWithAlong: a.turnedWithAlong + b.turnedWithAlong,
    turnedWithLeft: a.turnedWithLeft + b.turnedWithLeft,
  };
}

/**
 * Shares of the variance of a next run's place. Numbers whose errors go together share what they have in common; one
 * that takes away more than it adds has none.
 */
function sharesOfBoth(
  { paths, covariance }: Knowledge,
  perUnit: readonly Offset[],
  sources: ReadonlyMap<SpreadSource, number>,
): Pick<TwoLevels, 'notKnown' | 'varies'> {
  const unknown = paths.map((of, i) => {
    const common = (axis: 'along' | 'left') =>
      perUnit[i]![axis] *
      perUnit.reduce((whole, other, j) => whole + covariance[i]![j]! * other[axis], 0);
    return { of, variance: Math.max(0, common('along') + common('left')) };
  });
  const varying = [...sources].map(([of, variance]) => ({ of, variance }));
  const total = [...unknown, ...varying].reduce((whole, { variance }) => whole + variance, 0);
  const ranked = <T>(list: { of: T; variance: number }[]): Share<T>[] =>
    list
      .filter(({ variance }) => variance > 0)
      .map(({ of, variance }) => ({
        of,
        share: variance / total,
        deviation: Math.sqrt(variance),
      }))
      .sort((a, b) => b.share - a.share);
  return { notKnown: ranked(unknown), varies: ranked(varying) };
}

/** The share of all variance that is not known, between 0 and 1. */
export function unknownShare({ notKnown }: Pick<TwoLevels, 'notKnown'>): number {
  return notKnown.reduce((whole, { share }) => whole + share, 0);
}
