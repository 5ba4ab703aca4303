import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const lateGyro: Fault = {
  id: 'lateGyro',
  from: 2,
  get cause() {
    return say`The gyro is read late.`;
  },
  get cure() {
    return say`Measure how far a turn runs on, and let the program stop as much earlier.`;
  },
  get lesson() {
    return say`A late gyro lets every turn run on by the same angle, however far it goes. A wrong scale grows with the angle.`;
  },
  plant: (world, size) => ({
    ...world,
    truth: withSetupValues(world.truth, { 'gyro.latency': world.truth.gyro.latency + size * 0.06 }),
  }),
  told: (signs) => signs.isOff('turn', 'gyro.latency') && !signs.isOff('scale', 'gyro.scale'),
};
