import { describe, expect, it } from 'vitest';
import { bareField } from '../../../../tests/fixtures/field.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';
import { questionOf, startingAsk, type Ask } from '../../moves/questions.ts';
import { colourNamed, hueColour, outsideRule, colourRule, rgbOf } from '../../robot/colours.ts';
import { STARTING_SETUP } from '../../robot/parameters.ts';
import { Plant } from '../../simulation/plant.ts';
import { worldOf } from '../../simulation/world.ts';
import { startingMemory } from '../robot.ts';
import { majorityChance, questionKind } from './index.ts';

const line = (x: number, colour: string | null, reflectance = 0) => ({
  id: `line-${x}`,
  name: 'Line',
  points: [
    { x, y: 0 },
    { x, y: 1000 },
  ],
  width: 20,
  reflectance,
  colour,
});
const field = {
  ...bareField({ width: 1000, height: 1000 }),
  lines: [line(300, 'red'), line(600, null)],
};

/** The robot with its colour sensor at a place, or its first light sensor. */
function standing(x: number, random = false): Plant {
  const at = { x: x - STARTING_SETUP.colour.x, y: 500, heading: 0 };
  return new Plant(STARTING_SETUP, worldOf(field)).putDown(at, random ? { seed: 3, run: 1 } : null);
}

describe('the colour sensor', () => {
  it('reads a colour as its class says, the bare table, and between them at an edge', () => {
    const red = rgbOf(colourNamed(STARTING_SETUP.colours, 'red')!.middle);
    const white = rgbOf(colourNamed(STARTING_SETUP.colours, 'white')!.middle);
    for (const channel of ['red', 'green', 'blue'] as const) {
      expect(standing(300).readColour()[channel]).toBeCloseTo(red[channel], 12);
      expect(standing(400).readColour()[channel]).toBeCloseTo(white[channel], 12);
    }
    // Half of the spot lies over the line.
    expect(standing(290).readColour().green).toBeCloseTo((red.green + white.green) / 2, 9);
    // A line whose colour nobody named is as grey as it is dark.
    const { red: r, green, blue } = standing(600).readColour();
    expect([green, blue]).toEqual([r, r]);
    expect(r).toBeCloseTo(STARTING_SETUP.light.dark, 9);
  });

  it('scatters each channel by its noise', () => {
    const plant = standing(300, true);
    const readings = Array.from({ length: 4000 }, () => plant.readColour().red);
    const spread = standardDeviation(readings);
    expect(spread / STARTING_SETUP.colour.noise).toBeGreaterThan(0.95);
    expect(spread / STARTING_SETUP.colour.noise).toBeLessThan(1.05);
  });
});

describe('a colour’s rule', () => {
  it('holds for its own class and for none of the others that a new robot knows', () => {
    for (const one of STARTING_SETUP.colours) {
      for (const other of STARTING_SETUP.colours) {
        const outside = outsideRule(other.middle, colourRule(one));
        if (one === other) expect(outside).toBeLessThan(0);
        else expect(outside, `${other.name} as ${one.name}`).toBeGreaterThan(0);
      }
    }
  });

  it('goes over 0° with its hue', () => {
    const red = colourRule({
      name: 'red',
      middle: { hue: 0.02, saturation: 0.8, value: 0.6 },
      spread: { hue: 0.1, saturation: 0.05, value: 0.05 },
      hued: true,
    });
    expect(outsideRule({ hue: 2 * Math.PI - 0.2, saturation: 0.8, value: 0.6 }, red)).toBeLessThan(
      0,
    );
    expect(outsideRule({ hue: 0.4, saturation: 0.8, value: 0.6 }, red)).toBeGreaterThan(0);
  });

  it('comes back through red, green and blue', () => {
    for (const { middle } of STARTING_SETUP.colours) {
      const back = hueColour(rgbOf(middle));
      expect(back.saturation).toBeCloseTo(middle.saturation, 12);
      expect(back.value).toBeCloseTo(middle.value, 12);
      expect(Math.cos(back.hue)).toBeCloseTo(Math.cos(middle.hue), 12);
    }
  });
});

describe('the majority of looks', () => {
  it('has the chance of a binomial, half and half counting as no', () => {
    // scipy 1.10: 1 - binom.cdf(2, 5, 0.3), and 1 - binom.cdf(2, 4, 0.3).
    expect(majorityChance(0.3, 5)).toBeCloseTo(0.16308, 5);
    expect(majorityChance(0.3, 4)).toBeCloseTo(0.0837, 5);
    expect(majorityChance(0.3, 1)).toBeCloseTo(0.3, 12);
    expect(majorityChance(1, 99)).toBe(1);
    expect(majorityChance(0, 99)).toBe(0);
  });
});

describe('a question', () => {
  const asks: [string, Ask, number][] = [
    ['range near its limit', { kind: 'range', sensor: 'ahead', nearerThan: 231 }, 739],
    ['light at an edge', startingAsk('light'), 590],
    ['colour at an edge', startingAsk('colour'), 293.5],
    ['colour beside the line', startingAsk('colour'), 400],
  ];
  it.each(asks)('says yes as often as it is said to: %s', (_, ask, x) => {
    const question = questionOf(ask, STARTING_SETUP);
    const kind = questionKind(question);
    const memory = startingMemory(STARTING_SETUP);
    const chance = kind.chance(standing(x), question, memory, STARTING_SETUP);
    const plant = standing(x, true);
    const looks = 4000;
    const yes = mean(
      Array.from({ length: looks }, () => Number(kind.ask(plant, question, memory))),
    );
    // Five standard errors, and the few draws by which a colour's chance is known.
    expect(Math.abs(yes - chance)).toBeLessThan(5 * Math.sqrt(0.25 / looks) + 0.06);
  });
});
