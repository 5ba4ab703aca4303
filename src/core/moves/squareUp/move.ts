import { z } from 'zod';
import { headingError } from '../../mathematics/angle.ts';
import { END_CELLS } from '../cells.ts';
import {
  power,
  reachableSpeed,
  restAfter,
  SENSOR_TIME_LIMIT,
  straightInstruction,
} from '../compiling.ts';
import { defineMove } from '../definition.ts';
import { angle, ends, speed, startingEnds } from '../members.ts';
import { SAID_ENDS, saidValue, saidWord } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

const QUARTER_TURN = Math.PI / 2;

/**
 * Press flat against the border for a time, or bring both light sensors onto a line. Afterwards the
 * heading is known again: `heading` (rad from the start heading), or the nearest quarter turn.
 */
export const squareUpMove = defineMove({
  kind: 'square up',
  get name() {
    return say`Square up`;
  },
  key: 'Q',
  get purpose() {
    return say`stand flat: place and heading known again`;
  },
  members: {
    against: z.enum(['border', 'line']),
    backwards: z.boolean(),
    speed,
    /** How long to press, s. */
    duration: z.number().positive().max(20),
    heading: angle.nullable(),
    ...ends,
  },
  starting: {
    against: 'border',
    backwards: true,
    speed: 150,
    duration: 1.2,
    heading: null,
    ...startingEnds,
  },
  title: ({ against }) => say`Square up on the ${memberWord(against)}`,
  shortTitle: () => say`flat`,
  said: {
    heads: ['square up', 'press flat', 'align'],
    clauses: [
      saidWord(['on the border', 'on the wall'], 'against', 'border', true),
      saidWord('on the line', 'against', 'line', true),
      saidWord('forwards', 'backwards', false),
      saidWord('backwards', 'backwards', true),
      saidValue('at #', 'speed', 'speed'),
      saidValue('for #', 'time', 'duration'),
      saidValue('heading #', 'heading', 'heading'),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: {
      against: ['against', 'text'],
      backwards: ['backwards', 'yes'],
      speed: ['speed_mm_s', 'number'],
      duration: ['duration_s', 'number'],
      heading: ['heading_right_deg', 'right?'],
      ...END_CELLS,
    },
  },
  compile(move, setup, heading) {
    const speed = (move.backwards ? -1 : 1) * reachableSpeed(move.speed, setup);
    const known = heading + headingError(knownHeading(move, heading), heading);
    const headingAfter = setup.gyro.scale * known;
    if (move.against === 'border') {
      return {
        ...straightInstruction(move, speed, setup, { hold: 'none' }),
        until: { kind: 'time', duration: move.duration },
        headingAfter,
        timeLimit: move.timeLimit ?? move.duration + 1,
      };
    }
    return {
      kind: 'align',
      moveId: move.id,
      power: power(speed, setup),
      threshold: setup.light.threshold,
      headingAfter,
      stop: move.stop,
      rest: restAfter(Math.abs(speed), move.stop, setup),
      timeLimit: move.timeLimit ?? SENSOR_TIME_LIMIT,
    };
  },
  headingAfter: (move, heading) => heading + headingError(knownHeading(move, heading), heading),
  touches: true,
});

/** The heading that a robot has which stands flat: the one that is said, or the nearest quarter turn. */
function knownHeading(move: { heading: number | null }, heading: number): number {
  return move.heading ?? QUARTER_TURN * Math.round(heading / QUARTER_TURN);
}
