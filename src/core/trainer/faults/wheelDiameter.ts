import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const wheelDiameter: Fault = {
  id: 'wheelDiameter',
  from: 1,
  get cause() {
    return say`The wheel diameter in the setup is wrong.`;
  },
  get cure() {
    return say`Measure the wheels by eight straights, and take the number over.`;
  },
  get lesson() {
    return say`A wrong wheel diameter makes every straight by the motors too long or too short by the same share: twice as far, twice as wrong.`;
  },
  plant: (world, size, luck) => ({
    ...world,
    believed: withSetupValues(world.believed, {
      'drive.wheelDiameter':
        world.believed.drive.wheelDiameter * (1 + (luck() < 0.5 ? -1 : 1) * size * 0.04),
    }),
  }),
  told: (signs) => signs.isOff('wheels', 'drive.wheelDiameter'),
};
