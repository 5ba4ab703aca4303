import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const slip: Fault = {
  id: 'slip',
  from: 1,
  get cause() {
    return say`The wheels slip: tyres or mat are dusty.`;
  },
  get cure() {
    return say`Wipe tyres and mat, and drive again before anything is changed.`;
  },
  get lesson() {
    return say`On dust the wheels turn further than the robot goes, each time by another bit. No number mends that, and a cloth does.`;
  },
  plant: (world, size) => ({
    ...world,
    truth: withSetupValues(world.truth, {
      'ground.slip': 0.12 + 0.9 * size,
      'ground.slipHeading': 0.0006 + 0.004 * size,
    }),
  }),
  told: (signs) => signs.looked('floor') && signs.isDusty,
};
