import type { TwoLevels } from '../../core/analysis/unknowns/twoLevels.ts';
import { formatQuantity } from '../../core/mathematics/quantity.ts';
import type { CheckpointOutcome } from '../../core/simulation/outcomes.ts';
import { say } from '../../core/language/say.ts';

/** Spread in the budget over that of the simulation beyond which they disagree. */
const AGREEMENT = 0.2;

/** Whether budget and simulation agree at a checkpoint, and which to believe if not. */
export function estimated(
  outcome: CheckpointOutcome,
  { nextRun: { covariance } }: Pick<TwoLevels, 'nextRun'>,
): { agree: boolean; sentence: string } {
  const pairs = [
    [Math.sqrt(covariance.along), outcome.spread.along],
    [Math.sqrt(covariance.left), outcome.spread.left],
  ] as const;
  // Fractions of a millimetre decide nothing.
  const apart = pairs.find(
    ([first, second]) => Math.abs(first - second) > 1 && Math.abs(first / second - 1) > AGREEMENT,
  );
  if (apart === undefined) {
    return { agree: true, sentence: say`Error budget and simulation agree here: believe either.` };
  }
  return {
    agree: false,
    sentence: say`The error budget says ± ${formatQuantity(2 * apart[0], 'length', 0)}, the simulation ± ${formatQuantity(2 * apart[1], 'length', 0)}. Believe the simulation: large errors, drop-outs and collisions are in it, and not in the budget.`,
  };
}

/** A condition that chance gives a run, as people call it. */
export function conditionWords(
  condition: CheckpointOutcome['sensitivity'][number]['condition'],
): string {
  switch (condition) {
    case 'along':
      return say`put down too far on or back`;
    case 'left':
      return say`put down too far aside`;
    case 'turned':
      return say`put down turned`;
    case 'voltage':
      return say`the battery`;
    case 'drift':
      return say`the gyro’s drift`;
  }
}
