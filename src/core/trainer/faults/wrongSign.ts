import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const wrongSign: Fault = {
  id: 'wrongSign',
  from: 1,
  get cause() {
    return say`The sign of the gyro is wrong in the setup.`;
  },
  get cure() {
    return say`Turn it right by hand, see whether the reading rises, and set the sign by that.`;
  },
  get lesson() {
    return say`With a wrong sign every correction makes it worse: the robot turns away and never stops by itself.`;
  },
  plant: (world) => ({
    ...world,
    truth: withSetupValues(world.truth, {
      'gyro.rightPositive': !world.believed.gyro.rightPositive,
    }),
  }),
  told: (signs) => signs.isOff('scale', 'gyro.rightPositive'),
};
