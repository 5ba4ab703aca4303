import { say } from '../../language/say.ts';
import type { Fault } from '../fault.ts';

export const equality: Fault = {
  id: 'equality',
  from: 3,
  get cause() {
    return say`The program waits for one exact distance and steps over it.`;
  },
  get cure() {
    return say`Ask for less than the distance, never for equal to it.`;
  },
  get lesson() {
    return say`Between two looks the robot drives on. It meets an exact number by luck only, and in all other runs it never stops.`;
  },
  plant: (world) => ({ ...world, asksForEquality: true }),
  told: (signs) => signs.looked('program') && signs.asksForEquality,
};
