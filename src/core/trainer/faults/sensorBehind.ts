import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const sensorBehind: Fault = {
  id: 'sensorBehind',
  from: 3,
  get cause() {
    return say`The light sensor is not where the setup says: it looks at the ground behind the axle.`;
  },
  get cure() {
    return say`Measure with a ruler where it sits, ahead of the axle or behind, and set it in the setup.`;
  },
  get lesson() {
    return say`A robot stops where its sensor is, and not where its axle is. When all benches are right, look at the robot itself.`;
  },
  plant: (world, size) => ({
    ...world,
    truth: withSetupValues(world.truth, { 'light.firstX': -20 - 40 * size }),
  }),
  told: (signs) => signs.looked('robot') && signs.sitsElsewhere,
};
