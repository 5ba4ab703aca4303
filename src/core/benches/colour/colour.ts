import { circularMean, radians, wrapAngle } from '../../mathematics/angle.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';
import {
  hueColour,
  isHued,
  type ColourClass,
  type HueColour,
  type Rgb,
} from '../../robot/colours.ts';

/** One reading over a patch that somebody named; red, green and blue as shares of 1. */
export interface ColourSample extends Rgb {
  name: string;
}

/** What is known of one named colour, and from how many readings. */
interface SampledColour extends ColourClass {
  samples: number;
}

export interface ColourResult {
  classes: SampledColour[];
  /** Standard deviation of one channel of a reading about its class, shares of 1. */
  noise: number;
  /** Counts: row the true name, column what it was taken for; the last column is "none of them". */
  confusion: number[][];
  /** Share of samples that the others would name right. */
  right: number;
  /** Pairs that are taken for one another, the worst first. */
  overlaps: { a: string; b: string; wrong: number }[];
}

/** Scaled distance beyond which a reading is none of the classes. */
const REJECT_BEYOND = 5;
/** Smallest spreads that are estimated: a few samples of one moment show too little. */
const LEAST: HueColour = { hue: radians(4), saturation: 0.04, value: 0.04 };

function classOf(name: string, colours: readonly HueColour[]): SampledColour {
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
  const colours = samples.map(hueColour);
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
  return { classes, confusion, right, overlaps, noise: channelNoise(names, samples) };
}

/** Pooled standard deviation of the channels within the classes. */
function channelNoise(names: readonly string[], samples: readonly ColourSample[]): number {
  const squares = names.flatMap((name) => {
    const own = samples.filter((sample) => sample.name === name);
    return (['red', 'green', 'blue'] as const).map((channel) => {
      const values = own.map((sample) => sample[channel]);
      return { sum: standardDeviation(values) ** 2 * (values.length - 1), free: values.length - 1 };
    });
  });
  const free = squares.reduce((sum, one) => sum + one.free, 0);
  return Math.sqrt(squares.reduce((sum, one) => sum + one.sum, 0) / free);
}
