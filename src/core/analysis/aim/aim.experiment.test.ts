import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../../demo/field.ts';
import { HIDE, ROBOT, TO_THE_HIDE } from '../../../../tests/experiments/toTheHide.ts';
import { offsetFrom, type Offset } from '../../field/field.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { shiftedPlan, type RoutePlan } from '../../route/plan.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { aimOptions, USUAL_LIMITS } from './aim.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { summarise } from '../runs/summary.ts';
import { newMove } from '../../moves/index.ts';

const { zone } = HIDE;
const plan = TO_THE_HIDE;
const [checkpoint] = checkpointsOf(plan);
const estimated = ROBOT;

function measure(driven: RoutePlan, injected: Offset): Offset[] {
  const experiment = { plan: driven, field: FIELD, estimated, trueParameters: estimated };
  const forecast = forecastRuns(experiment, 11, 500);
  return Array.from({ length: 500 }, (_, run) => {
    const pose = toolPose(estimated.body, forecastPose(forecast, run, momentAfterMove(2)));
    const offset = offsetFrom(zone, pose);
    return {
      along: offset.along + injected.along,
      left: offset.left + injected.left,
      turned: offset.turned,
    };
  });
}

describe('the aim', () => {
  it('removes at least 95 % of an offset injected into 500 simulated runs', () => {
    const injected = { along: -28, left: 19, turned: 0 };
    const before = summarise(measure(plan, injected));
    const best = aimOptions({ plan, field: FIELD, estimated, trueParameters: estimated }, [
      { checkpoint: checkpoint!, zone, summary: before },
    ])[0]!;
    const changes = new Map(best.changes.map((change) => [change.moveId, change.change]));
    const after = summarise(measure(shiftedPlan(plan, changes), injected));
    expect(before.accuracy).toBeGreaterThan(25);
    expect(after.accuracy).toBeLessThan(0.05 * before.accuracy);
    expect(best.changes.length).toBeLessThanOrEqual(2);
  });

  it('offers one number before two when one does it', () => {
    const before = summarise(measure(plan, { along: -28, left: 0, turned: 0 }));
    const best = aimOptions({ plan, field: FIELD, estimated, trueParameters: estimated }, [
      { checkpoint: checkpoint!, zone, summary: before },
    ])[0]!;
    expect(best.changes.map((change) => change.moveId)).toEqual(['m3']);
  });

  it('leaves a fixed move alone, and keeps within the bounds that it is given', () => {
    const before = summarise(measure(plan, { along: -28, left: 19, turned: 0 }));
    const limits = { ...USUAL_LIMITS, length: 10, fixed: ['m1'] };
    const options = aimOptions(
      { plan, field: FIELD, estimated, trueParameters: estimated },
      [{ checkpoint: checkpoint!, zone, summary: before }],
      limits,
    );
    const changes = options.flatMap((option) => option.changes);
    expect(changes.length).toBeGreaterThan(0);
    expect(changes.map(({ moveId }) => moveId)).not.toContain('m1');
    for (const { moveId, change } of changes) {
      if (moveId === 'm3') expect(Math.abs(change)).toBeLessThanOrEqual(10);
    }
    const one = aimOptions(
      { plan, field: FIELD, estimated, trueParameters: estimated },
      [{ checkpoint: checkpoint!, zone, summary: before }],
      { ...USUAL_LIMITS, numbers: 1 },
    );
    expect(one.every((option) => option.changes.length === 1)).toBe(true);
  });

  it('takes two checkpoints onto their targets at once', () => {
    const both: RoutePlan = {
      ...plan,
      moves: [
        plan.moves[0]!,
        newMove('checkpoint', 'first', { name: 'On the way', modelId: 'heron-hide' }),
        ...plan.moves.slice(1),
      ],
    };
    const [first, second] = checkpointsOf(both);
    const spread = summarise(measure(plan, { along: 0, left: 0, turned: 0 }));
    const at = (along: number, left: number) => ({ ...spread, mean: { along, left, turned: 0 } });
    const best = aimOptions({ plan: both, field: FIELD, estimated, trueParameters: estimated }, [
      // The robot arrives at the first facing along x, which is to the right of the zone's arrival.
      { checkpoint: first!, zone, summary: at(0, 24) },
      { checkpoint: second!, zone, summary: at(-20, 24) },
    ])[0]!;
    expect(best.expected).toHaveLength(2);
    for (const { along, left } of best.expected) expect(Math.hypot(along, left)).toBeLessThan(2);
    expect(best.changes.map(({ moveId }) => moveId).sort()).toEqual(['m1', 'm3']);
  });
});
