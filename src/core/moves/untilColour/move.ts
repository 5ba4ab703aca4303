import { z } from 'zod';
import { formatNumber } from '../../mathematics/quantity.ts';
import { colourNamed, colourRule } from '../../robot/colours.ts';
import { nameSchema } from '../../schema/scalars.ts';
import { END_CELLS } from '../cells.ts';
import {
  edgeSteering,
  heldHeading,
  heldSteering,
  reachableSpeed,
  straightInstruction,
} from '../compiling.ts';
import { defineMove } from '../definition.ts';
import { angle, ends, gain, speed, startingEnds } from '../members.ts';
import { heldWords } from '../words.ts';
import { SAID_ENDS, saidValue } from '../said.ts';
import { memberWord } from '../../language/memberWords.ts';
import { say } from '../../language/say.ts';

/** What it drives along. */
const along = z.discriminatedUnion('kind', [
  /** Straight on; heading in rad from the start heading, null keeps the present one. */
  z.strictObject({
    kind: z.literal('straight'),
    backwards: z.boolean(),
    hold: z.enum(['none', 'encoders', 'gyro']),
    heading: angle.nullable(),
  }),
  z.strictObject({ kind: z.literal('line'), edge: z.enum(['left', 'right']) }),
]);
type Along = z.output<typeof along>;

/** A straight that was said of a move, going on with what was said before. */
function straightOf(along: Along) {
  return along.kind === 'straight' ? along : STRAIGHT;
}
const STRAIGHT = { kind: 'straight', backwards: false, hold: 'gyro', heading: null } as const;

/** Drive, or follow the edge of a line, until the colour sensor has seen a colour that the setup knows. */
export const untilColourMove = defineMove({
  kind: 'until colour',
  get name() {
    return say`Until colour`;
  },
  key: 'H',
  get purpose() {
    return say`drive or follow a line until a colour`;
  },
  members: {
    colour: nameSchema,
    /** Looks one after the other in which it has to be seen. */
    looks: z.int().min(1).max(50),
    along,
    speed,
    gain,
    ...ends,
  },
  starting: {
    colour: 'red',
    looks: 2,
    along: STRAIGHT,
    speed: 120,
    gain: null,
    ...startingEnds,
    timeLimit: 6,
  },
  title: ({ along, colour }) =>
    along.kind === 'line'
      ? say`Follow line until ${colour}`
      : say`${along.backwards ? say`Back` : say`Drive`} until ${colour}`,
  shortTitle: ({ colour }) => say`to ${colour}`,
  guide: ({ along, looks }) =>
    `${along.kind === 'line' ? say`${memberWord(along.edge)} edge` : heldWords(along)}, ${looks === 1 ? say`one look` : say`${formatNumber(looks, 0)} looks`}`,
  said: {
    heads: ['until colour', 'drive until colour', 'until color', 'drive until color'],
    clauses: [
      saidValue('#', 'name', 'colour', true),
      saidValue(['# looks', '# look'], 'count', 'looks'),
      ...(['left', 'right'] as const).map((edge) => ({
        says: [`along the ${edge} edge`],
        value: null,
        get: ({ along }: { along: Along }) =>
          along.kind === 'line' && along.edge === edge ? true : undefined,
        set: () => ({ along: { kind: 'line', edge } }),
      })),
      {
        says: ['backwards'],
        value: null,
        get: ({ along }) => (along.kind === 'straight' && along.backwards ? true : undefined),
        set: ({ along }) => ({ along: { ...straightOf(along), backwards: true } }),
      },
      ...(['gyro', 'encoders', 'none'] as const).map((hold) => ({
        says: [hold === 'none' ? 'not held' : `by ${hold}`],
        value: null,
        get: ({ along }: { along: Along }) =>
          along.kind === 'straight' && along.hold === hold ? true : undefined,
        set: ({ along }: { along: Along }) => ({ along: { ...straightOf(along), hold } }),
      })),
      {
        says: ['heading #'],
        value: 'heading',
        get: ({ along }) => (along.kind === 'straight' ? (along.heading ?? undefined) : undefined),
        set: ({ along }, said) => ({ along: { ...straightOf(along), heading: Number(said) } }),
      },
      saidValue('at #', 'speed', 'speed'),
      saidValue('gain #', 'number', 'gain'),
      ...SAID_ENDS,
    ],
  },
  cells: {
    always: {
      colour: ['colour', 'text'],
      looks: ['looks', 'count'],
      'along.kind': ['along', 'text'],
      speed: ['speed_mm_s', 'number'],
      gain: ['gain', 'number?'],
      ...END_CELLS,
    },
    parts: {
      along: {
        straight: {
          'along.backwards': ['backwards', 'yes'],
          'along.hold': ['hold', 'text'],
          'along.heading': ['heading_right_deg', 'right?'],
        },
        line: { 'along.edge': ['edge', 'text'] },
      },
    },
  },
  compile(move, setup, heading) {
    const { along, colour, looks } = move;
    const fast = reachableSpeed(move.speed, setup);
    const known = colourNamed(setup.colours, colour);
    const steering =
      along.kind === 'line'
        ? edgeSteering(along.edge, move.gain, fast, setup)
        : heldSteering({ ...along, gain: move.gain }, setup, heading);
    const backwards = along.kind === 'straight' && along.backwards;
    return {
      ...straightInstruction(move, backwards ? -fast : fast, setup, steering),
      until: {
        kind: 'colour',
        name: colour,
        rule: known === undefined ? null : colourRule(known),
        looks,
      },
    };
  },
  headingAfter: ({ along }, before) =>
    along.kind === 'straight' ? heldHeading(along, before) : before,
  loop: ({ along }) => (along.kind === 'line' ? 'line' : along.hold === 'none' ? null : along.hold),
  readsGyro: ({ along }) => along.kind === 'straight' && along.hold === 'gyro',
});
