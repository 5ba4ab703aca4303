import type { Offset } from '../../field/field.ts';
import { FEWEST_RUNS } from './verdict.ts';
import type { ChanceRange } from './chanceRange.ts';
import {
  differencePValue,
  offsetPValue,
  type OffsetSpread,
  type OffsetSummary,
} from './summary.ts';

/** What a revision promised at one checkpoint when it was made. */
export interface PredictedEffect {
  checkpointId: string;
  /** Number of runs that it was worked out from. */
  runs: number;
  /** The offset that was there and the one to expect. */
  before: Offset;
  expected: Offset;
  /** Chance to hit, 0 to 1. */
  chanceBefore: number;
  chance: number;
  /** Where these chances lay with 95 %, and how the runs spread that it was worked out from; older promises have neither. */
  ranges?: { before: ChanceRange; after: ChanceRange } | undefined;
  spread?: OffsetSpread | undefined;
}

/** Whether what was promised happened. */
export interface EffectCheck {
  kind: 'too early' | 'kept' | 'not kept';
  /** Chance of lying as far from what was promised when the promise is true. */
  p: number;
  /** Share of the promised move of the middle that came, 1 being all of it. */
  moved: number;
}

/** Below this p-value a promise counts as not kept. */
const NOT_KEPT = 0.05;

/**
 * Compares the mean of the runs that came with the one that was promised, which is known as well as the old mean
 * from which it was worked out: two means whose spreads need not be alike. A promise that does not say how its runs
 * spread is taken to have had the spread of those that came.
 */
export function checkPredictedEffect(
  promise: PredictedEffect,
  summary: OffsetSummary | null,
): EffectCheck {
  if (summary === null || summary.count < FEWEST_RUNS) return { kind: 'too early', p: 1, moved: 0 };
  const { mean, count } = summary;
  const away = {
    along: mean.along - promise.expected.along,
    left: mean.left - promise.expected.left,
    turned: 0,
  };
  const p =
    promise.spread === undefined
      ? offsetPValue({ ...summary, mean: away }, false, 1 / (1 / count + 1 / promise.runs))
      : differencePValue(away, summary, { ...promise.spread, count: promise.runs });
  const planned = {
    along: promise.expected.along - promise.before.along,
    left: promise.expected.left - promise.before.left,
  };
  const length = planned.along ** 2 + planned.left ** 2;
  const came =
    (summary.mean.along - promise.before.along) * planned.along +
    (summary.mean.left - promise.before.left) * planned.left;
  return { kind: p < NOT_KEPT ? 'not kept' : 'kept', p, moved: length === 0 ? 1 : came / length };
}
