import { describe, expect, it } from 'vitest';
import { radians } from '../mathematics/angle.ts';
import { normal } from '../mathematics/randomness.ts';
import { distanceSlips, endSlips, lightSlips, rangeSlips, turnSlips } from './slips.ts';

const turn = (asked: number, came: number) => ({ asked: radians(asked), came: radians(came) });

describe('slips of the pen', () => {
  it('are a whole turn that was lost or counted twice', () => {
    expect(turnSlips([turn(90, 98), turn(360, 4), turn(90, 455)])).toEqual([
      { reading: 1, question: 'says 4°: was a whole turn left out, and is it 364°?' },
      { reading: 2, question: 'says 455°: was a whole turn counted too many, and is it 95°?' },
    ]);
    expect(turnSlips([turn(90, 190)])).toEqual([
      { reading: 0, question: 'says 190° where 90° were asked: is that right?' },
    ]);
  });

  it('are another unit, or a distance far off', () => {
    expect(distanceSlips([{ told: 600, measured: 640 }])).toEqual([]);
    expect(distanceSlips([{ told: 600, measured: 59.2 }])[0]!.question).toMatch(
      /another unit, and is it 592\u00a0mm/,
    );
    expect(distanceSlips([{ told: 600, measured: 23.5 }])[0]!.question).toMatch(
      /is it 596.9\u00a0mm/,
    );
    expect(distanceSlips([{ told: 600, measured: 400 }])[0]!.question).toMatch(/is that right/);
  });

  it('are an end metres away, and one with a wrong sign', () => {
    const ends = [40, 44, 38, 41, -42].map((y) => ({ kind: 'left', x: 40, y }));
    expect(endSlips(ends, 1000)).toEqual([
      {
        reading: 4,
        question:
          'ends on the other side of the rest, to the left: is the sign of −42\u00a0mm right?',
      },
    ]);
    const [slip] = endSlips([{ kind: 'left', x: 4100, y: 0 }], 1000);
    expect(slip!.question).toBe('ends 4.1 m from the start: are these millimetres?');
  });

  it('are a range in centimetres, and none where a sensor reads too little everywhere', () => {
    const low = [100, 150, 200, 300].map((tape) => ({ unit: 'a', tape, reading: tape - 43 }));
    expect(rangeSlips(low)).toEqual([]);
    const mixed = low.map((one, i) => (i === 2 ? { ...one, reading: 15.7 } : one));
    const [slip, ...more] = rangeSlips(mixed);
    expect(more).toEqual([]);
    expect(slip).toMatchObject({ reading: 2 });
    expect(slip!.question).toMatch(/about 157\u00a0mm belong: was it read in another unit/);
  });

  it('are a reading of light over the other surface', () => {
    const over = (surface: 'dark' | 'light', value: number) => ({ surface, value });
    const honest = [0.11, 0.13, 0.12].map((value) => over('dark', value));
    const lights = [0.6, 0.62, 0.58].map((value) => over('light', value));
    expect(lightSlips([...honest, ...lights])).toEqual([]);
    const [slip] = lightSlips([...honest, ...lights, over('light', 0.12)]);
    expect(slip!.reading).toBe(6);
    expect(slip!.question).toMatch(/^says 12.% over light, where the others say about 60.%/);
  });

  it('are none in what an honest robot does (200 series)', () => {
    for (let seed = 0; seed < 200; seed++) {
      const draw = normal(seed, 1, 8);
      const ends = Array.from({ length: 10 }, (_, i) => ({
        kind: i < 5 ? 'left' : 'right',
        x: 12 + 9 * draw(),
        y: -6 + 9 * draw(),
      }));
      expect(endSlips(ends, 500)).toEqual([]);
      const turns = Array.from({ length: 9 }, () => turn(90, 99 + 3 * draw()));
      expect(turnSlips(turns)).toEqual([]);
      const told = Array.from({ length: 8 }, () => ({ told: 600, measured: 590 + 8 * draw() }));
      expect(distanceSlips(told)).toEqual([]);
    }
  });
});
