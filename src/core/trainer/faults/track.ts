import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const track: Fault = {
  id: 'track',
  from: 1,
  get cause() {
    return say`The track in the setup is wrong.`;
  },
  get cure() {
    return say`Measure the track by five turns on the spot, and take the number over.`;
  },
  get lesson() {
    return say`A wrong track turns every arc and every turn by the wheels too far or too little, always by the same share. Straights and turns by the gyro do not care.`;
  },
  plant: (world, size, luck) => ({
    ...world,
    believed: withSetupValues(world.believed, {
      'drive.track': world.believed.drive.track * (1 + (luck() < 0.5 ? -1 : 1) * size * 0.06),
    }),
  }),
  told: (signs) => signs.isOff('track', 'drive.track'),
};
