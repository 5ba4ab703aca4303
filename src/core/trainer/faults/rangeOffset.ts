import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const rangeOffset: Fault = {
  id: 'rangeOffset',
  from: 1,
  get cause() {
    return say`The range sensor reads too much or too little, as all of its kind do.`;
  },
  get cure() {
    return say`Hold it against a tape at several distances, and take the offset over.`;
  },
  get lesson() {
    return say`Sensors of a kind often count from a place that is not their front. Only a tape tells.`;
  },
  plant: (world, size, luck) => {
    const offset = (luck() < 0.5 ? -1 : 1) * size * 14;
    const [first, second, third] = world.rangeUnits;
    return {
      ...world,
      truth: withSetupValues(world.truth, { 'range.offset': world.truth.range.offset + offset }),
      rangeUnits: [first + offset, second + offset, third + offset],
    };
  },
  told: (signs) => signs.isOff('range', 'range.offset') && !signs.unitIsOdd,
};
