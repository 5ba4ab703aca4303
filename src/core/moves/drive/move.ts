import {
  reachableSpeed,
  heldSteering,
  heldStraight,
  lengthNumbers,
  straightInstruction,
} from '../compiling.ts';
import { HELD_CELLS } from '../cells.ts';
import { defineMove, type MoveOf } from '../definition.ts';
import { millimetres } from '../../schema/numbers.ts';
import { held, startingHeld } from '../members.ts';
import { formatNumber } from '../../mathematics/quantity.ts';
import { lengthText } from '../words.ts';
import { saidBothWays, SAID_HELD } from '../said.ts';
import { say } from '../../language/say.ts';

/** Drive a distance, mm; negative is backwards. */
export const driveMove = defineMove({
  kind: 'drive',
  get name() {
    return say`Drive`;
  },
  key: 'D',
  purpose: 'a distance',
  members: { distance: millimetres, ...held },
  starting: { distance: 300, speed: 300, ...startingHeld },
  title: ({ distance }) =>
    say`Drive ${distance < 0 ? say`back ` : ''}${lengthText(Math.abs(distance))}`,
  shortTitle: ({ distance }) =>
    `${distance < 0 ? say`back` : say`on`} ${formatNumber(Math.abs(distance), 0)}`,
  ...heldStraight,
  said: {
    heads: [
      'drive',
      'go',
      'forward',
      'straight',
      'back = back',
      'backward = back',
      'reverse = back',
    ],
    clauses: [
      ...saidBothWays(
        [
          ['#', 'forward #', 'on #'],
          ['back #', 'backward #', 'backwards #'],
        ],
        'length',
        ({ distance }: { distance: number }) => distance,
        (distance) => ({ distance }),
      ),
      ...SAID_HELD,
    ],
  },
  cells: { always: { distance: ['distance_mm', 'number'], ...HELD_CELLS } },
  compile(move, setup, heading) {
    const speed = reachableSpeed(move.speed, setup);
    return {
      ...straightInstruction(
        move,
        Math.sign(move.distance) * speed,
        setup,
        heldSteering(move, setup, heading),
      ),
      ...lengthNumbers(Math.abs(move.distance), speed, move, setup),
    };
  },
  aim: (move) => ({
    name: 'distance',
    value: move.distance,
    to: (distance) => ({ ...move, distance }),
  }),
});

export type DriveMove = MoveOf<typeof driveMove>;
