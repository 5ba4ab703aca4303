import { circularMean, radians, wrapAngle } from '../mathematics/angle.ts';
import { mean, standardDeviation } from '../mathematics/sample.ts';

/** A colour as hue (rad), saturation and value (shares of 1). */
export interface HueColour {
  hue: number;
  saturation: number;
  value: number;
}

/** One reading over a patch that somebody named; red, green and blue as shares of 1. */
export interface ColourSample {
  name: string;
  red: number;
  green: number;
  blue: number;
}

/** What is known of one named colour. */
export interface ColourClass {
  name: string;
  middle: HueColour;
  spread: HueColour;
  /** Whether its hue says anything: on white, grey and black hue jumps about. */
  hued: boolean;
  samples: number;
}

export interface ColourResult {
  classes: ColourClass[];
  /** Counts: row the true name, column what it was taken for; the last column is "none of them". */
  confusion: number[][];
  /** Share of samples that the others would name right. */
  right: number;
  /** Pairs that are taken for one another, the worst first. */
  overlaps: { a: string; b: string; wrong: number }[];
}

/** Below these the hue of a reading is not used. */
const GATES = { saturation: 0.25, value: 0.1 } as const;
/** Scaled distance beyond which a reading is none of the classes. */
const REJECT_BEYOND = 5;
/** Smallest spreads that are estimated: a few samples of one moment show too little. */
const LEAST: HueColour = { hue: radians(4), saturation: 0.04, value: 0.04 };

/** Red, green and blue to hue, saturation and value (Smith, SIGGRAPH 1978). */
export function hueColour(red: number, green: number, blue: number): HueColour {
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

function isHued({ saturation, value }: HueColour): boolean {
  return saturation >= GATES.saturation && value >= GATES.value;
}

function classOf(name: string, colours: readonly HueColour[]): ColourClass {
  const hues = colours.map(({ hue }) => hue);
  const hue = circularMean(hues);
  const away = hues.map((one) => wrapAngle(one - hue));
  const saturations = colours.map(({ saturation }) => saturation);
  const values = colours.map(({ value }) => value);
  return {
    name,
    middle: {
      hue: hue < 0 ? hue + 2 * Math.PI : hue,
      saturation: mean(saturations),
      value: mean(values),
    },
    spread: {
      hue: Math.max(LEAST.hue, standardDeviation(away)),
      saturation: Math.max(LEAST.saturation, standardDeviation(saturations)),
      value: Math.max(LEAST.value, standardDeviation(values)),
    },
    hued: colours.filter(isHued).length * 2 > colours.length,
    samples: colours.length,
  };
}

/** Distance of a reading from a class in spreads; infinite across the gate of the hue. */
function scaledDistance(colour: HueColour, { middle, spread, hued }: ColourClass): number {
  if (isHued(colour) !== hued) return Infinity;
  const saturation = (colour.saturation - middle.saturation) / spread.saturation;
  const value = (colour.value - middle.value) / spread.value;
  const hue = hued ? wrapAngle(colour.hue - middle.hue) / spread.hue : 0;
  return Math.hypot(hue, saturation, value);
}

/** The class of a reading, or null when it is none of them. */
function classify(colour: HueColour, classes: readonly ColourClass[]): string | null {
  let best: string | null = null;
  let least: number = REJECT_BEYOND;
  for (const one of classes) {
    const distance = scaledDistance(colour, one);
    if (distance < least) [best, least] = [one.name, distance];
  }
  return best;
}

/**
 * Named colours with what they would be taken for: each sample is judged by classes made without it
 * (leave-one-out). Section 7 of docs/mathematics.md.
 *
 * @returns null unless every class has two samples and there are two classes
 */
export function colourResult(samples: readonly ColourSample[]): ColourResult | null {
  const names = [...new Set(samples.map(({ name }) => name))];
  const colours = samples.map(({ red, green, blue }) => hueColour(red, green, blue));
  const of = (name: string, without = -1) =>
    colours.filter((_, i) => samples[i]!.name === name && i !== without);
  if (names.length < 2 || names.some((name) => of(name).length < 2)) return null;
  const classes = names.map((name) => classOf(name, of(name)));
  const confusion = names.map(() => new Array<number>(names.length + 1).fill(0));
  samples.forEach(({ name }, i) => {
    const own = names.indexOf(name);
    const others = classes.map((one, j) => (j === own ? classOf(name, of(name, i)) : one));
    const taken = classify(colours[i]!, others);
    confusion[own]![taken === null ? names.length : names.indexOf(taken)]! += 1;
  });
  const right = names.reduce((sum, _, i) => sum + confusion[i]![i]!, 0) / samples.length;
  const overlaps = names
    .flatMap((a, i) =>
      names.slice(i + 1).map((b, more) => {
        const j = i + 1 + more;
        return { a, b, wrong: confusion[i]![j]! + confusion[j]![i]! };
      }),
    )
    .filter(({ wrong }) => wrong > 0)
    .toSorted((x, y) => y.wrong - x.wrong);
  return { classes, confusion, right, overlaps };
}

/** The rule of one class in words, as a team would write it into a program. */
export function colourRule({ name, middle, spread, hued }: ColourClass): string {
  const percent = (share: number) => Math.round(100 * Math.min(1, Math.max(0, share)));
  const degree = (angle: number) => Math.round(((angle * 180) / Math.PI + 360) % 360);
  const between = (low: number, high: number) => `${percent(low)} to ${percent(high)} %`;
  const value = `value ${between(middle.value - 3 * spread.value, middle.value + 3 * spread.value)}`;
  if (!hued) {
    return `${name}: saturation under ${percent(GATES.saturation)} %, ${value}`;
  }
  const from = degree(middle.hue - 3 * spread.hue);
  const to = degree(middle.hue + 3 * spread.hue);
  const over = from > to ? ' (over 0°)' : '';
  return `${name}: hue ${from}° to ${to}°${over}, saturation over ${percent(GATES.saturation)} %, ${value}`;
}
