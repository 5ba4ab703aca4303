import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const oddUnit: Fault = {
  id: 'oddUnit',
  from: 2,
  get cause() {
    return say`This one range sensor reads otherwise than the others of its kind.`;
  },
  get cure() {
    return say`Put another one on the robot, and keep the odd one for what needs no distance.`;
  },
  get lesson() {
    return say`Before you believe one sensor, hold it against two others.`;
  },
  plant: (world, size, luck) => {
    const offset = (luck() < 0.5 ? -1 : 1) * (12 + 8 * size);
    const [first, ...others] = world.rangeUnits;
    return {
      ...world,
      truth: withSetupValues(world.truth, { 'range.offset': world.truth.range.offset + offset }),
      rangeUnits: [first + offset, ...others],
    };
  },
  told: (signs) => signs.unitIsOdd,
};
