import { say } from '../../language/say.ts';
import { withSetupValues } from '../../robot/parameters.ts';
import type { Fault } from '../fault.ts';

export const sloppyStart: Fault = {
  id: 'sloppyStart',
  from: 1,
  get cause() {
    return say`The robot is put down differently every time.`;
  },
  get cure() {
    return say`Make a jig of two sides for the start, or press it against the border.`;
  },
  get lesson() {
    return say`What the start leaves open no program can mend. The camera sees it before the robot has moved at all.`;
  },
  plant: (world, size) => ({
    ...world,
    truth: withSetupValues(world.truth, {
      'placement.alongSpread': 1 + 7 * size,
      'placement.acrossSpread': 1 + 7 * size,
      'placement.headingSpread': 0.004 + 0.03 * size,
    }),
  }),
  told: (signs) => signs.looked('start') && signs.driven.spreadsMore === 'start',
};
