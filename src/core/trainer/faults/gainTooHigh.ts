import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const gainTooHigh: Fault = {
  id: 'gainTooHigh',
  from: 2,
  get cause() {
    return say`The gain of the gyro hold is too high.`;
  },
  get cure() {
    return say`Halve the gain until it drives without snaking; the tuning sheet says where to begin.`;
  },
  get lesson() {
    return say`Too much gain answers every small error with a larger one: the robot snakes, and where in the snake it stops is luck.`;
  },
  plant: (world, size) => ({
    ...world,
    believed: withSetupValues(world.believed, { 'program.headingGain': 40 + 60 * size }),
  }),
  told: (signs) => signs.looked('gains') && signs.gainIsHigh,
};
