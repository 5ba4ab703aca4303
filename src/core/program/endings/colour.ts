import {
  colourNamed,
  hueColour,
  outsideRule,
  rgbOf,
  type ColourClass,
  type ColourRule,
  type Rgb,
} from '../../robot/colours.ts';
import { colourCall, colourNumbers, colourWords, unknownColour } from '../colourText.ts';
import { call, sheetNumber } from '../text.ts';
import { defineEnding } from './definition.ts';
import { plural, say } from '../../language/say.ts';

/** The colour sensor has seen a colour in so many looks one after the other. */
export interface ColourSeen {
  kind: 'colour';
  name: string;
  /** null where the robot knows no colour of this name. */
  rule: ColourRule | null;
  looks: number;
}

export const colourEnding = defineEnding<ColourSeen>({
  kind: 'colour',
  remaining(robot, { rule, looks }, { program }) {
    /** s for which the colour has to be seen after it was seen first. */
    const time = (looks - 1) * program.loopPeriod;
    let since: number | null = null;
    let before: { outside: number; at: number } | null = null;
    return () => {
      if (rule === null) return 1;
      const outside = outsideRule(hueColour(robot.readColour()), rule);
      const now = robot.time;
      if (outside > 0) {
        since = null;
        before = { outside, at: now };
        return outside;
      }
      // It came into sight between the last look and this one; a program sees it with this one.
      since ??=
        before === null ? now : now - ((now - before.at) * -outside) / (before.outside - outside);
      const left = time - (now - since);
      // The last look is the n-th even where the ticks are rounded; a single one is told by the reading itself.
      return looks === 1 ? outside : left < 1e-9 ? Math.min(0, left) : left;
    };
  },
  sensesField: true,
  sees: 'lines',
  colour: ({ name }) => name,
  words: ({ name, looks }) =>
    say`as soon as the colour sensor has seen ${colourWords(name)}${plural(looks, '', ' in # looks one after the other')}`,
  numbers: ({ rule, looks }) => [
    ...colourNumbers(rule),
    ...(looks === 1 ? [] : [sheetNumber(say`Looks`, looks, '', 0)]),
  ],
  call({ name, rule, looks }, _, writer) {
    const seen = colourCall(name, rule, writer);
    return looks === 1
      ? seen
      : call(
          'seen for',
          writer.constant('LOOKS', looks, 'as it is', say`looks one after the other`),
          {
            call: seen,
          },
        );
  },
  noise: ({ name, rule }, { colour, colours }) => ({
    source: 'light',
    deviation:
      rule === null
        ? 0
        : 2 * colour.spot * colour.noise * coverPerNoise(rule, colourNamed(colours, name), colours),
    everyLook: true,
  }),
  checks: ({ name, rule }) => (rule === null ? [unknownColour(name)] : []),
});

/**
 * By how much more of its spot a sensor must see of a line, a share of 1, for each unit of noise of its channels,
 * where the rule begins to hold: the slope of the rule over an edge against its slopes by channel. The table is
 * taken to have the lightest of the robot's colours.
 */
function coverPerNoise(
  rule: ColourRule,
  own: ColourClass | undefined,
  colours: readonly ColourClass[],
): number {
  if (own === undefined) return 0;
  const table = colours.reduce((best, one) => (one.middle.value > best.middle.value ? one : best));
  const [from, to] = [rgbOf(table.middle), rgbOf(own.middle)];
  const at = (cover: number): Rgb => ({
    red: from.red + cover * (to.red - from.red),
    green: from.green + cover * (to.green - from.green),
    blue: from.blue + cover * (to.blue - from.blue),
  });
  const outside = (seen: Rgb) => outsideRule(hueColour(seen), rule);
  const begins = COVERS.find((cover) => outside(at(cover)) <= 0);
  if (begins === undefined || begins === 0) return 0;
  const slope = (outside(at(begins - STEP)) - outside(at(begins))) / STEP;
  const seen = at(begins);
  const byChannel = (['red', 'green', 'blue'] as const).map(
    (channel) => (outside({ ...seen, [channel]: seen[channel] + STEP }) - outside(seen)) / STEP,
  );
  return Math.hypot(...byChannel) / slope;
}
const STEP = 0.005;
const COVERS = Array.from({ length: 201 }, (_, i) => i * STEP);
