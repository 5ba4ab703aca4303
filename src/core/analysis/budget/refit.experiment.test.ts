import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../../demo/field.ts';
import { offsetFrom } from '../../field/field.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { summarise } from '../runs/summary.ts';
import {
  setupValue,
  STARTING_SETUP,
  withSetupValues,
  type RobotParameters,
} from '../../robot/parameters.ts';
import { newMove } from '../../moves/index.ts';
import type { RoutePlan } from '../../route/plan.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { refitNoise, sourceCovariances, spreadShares } from './refit.ts';
import { budgetOf } from './budget.ts';
import { spreadAtZone } from './chance.ts';

const { zone } = FIELD.models.find(({ id }) => id === 'heron-hide')!;
const plan: RoutePlan = {
  startId: 'near-left',
  moves: [
    newMove('drive', 'm1', { distance: 490, speed: 300 }),
    newMove('turn', 'm2', { target: { kind: 'angle', angle: Math.PI / 2 }, rate: 2 }),
    newMove('drive', 'm3', { distance: 527, speed: 300 }),
    newMove('checkpoint', 'c', { name: 'Hide', modelId: 'heron-hide', pause: 0 }),
  ],
};
const experiment = (trueParameters: RobotParameters) => ({
  plan,
  field: FIELD,
  estimated: STARTING_SETUP,
  trueParameters,
});
const measured = (trueParameters: RobotParameters, runs: number) => {
  const forecast = forecastRuns(experiment(trueParameters), 9, runs);
  return summarise(
    Array.from({ length: runs }, (_, run) =>
      offsetFrom(
        zone,
        toolPose(STARTING_SETUP.body, forecastPose(forecast, run, momentAfterMove(3))),
      ),
    ),
  );
};

describe('noise levels from the log', () => {
  it('split the covariance of the budget without a rest', () => {
    const parts = sourceCovariances(experiment(STARTING_SETUP), 'c', zone);
    const whole = spreadAtZone(budgetOf(experiment(STARTING_SETUP)), 3, zone, STARTING_SETUP.body);
    for (const axis of ['along', 'left', 'cross'] as const) {
      const sum = parts.reduce((total, { covariance }) => total + covariance[axis], 0);
      expect(sum).toBeCloseTo(whole.covariance[axis], 6);
    }
  });

  it('leave a setup alone that the runs agree with', () => {
    const { sources } = refitNoise(
      experiment(STARTING_SETUP),
      'c',
      zone,
      measured(STARTING_SETUP, 400),
    );
    const total = (of: 'before' | 'after') =>
      Math.sqrt(sources.reduce((sum, source) => sum + source[of] ** 2, 0));
    expect(total('after') / total('before')).toBeGreaterThan(0.9);
    expect(total('after') / total('before')).toBeLessThan(1.1);
  });

  it('shift the shares of the spread towards the source that grew', () => {
    const shareOf = (runs: Parameters<typeof spreadShares>[3]) => {
      const shares = spreadShares(experiment(STARTING_SETUP), 'c', zone, runs);
      expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      return shares.find(({ of }) => of === 'start')!.share;
    };
    const careless = withSetupValues(STARTING_SETUP, {
      'placement.headingSpread': 3 * STARTING_SETUP.placement.headingSpread,
    });
    expect(shareOf(measured(careless, 400))).toBeGreaterThan(shareOf(null));
  });

  it('find that the robot is put down worse than the setup says', () => {
    const careless = withSetupValues(STARTING_SETUP, {
      'placement.alongSpread': 3 * (setupValue(STARTING_SETUP, 'placement.alongSpread') as number),
      'placement.acrossSpread':
        3 * (setupValue(STARTING_SETUP, 'placement.acrossSpread') as number),
      'placement.headingSpread':
        3 * (setupValue(STARTING_SETUP, 'placement.headingSpread') as number),
    });
    const refit = refitNoise(experiment(STARTING_SETUP), 'c', zone, measured(careless, 400));
    const start = refit.sources.find(({ source }) => source === 'start')!;
    expect(start.factor).toBeGreaterThan(1.6);
    expect(refit.setup.placement.headingSpread).toBeCloseTo(
      start.factor * STARTING_SETUP.placement.headingSpread,
      12,
    );
    // The refitted setup forecasts about the spread that was measured.
    const forecast = measured(refit.setup, 400).covariance;
    const trueParameters = measured(careless, 400).covariance;
    expect(Math.sqrt(forecast.along + forecast.left)).toBeGreaterThan(
      0.8 * Math.sqrt(trueParameters.along + trueParameters.left),
    );
  });
});
