import { z } from 'zod';
import { FOLLOWING_CELLS } from '../cells.ts';
import { edgeSteering, lengthNumbers, reachableSpeed, straightInstruction } from '../compiling.ts';
import { defineMove } from '../definition.ts';
import { ends, gain, speed, startingEnds, wholeLength } from '../members.ts';
import { lengthText } from '../words.ts';
import { SAID_ENDS, saidValue, saidWord } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

/**
 * Follow one edge of a dark line with the first light sensor. `gain` is the turning rate per mm off
 * the edge, rad/(s·mm); null takes what the robot recommends at this speed.
 */
export const followLineMove = defineMove({
  kind: 'follow line',
  get name() {
    return say`Follow line`;
  },
  key: 'L',
  get purpose() {
    return say`along the edge of a line`;
  },
  members: {
    edge: z.enum(['left', 'right']),
    speed,
    gain,
    until: z.discriminatedUnion('kind', [
      wholeLength,
      z.strictObject({ kind: z.literal('crossing'), count: z.int().min(1).max(20) }),
    ]),
    ...ends,
  },
  starting: {
    edge: 'left',
    speed: 120,
    gain: null,
    until: { kind: 'length', length: 300 },
    ...startingEnds,
  },
  title: ({ until }) =>
    until.kind === 'length'
      ? say`Follow line for ${lengthText(until.length)}`
      : say`Follow line to crossing ${until.count}`,
  shortTitle: () => say`line`,
  guide: ({ edge }) => say`${memberWord(edge)} edge`,
  said: {
    heads: ['follow line', 'line'],
    clauses: [
      saidWord('left edge', 'edge', 'left'),
      saidWord('right edge', 'edge', 'right'),
      {
        says: ['for #', '#'],
        value: 'length',
        always: true,
        get: ({ until }) => (until.kind === 'length' ? until.length : undefined),
        set: (_, said) => ({ until: { kind: 'length', length: Number(said) } }),
      },
      {
        says: ['to crossing #', 'crossing #'],
        value: 'count',
        always: true,
        get: ({ until }) => (until.kind === 'crossing' ? until.count : undefined),
        set: (_, said) => ({ until: { kind: 'crossing', count: Number(said) } }),
      },
      saidValue('at #', 'speed', 'speed'),
      saidValue('gain #', 'number', 'gain'),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: { edge: ['edge', 'text'], ...FOLLOWING_CELLS },
    parts: {
      until: {
        length: { 'until.length': ['length_mm', 'number'] },
        crossing: { 'until.count': ['times', 'count'] },
      },
    },
  },
  loop: () => 'line',
  compile(move, setup) {
    const speed = reachableSpeed(move.speed, setup);
    const steering = edgeSteering(move.edge, move.gain, speed, setup);
    const base = straightInstruction(move, speed, setup, steering);
    if (move.until.kind === 'length') {
      return { ...base, ...lengthNumbers(move.until.length, speed, move, setup) };
    }
    const { count } = move.until;
    const { threshold } = setup.light;
    return { ...base, until: { kind: 'crossings', sensor: 'second', count, threshold } };
  },
});
