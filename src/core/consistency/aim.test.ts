import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import { offsetFrom, type Offset } from '../field/field.ts';
import { checkpointsOf, shiftedPlan, type RoutePlan } from '../route/moves.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/setup.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../simulation/forecast.ts';
import { aimOptions, toolPose } from './aim.ts';
import { summarise } from './summary.ts';
import { newMove } from '../route/newMove.ts';

const { zone } = FIELD.models.find((model) => model.id === 'heron-hide')!;
const plan: RoutePlan = {
  startId: 'near-left',
  moves: [
    newMove('drive', 'm1', { distance: 490, speed: 300, hold: 'gyro', heading: 0 }),
    newMove('turn', 'm2', {
      target: { kind: 'heading', heading: Math.PI / 2 },
      style: 'spot',
      rate: 2,
      stopEarly: null,
    }),
    newMove('drive', 'm3', { distance: 527, speed: 300, hold: 'gyro', heading: Math.PI / 2 }),
    newMove('checkpoint', 'c', { name: 'Hide', modelId: 'heron-hide' }),
  ],
};
const [checkpoint] = checkpointsOf(plan);
const believed = withSetupValues(STARTING_SETUP, { 'body.toolX': 125 });

function measure(driven: RoutePlan, injected: Offset): Offset[] {
  const experiment = { plan: driven, field: FIELD, believed, truth: believed };
  const forecast = forecastRuns(experiment, 11, 500);
  return Array.from({ length: 500 }, (_, run) => {
    const pose = toolPose(believed.body, forecastPose(forecast, run, momentAfterMove(2)));
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
    const best = aimOptions(
      { plan, field: FIELD, believed, truth: believed },
      checkpoint!,
      zone,
      before,
    )[0]!;
    const changes = new Map(best.changes.map((change) => [change.moveId, change.change]));
    const after = summarise(measure(shiftedPlan(plan, changes), injected));
    expect(before.accuracy).toBeGreaterThan(25);
    expect(after.accuracy).toBeLessThan(0.05 * before.accuracy);
    expect(best.changes.length).toBeLessThanOrEqual(2);
  });

  it('offers one number before two when one does it', () => {
    const before = summarise(measure(plan, { along: -28, left: 0, turned: 0 }));
    const best = aimOptions(
      { plan, field: FIELD, believed, truth: believed },
      checkpoint!,
      zone,
      before,
    )[0]!;
    expect(best.changes.map((change) => change.moveId)).toEqual(['m3']);
  });
});
