import type { Offset, Zone } from '../../field/field.ts';
import { RobotDraws, type Knowledge } from '../../robot/knowledge.ts';
import type { Experiment } from '../../simulation/run.ts';
import type { Budget, Share } from '../budget/budget.ts';
import { spreadAtZone } from '../budget/chance.ts';
import type { SpreadSource } from '../budget/stepModel.ts';
import { rangeOf, type ChanceRange } from '../runs/chanceRange.ts';
import { COARSE, hitChance } from '../runs/hitChance.ts';
import type { OffsetSpread } from '../runs/summary.ts';
import { offsetEffects, type UnknownEffects } from './effects.ts';
import { middleOf, SpreadLevels } from './levels.ts';

/** What a route promises at a checkpoint, with what is not known of the robot apart from what varies between runs. */
export interface TwoLevels {
  /** Chance to hit: it is one number for the robot as it is, and lies here as far as the robot is known. */
  chance: ChanceRange;
  /** Where a next run ends: what varies and what is not known together. */
  nextRun: OffsetSpread;
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
  const varying = spreadAtZone(budget, step, zone, body);
  const perUnit = offsetEffects(effects, step, zone, body);
  const levels = new SpreadLevels(experiment, budget, known, step);
  const draws = new RobotDraws(experiment.trueParameters, known);
  const chances = Array.from({ length: ROBOTS }, (_, robot) => {
    const deviations = draws.deviations(SEED, robot);
    const middle = middleOf(known, effects.knowledge, perUnit, deviations);
    return hitChance(zone, scaled(varying, levels.factor(deviations)), middle, COARSE);
  });
  const unknown = covarianceOf(effects.knowledge, perUnit);
  return {
    chance: rangeOf(chances),
    nextRun: sum(varying, unknown),
    ...sharesOfBoth(effects.knowledge, perUnit, levels.variances),
  };
}

function scaled(
  { covariance, turnedSpread, turnedWithAlong, turnedWithLeft }: OffsetSpread,
  factor: number,
): OffsetSpread {
  return {
    covariance: {
      along: factor * covariance.along,
      left: factor * covariance.left,
      cross: factor * covariance.cross,
    },
    turnedSpread: Math.sqrt(factor) * turnedSpread,
    turnedWithAlong: factor * turnedWithAlong,
    turnedWithLeft: factor * turnedWithLeft,
  };
}

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
