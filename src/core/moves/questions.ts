import { z } from 'zod';
import { formatNumber } from '../mathematics/quantity.ts';
import type { Question } from '../program/questions/index.ts';
import { colourNamed, colourRule } from '../robot/colours.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { chance } from '../schema/numbers.ts';
import { nameSchema } from '../schema/scalars.ts';
import type { Cells } from './cells.ts';
import { angle, length, sees } from './members.ts';
import { saidValue, saidWord, type Clause } from './said.ts';
import { angleText, lengthText } from './words.ts';
import { say } from '../language/say.ts';

/** What people plan to ask a sensor, yes or no. */
export const askSchema = z.discriminatedUnion('kind', [
  /** Something is nearer than this, true mm from the sensor. */
  z.strictObject({
    kind: z.literal('range'),
    sensor: z.enum(['ahead', 'side']),
    nearerThan: length,
  }),
  z.strictObject({ kind: z.literal('light'), sensor: z.enum(['first', 'second']), sees }),
  /** The colour by the name that the setup has for it. */
  z.strictObject({ kind: z.literal('colour'), colour: nameSchema }),
  z.strictObject({ kind: z.literal('touch') }),
  /** The attachment motor stands at this angle from the start or beyond it, rad. */
  z.strictObject({ kind: z.literal('arm'), angle }),
  /** The servo was sent to this share of its travel or beyond it. */
  z.strictObject({ kind: z.literal('servo'), position: chance }),
]);
export type Ask = z.output<typeof askSchema>;

/** What is known of a kind of question as people plan it. */
interface AskDefinition<A> {
  /** Plausible numbers of a new one. */
  starting: A;
  /** Where its numbers stand in the cells of a table. */
  cells: Cells;
  /** The question as a program asks it, with the robot's own numbers. */
  question: (ask: A, setup: RobotParameters) => Question;
  /** When the answer is yes, in a few words: “nearer than 100 mm”. */
  words: (ask: A) => string;
  /** How people say it. */
  said: Clause<A>[];
}

/** Every kind of question: the only list of them. */
const ASKS: { [Kind in Ask['kind']]: AskDefinition<Extract<Ask, { kind: Kind }>> } = {
  range: {
    starting: { kind: 'range', sensor: 'ahead', nearerThan: 100 },
    cells: { 'ask.sensor': ['sensor', 'text'], 'ask.nearerThan': ['nearer_mm', 'number'] },
    question({ sensor, nearerThan }, { range, rangeSide }) {
      const { offset } = sensor === 'ahead' ? range : rangeSide;
      return { kind: 'range', sensor, reading: nearerThan + offset };
    },
    words: ({ sensor, nearerThan }) =>
      say`nearer than ${lengthText(nearerThan)}${sensor === 'side' ? say` at the side` : ''}`,
    said: [
      saidValue('nearer than #', 'length', 'nearerThan', true),
      saidWord('ahead', 'sensor', 'ahead'),
      saidWord('at side', 'sensor', 'side'),
    ],
  },
  light: {
    starting: { kind: 'light', sensor: 'first', sees: 'dark' },
    cells: { 'ask.sensor': ['sensor', 'text'], 'ask.sees': ['sees', 'text'] },
    question: (ask, { light }) => ({
      kind: 'light',
      sensor: ask.sensor,
      below: ask.sees === 'dark',
      threshold: light.threshold,
    }),
    words: (ask) => ask.sees,
    said: [
      saidWord('dark', 'sees', 'dark', true),
      saidWord('light', 'sees', 'light', true),
      saidWord('first sensor', 'sensor', 'first'),
      saidWord('second sensor', 'sensor', 'second'),
    ],
  },
  colour: {
    starting: { kind: 'colour', colour: 'red' },
    cells: { 'ask.colour': ['colour', 'text'] },
    question({ colour }, { colours }) {
      const known = colourNamed(colours, colour);
      return {
        kind: 'colour',
        name: colour,
        rule: known === undefined ? null : colourRule(known),
      };
    },
    words: ({ colour }) => colour,
    said: [saidValue('colour #', 'name', 'colour', true)],
  },
  touch: {
    starting: { kind: 'touch' },
    cells: {},
    question: (ask) => ask,
    words: () => say`touching`,
    said: [{ says: ['touching'], value: null, always: true, get: () => true, set: () => ({}) }],
  },
  arm: {
    starting: { kind: 'arm', angle: 1 },
    cells: { 'ask.angle': ['arm_deg', 'angle'] },
    question: (ask) => ({ kind: 'arm', atLeast: ask.angle }),
    words: (ask) => say`arm at ${ask.angle < 0 ? '−' : ''}${angleText(ask.angle, 0)} or more`,
    said: [saidValue('arm #', 'angle', 'angle', true)],
  },
  servo: {
    starting: { kind: 'servo', position: 0.5 },
    cells: { 'ask.position': ['servo_share', 'number'] },
    question: ({ position }) => ({ kind: 'servo', atLeast: position }),
    words: ({ position }) => say`servo at ${formatNumber(100 * position, 0)} % or more`,
    said: [saidValue('servo #', 'share', 'position', true)],
  },
};

function askOf<A extends Ask>({ kind }: Pick<A, 'kind'>): AskDefinition<A> {
  return ASKS[kind] as unknown as AskDefinition<A>;
}

/** The kinds of question, in the order in which people are offered them. */
export const ASK_KINDS = Object.keys(ASKS) as Ask['kind'][];

/** A new question of a kind with plausible numbers. */
export function startingAsk(kind: Ask['kind']): Ask {
  return ASKS[kind].starting;
}

/** Where a question stands in the cells of a table, by its kind. */
export const ASK_CELLS = Object.fromEntries(
  Object.entries(ASKS).map(([kind, { cells }]) => [kind, cells]),
) as Readonly<Record<Ask['kind'], Cells>>;

/**
 * How people say what a move asks; each clause makes a question of its kind, so that a later one of the same kind goes on
 * with it.
 */
export const SAID_ASKS: readonly Clause<{ ask: Ask }>[] = ASK_KINDS.flatMap((kind) =>
  askOf({ kind }).said.map((clause): Clause<{ ask: Ask }> => ({
    ...clause,
    get: ({ ask }) => (ask.kind === kind ? clause.get(ask) : undefined),
    set: ({ ask }, said) => {
      const before = ask.kind === kind ? ask : startingAsk(kind);
      return { ask: { ...before, ...clause.set(before, said) } };
    },
  })),
);

/** The question as a program asks it, with the robot's own numbers. */
export function questionOf(ask: Ask, setup: RobotParameters): Question {
  return askOf(ask).question(ask, setup);
}

/** When the answer is yes, in a few words: “nearer than 100 mm”. */
export function askWords(ask: Ask): string {
  return askOf(ask).words(ask);
}
