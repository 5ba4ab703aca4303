import { z } from 'zod';
import { formatNumber } from '../mathematics/quantity.ts';
import type { Question } from '../program/questions/index.ts';
import { colourNamed, colourRule } from '../robot/colours.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { chance } from '../schema/numbers.ts';
import { nameSchema } from '../schema/scalars.ts';
import type { Cells } from './cells.ts';
import { angle, length, sees } from './members.ts';
import { angleText, lengthText } from './words.ts';

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

/** Plausible numbers of each kind of question, in the order in which people are offered them. */
export const STARTING_ASKS: { [Kind in Ask['kind']]: Extract<Ask, { kind: Kind }> } = {
  range: { kind: 'range', sensor: 'ahead', nearerThan: 100 },
  light: { kind: 'light', sensor: 'first', sees: 'dark' },
  colour: { kind: 'colour', colour: 'red' },
  touch: { kind: 'touch' },
  arm: { kind: 'arm', angle: 1 },
  servo: { kind: 'servo', position: 0.5 },
};

/** Where a question stands in the cells of a table, under the name of its member. */
export const ASK_CELLS: Readonly<Record<Ask['kind'], Cells>> = {
  range: { 'ask.sensor': ['sensor', 'text'], 'ask.nearerThan': ['nearer_mm', 'number'] },
  light: { 'ask.sensor': ['sensor', 'text'], 'ask.sees': ['sees', 'text'] },
  colour: { 'ask.colour': ['colour', 'text'] },
  touch: {},
  arm: { 'ask.angle': ['arm_deg', 'angle'] },
  servo: { 'ask.position': ['servo_share', 'number'] },
};

/** The question as a program asks it, with the robot's own numbers. */
export function questionOf(ask: Ask, setup: RobotParameters): Question {
  switch (ask.kind) {
    case 'range': {
      const { offset } = ask.sensor === 'ahead' ? setup.range : setup.rangeSide;
      return { kind: 'range', sensor: ask.sensor, reading: ask.nearerThan + offset };
    }
    case 'light':
      return {
        kind: 'light',
        sensor: ask.sensor,
        below: ask.sees === 'dark',
        threshold: setup.light.threshold,
      };
    case 'colour': {
      const known = colourNamed(setup.colours, ask.colour);
      return {
        kind: 'colour',
        name: ask.colour,
        rule: known === undefined ? null : colourRule(known),
      };
    }
    case 'touch':
      return ask;
    case 'arm':
      return { kind: 'arm', atLeast: ask.angle };
    case 'servo':
      return { kind: 'servo', atLeast: ask.position };
  }
}

/** When the answer is yes, in a few words: “nearer than 100 mm”. */
export function askWords(ask: Ask): string {
  switch (ask.kind) {
    case 'range':
      return `nearer than ${lengthText(ask.nearerThan)}${ask.sensor === 'side' ? ' at the side' : ''}`;
    case 'light':
      return ask.sees;
    case 'colour':
      return ask.colour;
    case 'touch':
      return 'touching';
    case 'arm':
      return `arm at ${ask.angle < 0 ? '−' : ''}${angleText(ask.angle, 0)} or more`;
    case 'servo':
      return `servo at ${formatNumber(100 * ask.position, 0)} % or more`;
  }
}
