import { FIELD } from '../../demo/field.ts';
import { STARTING_SETUP, withSetupValues } from '../../src/core/robot/parameters.ts';
import { newMove } from '../../src/core/moves/index.ts';
import type { RoutePlan } from '../../src/core/route/plan.ts';

/** A robot whose tool point is ahead of its axle. */
export const ROBOT = withSetupValues(STARTING_SETUP, { 'body.toolX': 125 });

export const HIDE = FIELD.models.find((model) => model.id === 'heron-hide')!;

/** Two straights with a turn between: the first number moves the end sideways, the second along. */
export const TO_THE_HIDE: RoutePlan = {
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
