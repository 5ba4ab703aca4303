import { z } from 'zod';
import { recommendedEdgeGain, wallDelay } from '../../robot/edgeFollowing.ts';
import { rangeBelow } from '../../program/endings/range.ts';
import { stoppingDistance } from '../../robot/motor.ts';
import { approachDelay, deceleration } from '../../robot/stopping.ts';
import { FOLLOWING_CELLS } from '../cells.ts';
import { lengthNumbers, lightUntil, reachableSpeed, straightInstruction } from '../compiling.ts';
import { powerPerRate } from '../../program/power.ts';
import { defineMove } from '../definition.ts';
import { ends, gain, length, sees, speed, startingEnds, wholeLength } from '../members.ts';
import { lengthText } from '../words.ts';
import { SAID_ENDS, saidValue } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

const until = z.discriminatedUnion('kind', [
  wholeLength,
  z.strictObject({ kind: z.literal('range'), distance: length }),
  z.strictObject({ kind: z.literal('line'), sees }),
]);

type Until = z.output<typeof until>;

/**
 * Keep the side range sensor `distance` mm from a wall, mm/s forwards. `gain` is the turning rate
 * per mm of error, rad/(s·mm); null takes what the robot recommends at this speed.
 */
export const followWallMove = defineMove({
  kind: 'follow wall',
  get name() {
    return say`Follow wall`;
  },
  key: 'W',
  get purpose() {
    return say`at a distance from a wall`;
  },
  members: { distance: length, speed, gain, until, ...ends },
  starting: {
    distance: 100,
    speed: 180,
    gain: null,
    until: { kind: 'length', length: 400 },
    ...startingEnds,
  },
  title: (move) => say`Follow wall ${endWords(move.until)}`,
  shortTitle: () => say`wall`,
  guide: () => say`side sensor`,
  said: {
    heads: ['follow wall', 'wall'],
    clauses: [
      saidValue('# away', 'length', 'distance', true),
      {
        says: ['for #', '#'],
        value: 'length',
        always: true,
        get: ({ until }) => (until.kind === 'length' ? until.length : undefined),
        set: (_, said) => ({ until: { kind: 'length', length: Number(said) } }),
      },
      {
        says: ['until # ahead'],
        value: 'length',
        always: true,
        get: ({ until }) => (until.kind === 'range' ? until.distance : undefined),
        set: (_, said) => ({ until: { kind: 'range', distance: Number(said) } }),
      },
      ...(['dark', 'light'] as const).map((sees) => ({
        says: [`until ${sees}`],
        value: null,
        always: true,
        get: ({ until }: { until: Until }) =>
          until.kind === 'line' && until.sees === sees ? true : undefined,
        set: () => ({ until: { kind: 'line', sees } }),
      })),
      saidValue('at #', 'speed', 'speed'),
      saidValue('gain #', 'number', 'gain'),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: { distance: ['distance_mm', 'number'], ...FOLLOWING_CELLS },
    parts: {
      until: {
        length: { 'until.length': ['length_mm', 'number'] },
        range: { 'until.distance': ['length_mm', 'number'] },
        line: { 'until.sees': ['sees', 'text'] },
      },
    },
  },
  loop: () => 'wall',
  compile(move, setup) {
    const speed = reachableSpeed(move.speed, setup);
    const { x, heading, offset } = setup.rangeSide;
    const gain = move.gain ?? recommendedEdgeGain(x, speed, wallDelay(setup));
    const base = straightInstruction(move, speed, setup, {
      hold: 'wall',
      gain: gain * powerPerRate(setup),
      reading: move.distance + offset,
      // Too far from a wall on the right asks for a turn to the right.
      side: Math.sin(heading) < 0 ? -1 : 1,
    });
    switch (move.until.kind) {
      case 'length':
        return { ...base, ...lengthNumbers(move.until.length, speed, move, setup) };
      case 'range': {
        const rollsOn = stoppingDistance(
          speed,
          approachDelay(setup),
          deceleration(setup, move.stop),
        );
        return {
          ...base,
          until: rangeBelow(move.until.distance, speed, rollsOn, setup),
          stoppingDistance: rollsOn,
        };
      }
      case 'line':
        return { ...base, until: lightUntil('first', move.until.sees, setup) };
    }
  },
});

function endWords(end: z.output<typeof until>): string {
  switch (end.kind) {
    case 'length':
      return say`for ${lengthText(end.length)}`;
    case 'range':
      return say`until ${lengthText(end.distance)} ahead`;
    case 'line':
      return say`until ${memberWord(end.sees)}`;
  }
}
