import type { Field } from '../field/field.ts';
import type { RoutePlan } from './plan.ts';
import { say } from '../language/say.ts';

/** A plan as it can be driven on a field, and what had to be changed for it, in sentences. */
export interface FittedPlan {
  plan: RoutePlan;
  says: string[];
}

/**
 * Fits a plan to another drawing of its field: a start place that is not there any more is replaced by the first, and
 * checkpoints at models that are not there are taken out. A plan that fits stays the same object.
 */
export function fittedPlan(plan: RoutePlan, field: Pick<Field, 'starts' | 'models'>): FittedPlan {
  const says: string[] = [];
  let fitted = plan;
  if (!field.starts.some(({ id }) => id === plan.startId)) {
    const [first] = field.starts;
    if (first !== undefined) {
      says.push(say`Its start place is not on the field; it starts at “${first.name}” now.`);
      fitted = { ...fitted, startId: first.id };
    }
  }
  const lost = plan.moves.filter(
    (move) => move.kind === 'checkpoint' && !field.models.some(({ id }) => id === move.modelId),
  );
  if (lost.length > 0) {
    for (const move of lost) {
      if (move.kind !== 'checkpoint') continue;
      says.push(say`Checkpoint “${move.name}” was taken out: its model is not on the field.`);
    }
    fitted = { ...fitted, moves: fitted.moves.filter((move) => !lost.includes(move)) };
  }
  return { plan: fitted, says };
}
