import { z } from 'zod';
import { HELD_CELLS } from '../cells.ts';
import {
  reachableSpeed,
  heldSteering,
  heldStraight,
  lightUntil,
  straightInstruction,
} from '../compiling.ts';
import { defineMove } from '../definition.ts';
import { held, sees, startingHeld } from '../members.ts';
import { SAID_HELD, saidWord } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

/** Drive until a light sensor sees something dark, or something light. */
export const untilLineMove = defineMove({
  kind: 'until line',
  get name() {
    return say`Until line`;
  },
  key: 'U',
  get purpose() {
    return say`drive until dark or light`;
  },
  members: { sees, sensor: z.enum(['first', 'second']), backwards: z.boolean(), ...held },
  starting: {
    sees: 'dark',
    sensor: 'first',
    backwards: false,
    speed: 150,
    ...startingHeld,
    timeLimit: 6,
  },
  title: (move) => say`${move.backwards ? say`Back` : say`Drive`} until ${memberWord(move.sees)}`,
  shortTitle: (move) => say`to ${memberWord(move.sees)}`,
  ...heldStraight,
  said: {
    heads: ['until', 'drive until', 'go until'],
    clauses: [
      saidWord(['dark', 'black', 'line'], 'sees', 'dark', true),
      saidWord(['light', 'white'], 'sees', 'light', true),
      saidWord('first sensor', 'sensor', 'first'),
      saidWord('second sensor', 'sensor', 'second'),
      saidWord('forwards', 'backwards', false),
      saidWord('backwards', 'backwards', true),
      ...SAID_HELD,
    ],
  },
  cells: {
    always: {
      sees: ['sees', 'text'],
      sensor: ['sensor', 'text'],
      backwards: ['backwards', 'yes'],
      ...HELD_CELLS,
    },
  },
  compile(move, setup, heading) {
    const speed = (move.backwards ? -1 : 1) * reachableSpeed(move.speed, setup);
    return {
      ...straightInstruction(move, speed, setup, heldSteering(move, setup, heading)),
      until: lightUntil(move.sensor, move.sees, setup),
    };
  },
});
