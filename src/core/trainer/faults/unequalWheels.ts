import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const unequalWheels: Fault = {
  id: 'unequalWheels',
  from: 2,
  get cause() {
    return say`One wheel is larger than the other.`;
  },
  get cure() {
    return say`Drive squares both ways round and take the ratio over, or change the tyre.`;
  },
  get lesson() {
    return say`With unequal wheels a straight by the motors is an arc, always to the same side. A wrong track looks alike in one square and not in two, one each way round.`;
  },
  plant: (world, size, luck) => ({
    ...world,
    truth: withSetupValues(world.truth, {
      'drive.wheelRatio': 1 + (luck() < 0.5 ? -1 : 1) * (0.006 + 0.012 * size),
    }),
  }),
  told: (signs) =>
    signs.isOff('square', 'drive.wheelRatio') || signs.isOff('wheels', 'drive.wheelRatio'),
};
