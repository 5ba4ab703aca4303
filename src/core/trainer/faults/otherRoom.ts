import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const otherRoom: Fault = {
  id: 'otherRoom',
  from: 1,
  get cause() {
    return say`The threshold of the light sensor is from another room.`;
  },
  get cure() {
    return say`Measure dark and light here, and take the threshold over: at every venue again.`;
  },
  get lesson() {
    return say`Light is different in every room. A threshold from home sees a line where none is, or none where one is.`;
  },
  plant: (world, size) => ({
    ...world,
    truth: withSetupValues(world.truth, {
      'light.dark': 0.36 + 0.08 * size,
      'light.light': 0.86 + 0.08 * size,
    }),
  }),
  told: (signs) => signs.isOff('light', 'light.threshold'),
};
