import { say } from '../../language/say.ts';
import { radians } from '../../mathematics/angle.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const touchedStart: Fault = {
  id: 'touchedStart',
  from: 1,
  get cause() {
    return say`The gyro learned a wrong zero: it was touched while it started.`;
  },
  get cure() {
    return say`Start the hub again with the robot standing still, and check the gyro at rest before every practice.`;
  },
  get lesson() {
    return say`A gyro that drifts turns everything by a little more each second. At rest it shows within a minute, and on no other bench.`;
  },
  plant: (world, size, luck) => ({
    ...world,
    truth: withSetupValues(world.truth, {
      'gyro.bias': (luck() < 0.5 ? -1 : 1) * size * radians(0.9),
    }),
  }),
  told: (signs) => signs.isOff('rest', 'gyro.bias'),
};
