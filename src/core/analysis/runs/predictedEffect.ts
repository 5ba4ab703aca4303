import type { Offset } from '../../field/field.ts';
import { FEWEST_RUNS } from './verdict.ts';
import { offsetPValue, type OffsetSummary } from './summary.ts';

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
 * Compares the mean of the runs that came with the one that was promised: Hotelling's test, with the
 * uncertainty of the old mean, from which the promise was worked out, taken in.
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
  // The mean from which it was promised is not known exactly either.
  const p = offsetPValue({ ...summary, mean: away }, false, 1 / (1 / count + 1 / promise.runs));
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
