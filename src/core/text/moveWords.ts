import {
  isAngle,
  knownOf,
  type MoveCorrection,
  type MoveDeviation,
} from '../analysis/moves/moveDeviations.ts';
import { degrees } from '../mathematics/angle.ts';
import { formatQuantity, formatNumber } from '../mathematics/quantity.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { headingText } from '../robot/headings.ts';
import { aimableNumber, type RoutePlan } from '../route/plan.ts';
import { titlesOf } from '../route/titles.ts';
import { say } from '../language/say.ts';

/** A difference with its sign: mm, or degrees. */
export function deviationText(value: number, angle: boolean): string {
  const sign = value > 0 ? '+' : '';
  return angle
    ? `${sign}${formatNumber(degrees(value), 1)}°`
    : `${sign}${formatQuantity(value, 'length', 1)}`;
}

/** The mean of a move’s deviations with its margin, as in “1.9 ± 0.2°”. */
function offsetText({ offset, by }: MoveDeviation): string {
  if (offset === null) return '';
  const half = (offset.high - offset.low) / 2;
  return isAngle(by)
    ? say`${formatNumber(Math.abs(degrees(offset.value)), 1)} ± ${formatNumber(degrees(half), 1)}°`
    : say`${formatNumber(Math.abs(offset.value), 1)} ± ${formatQuantity(half, 'length', 1)}`;
}

/** What a move that errs does, as a sentence. */
export function deviationSentence(
  deviation: MoveDeviation,
  plan: RoutePlan,
  setup: RobotParameters,
): string {
  const { position, by, offset, always, values } = deviation;
  const { title } = titlesOf(plan.moves, setup)[position]!;
  const what = offsetText(deviation);
  const far = (offset?.value ?? 0) > 0;
  const often = always ? say`every run` : say`in the mean of ${knownOf(values).length} runs`;
  switch (by) {
    case 'turn':
    case 'heading':
      return far
        ? say`Move ${position + 1}, ${title}, goes ${what} too far, ${often}.`
        : say`Move ${position + 1}, ${title}, stops ${what} too soon, ${often}.`;
    case 'length':
    case 'place':
      return far
        ? say`Move ${position + 1}, ${title}, goes ${what} too far, ${often}.`
        : say`Move ${position + 1}, ${title}, ends ${what} short, ${often}.`;
  }
}

/** What to write into the plan instead. */
export function correctionSentence(
  { moveId, from, to }: MoveCorrection,
  plan: RoutePlan,
  setup: RobotParameters,
): string {
  const aim = aimableNumber(plan.moves.find(({ id }) => id === moveId)!);
  switch (aim?.name) {
    case 'heading':
      return say`Tell it heading ${headingText(to, setup)} instead of ${headingText(from, setup)}.`;
    case 'angle':
      return say`Tell it ${formatNumber(Math.abs(degrees(to)), 1)}° instead of ${formatNumber(Math.abs(degrees(from)), 1)}°.`;
    default:
      return say`Tell it ${formatQuantity(to, 'length', 1)} instead of ${formatQuantity(from, 'length', 1)}.`;
  }
}
