import { z } from 'zod';
import { degrees, radians, wrapAngle } from '../mathematics/angle.ts';
import { chance, notNegative, from } from '../schema/numbers.ts';
import { distinct, listOf, nameSchema } from '../schema/scalars.ts';
import { say } from '../language/say.ts';

/** A colour as hue (rad), saturation and value (shares of 1). */
export interface HueColour {
  hue: number;
  saturation: number;
  value: number;
}

/** Red, green and blue as shares of 1. */
export interface Rgb {
  red: number;
  green: number;
  blue: number;
}

const hueColourSchema = z.strictObject({
  hue: from(0, 2 * Math.PI),
  saturation: chance,
  value: chance,
});

/** What a robot's sensor reads over one colour that the team named. */
const colourClassSchema = z.strictObject({
  name: nameSchema,
  middle: hueColourSchema,
  /** Standard deviations. */
  spread: z.strictObject({ hue: notNegative, saturation: notNegative, value: notNegative }),
  /** Whether its hue says anything: on white, grey and black hue jumps about. */
  hued: z.boolean(),
});
export type ColourClass = z.output<typeof colourClassSchema>;

/** The colours that a robot knows, each by one name. */
export const coloursSchema = listOf(colourClassSchema, { most: 24 }).refine(
  (classes) => distinct(classes.map(({ name }) => name)),
  {
    get error() {
      return say`Two colours have the same name.`;
    },
  },
);

/** Below these the hue of a reading is not used. */
export const HUE_GATES = { saturation: 0.25, value: 0.1 } as const;
/** How many spreads about its middle belong to a colour. */
const RULE_SPREADS = 3;

/** Red, green and blue to hue, saturation and value (Smith, SIGGRAPH 1978). */
export function hueColour({ red, green, blue }: Rgb): HueColour {
  const value = Math.max(red, green, blue);
  const range = value - Math.min(red, green, blue);
  if (range === 0) return { hue: 0, saturation: 0, value };
  const sixth =
    value === red
      ? (green - blue) / range
      : value === green
        ? 2 + (blue - red) / range
        : 4 + (red - green) / range;
  const hue = (sixth * Math.PI) / 3;
  return { hue: hue < 0 ? hue + 2 * Math.PI : hue, saturation: range / value, value };
}

/** The inverse of {@link hueColour}. */
export function rgbOf({ hue, saturation, value }: HueColour): Rgb {
  const channel = (n: number) => {
    const k = (n + hue / (Math.PI / 3)) % 6;
    return value * (1 - saturation * Math.max(0, Math.min(k, 4 - k, 1)));
  };
  return { red: channel(5), green: channel(3), blue: channel(1) };
}

/** Whether a colour's hue says anything. */
export function isHued({ saturation, value }: HueColour): boolean {
  return saturation >= HUE_GATES.saturation && value >= HUE_GATES.value;
}

/** The rule by which a program knows a colour: hue within a distance of a middle, value between two. */
export interface ColourRule {
  name: string;
  hued: boolean;
  /** rad; meaningless where the colour has no hue. */
  hue: number;
  hueWithin: number;
  lowestValue: number;
  highestValue: number;
}

export function colourRule({ name, middle, spread, hued }: ColourClass): ColourRule {
  return {
    name,
    hued,
    hue: middle.hue,
    hueWithin: RULE_SPREADS * spread.hue,
    lowestValue: Math.max(hued ? HUE_GATES.value : 0, middle.value - RULE_SPREADS * spread.value),
    highestValue: middle.value + RULE_SPREADS * spread.value,
  };
}

/** How far a reading lies outside of a rule, in units of 1 or rad; zero or less inside. */
export function outsideRule(colour: HueColour, rule: ColourRule): number {
  const { hued, hue, hueWithin, lowestValue, highestValue } = rule;
  const saturation = HUE_GATES.saturation - colour.saturation;
  return Math.max(
    hued ? saturation : -saturation,
    lowestValue - colour.value,
    colour.value - highestValue,
    hued ? Math.abs(wrapAngle(colour.hue - hue)) - hueWithin : -1,
  );
}

/** The rule in words, as a team would write it into a program. */
export function colourRuleText(colour: ColourClass): string {
  const { name, hued, hue, hueWithin, lowestValue, highestValue } = colourRule(colour);
  const percent = (share: number) => Math.round(100 * Math.min(1, Math.max(0, share)));
  const degree = (angle: number) => Math.round((degrees(angle) + 360) % 360);
  const value = say`value ${percent(lowestValue)} to ${percent(highestValue)} %`;
  const gate = percent(HUE_GATES.saturation);
  if (!hued) return say`${name}: saturation under ${gate} %, ${value}`;
  const low = degree(hue - hueWithin);
  const high = degree(hue + hueWithin);
  const over = low > high ? say` (over 0°)` : '';
  return say`${name}: hue ${low}° to ${high}°${over}, saturation over ${gate} %, ${value}`;
}

/** The class of a name; undefined when the robot knows none. */
export function colourNamed(
  classes: readonly ColourClass[],
  name: string,
): ColourClass | undefined {
  const wanted = name.trim().toLowerCase();
  return classes.find((one) => one.name.trim().toLowerCase() === wanted);
}

/** What a new robot is taken to read over the usual colours, until its colour bench says so. */
export const STARTING_COLOURS: ColourClass[] = (
  [
    ['white', 0, 0.03, 0.86, false],
    ['black', 0, 0.1, 0.1, false],
    ['red', 2, 0.82, 0.62, true],
    ['yellow', 48, 0.8, 0.7, true],
    ['green', 145, 0.68, 0.44, true],
    ['blue', 225, 0.8, 0.55, true],
  ] as const
).map(([name, hue, saturation, value, hued]) => ({
  name,
  middle: { hue: radians(hue), saturation, value },
  spread: { hue: radians(5), saturation: 0.05, value: 0.05 },
  hued,
}));
