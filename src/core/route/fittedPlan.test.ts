import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import { fittedPlan } from './fittedPlan.ts';
import { planFaults, type RoutePlan } from './plan.ts';
import { newMove } from '../moves/index.ts';

const plan: RoutePlan = {
  startId: FIELD.starts[0]!.id,
  moves: [
    newMove('drive', 'a'),
    newMove('checkpoint', 'c', { name: 'Hide', modelId: 'heron-hide' }),
    newMove('drive', 'b'),
  ],
};

describe('a plan on another drawing of its field', () => {
  it('stays as it is when it fits', () => {
    expect(fittedPlan(plan, FIELD)).toEqual({ plan, says: [] });
    expect(fittedPlan(plan, FIELD).plan).toBe(plan);
  });

  it('starts at the first place and loses checkpoints whose models are gone, and says so', () => {
    const field = {
      ...FIELD,
      starts: [{ ...FIELD.starts[0]!, id: 'elsewhere', name: 'Elsewhere' }],
      models: FIELD.models.filter(({ id }) => id !== 'heron-hide'),
    };
    const { plan: fitted, says } = fittedPlan(plan, field);
    expect(planFaults(fitted, field)).toEqual([]);
    expect(fitted.moves.map(({ id }) => id)).toEqual(['a', 'b']);
    expect(says).toEqual([
      'Its start place is not on the field; it starts at “Elsewhere” now.',
      'Checkpoint “Hide” was taken out: its model is not on the field.',
    ]);
  });
});
