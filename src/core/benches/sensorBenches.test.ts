import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/benches.json' with { type: 'json' };
import { radians } from '../mathematics/angle.ts';
import { STARTING_SETUP, withSetupValues } from '../robot/parameters.ts';
import { approachDelay } from '../robot/stopping.ts';
import { normal, uniform } from '../mathematics/randomness.ts';
import { nominalRun } from '../simulation/run.ts';
import { colourRuleText, hueColour } from '../robot/colours.ts';
import { colourResult, type ColourSample } from './colour/colour.ts';
import { delaysResult } from './delays/delays.ts';
import {
  falseTriggersPerSecond,
  lightChange,
  lightResult,
  topSpeedOverLine,
  type LightSample,
} from './light/light.ts';
import {
  chanceOfEquality,
  obliqueDistance,
  rangeResult,
  readingAt,
  stoppingDistance,
  type RangeReading,
} from './range/range.ts';
import { newMove } from '../moves/index.ts';

const reading = (unit: string, tape: number, value: number): RangeReading => ({
  unit,
  tape,
  reading: value,
  incidence: 0,
});
const TAPES = [100, 200, 300, 400, 600, 800];

describe('the range bench', () => {
  it('agrees with a regression by SciPy', () => {
    const { tape, reading: values, slope, slopeHalf, intercept, interceptHalf } = reference.range;
    const result = rangeResult(
      tape.map((distance, i) => reading('ahead', distance, values[i]!)),
      15,
      false,
    )!;
    const [unit] = result.units;
    expect(unit!.slope.value).toBeCloseTo(slope, 9);
    expect(unit!.slope.high - unit!.slope.value).toBeCloseTo(slopeHalf, 9);
    expect(unit!.intercept.value).toBeCloseTo(intercept, 7);
    expect(unit!.intercept.high - unit!.intercept.value).toBeCloseTo(interceptHalf, 7);
    expect(unit!.odd).toBe(false);
  });

  it('flags the odd one of three, even when the other two differ a little', () => {
    const units = (offsets: number[]) =>
      rangeResult(
        offsets.flatMap((offset, i) => TAPES.map((tape) => reading(`u${i}`, tape, tape + offset))),
        15,
        false,
      )!.units.map(({ odd }) => odd);
    expect(units([3, -2, -17])).toEqual([false, false, true]);
    expect(units([0, 1, 2])).toEqual([false, false, false]);
    // Of two nobody can say which is the odd one.
    expect(units([0, 40])).toEqual([false, false]);
    // Two that happen to agree do not make a third one odd: units of one kind differ by so much.
    expect(units([0, 0, 6])).toEqual([false, false, false]);
  });

  it.each([3, 4])(
    'seldom calls one of %i units odd that is none, and finds one that is',
    (count) => {
      for (const spread of [1, 2, 3]) {
        let [alarms, found] = [0, 0];
        for (let seed = 0; seed < 400; seed++) {
          const draw = normal(seed, count, 5);
          const oddOf = (more: number) =>
            rangeResult(
              Array.from({ length: count }, (_, i) => {
                const offset = spread * draw() + (i === 0 ? more : 0);
                return TAPES.map((tape) => reading(`u${i}`, tape, tape + offset + 0.6 * draw()));
              }).flat(),
              15,
              false,
            )!.units.map(({ odd }) => odd);
          if (oddOf(0).includes(true)) alarms++;
          if (oddOf(20)[0]) found++;
        }
        expect(alarms / 400).toBeLessThan(0.07);
        expect(found / 400).toBeGreaterThan(0.75);
      }
    },
  );

  it('ends the useful range where near and far readings leave the line', () => {
    const bent = [40, 60, ...TAPES, 1000, 1200].map((tape) =>
      reading('a', tape, tape < 80 ? 80 : tape > 900 ? tape + 60 : tape + 3),
    );
    expect(rangeResult(bent, 15, false)!.units[0]!.useful).toEqual({ from: 100, to: 800 });
  });

  it('leaves oblique readings out of the line', () => {
    const oblique = { ...reading('a', 300, 330), incidence: radians(20) };
    const result = rangeResult([...TAPES.map((t) => reading('a', t, t)), oblique], 15, false)!;
    expect(result.units[0]!.offset.value).toBeCloseTo(0, 9);
    expect(result.units[0]!.readings).toBe(TAPES.length);
  });

  it('gives the set point of an analog sensor in volts', () => {
    const volts = TAPES.map((tape) => reading('a', tape, 2.9 - 0.0025 * tape));
    const [unit] = rangeResult(volts, 15, true)!.units;
    expect(readingAt(unit!, 250).value).toBeCloseTo(2.275, 9);
    expect(unit!.noise).toBeLessThan(1e-6);
  });

  it('sees along its axis d/cos ψ, but within its cone the nearest point', () => {
    expect(obliqueDistance(300, radians(30), 0)).toBeCloseTo(300 / Math.cos(radians(30)), 9);
    expect(obliqueDistance(300, radians(8), radians(10))).toBe(300);
    expect(obliqueDistance(300, radians(-30), radians(10))).toBeCloseTo(
      300 / Math.cos(radians(20)),
      9,
    );
  });

  it('stops the simulated robot where it promises to', () => {
    const truth = withSetupValues(STARTING_SETUP, {
      'range.offset': -18,
      'range.coneHalfAngle': 0,
    });
    const [unit] = rangeResult(
      TAPES.map((tape) => reading('a', tape, tape - 18)),
      15,
      false,
    )!.units;
    const wanted = 120;
    const speed = 180;
    const { trigger } = stoppingDistance(
      unit!,
      wanted,
      { speed, delay: approachDelay(truth), braking: truth.motor.braking },
      10,
      truth.program.loopPeriod,
    );
    // A program that knows of no offset and is told to stop at the trigger less its own run-on.
    const estimated = withSetupValues(truth, { 'range.offset': 0 });
    const runOn = speed * approachDelay(truth) + speed ** 2 / (2 * truth.motor.braking);
    const run = nominalRun({
      estimated,
      trueParameters: truth,
      plan: {
        startId: 's',
        moves: [
          newMove('approach', 'a', {
            distance: trigger - runOn,
            speed,
            hold: 'none',
            heading: null,
            timeLimit: 20,
          }),
        ],
      },
      field: {
        width: 2000,
        height: 1000,
        border: true,
        ground: 'white',
        models: [],
        walls: [],
        lines: [],
        picture: null,
        matchSeconds: null,
        starts: [{ id: 's', name: 'S', pose: { x: 900, y: 500, heading: 0 } }],
      },
    });
    const face = 2000 - (run.end.x + truth.range.x);
    expect(Math.abs(face - wanted)).toBeLessThan(1.5);
  });

  it('meets an exact value rarely', () => {
    expect(chanceOfEquality(1, 180, 0.012)).toBeCloseTo(0.463, 3);
    expect(chanceOfEquality(1, 10, 0.012)).toBe(1);
    expect(rangeResult([reading('a', 100, 100), reading('a', 100, 101)], 15, false)).toBeNull();
  });
});

const samples = (dark: readonly number[], light: readonly number[]): LightSample[] => [
  ...dark.map((value) => ({ surface: 'dark' as const, value })),
  ...light.map((value) => ({ surface: 'light' as const, value })),
];

describe('the light bench', () => {
  it('puts the threshold where both errors are alike, as a root search in SciPy does', () => {
    const { dark, light, threshold } = reference.light;
    expect(lightResult(samples(dark, light))!.threshold.value).toBeCloseTo(threshold, 9);
  });

  it('takes the middle while the spreads cannot be told apart, and holds it in its interval', () => {
    let held = 0;
    for (let seed = 1; seed <= 300; seed++) {
      const draw = normal(seed, 1, 1);
      const around = (level: number) => Array.from({ length: 12 }, () => level + 0.012 * draw());
      const { threshold } = lightResult(samples(around(0.11), around(0.61)))!;
      if (threshold.low <= 0.36 && threshold.high >= 0.36) held++;
    }
    expect(held / 300).toBeGreaterThan(0.9);
    expect(held / 300).toBeLessThanOrEqual(0.99);
  });

  it.each([
    [0.02, 0.02],
    [0.01, 0.03],
    [0.015, 0.02],
  ])('knows its threshold as well as it says with spreads of %d and %d', (dark, light) => {
    const truth = (0.2 * light + 0.7 * dark) / (dark + light);
    for (const count of [6, 12]) {
      let held = 0;
      for (let seed = 0; seed < 500; seed++) {
        const draw = normal(seed, count, 6);
        const some = (middle: number, spread: number) =>
          Array.from({ length: count }, () => middle + spread * draw());
        const { threshold } = lightResult(samples(some(0.2, dark), some(0.7, light)))!;
        if (threshold.low <= truth && truth <= threshold.high) held++;
      }
      expect(held / 500).toBeGreaterThan(0.92);
      expect(held / 500).toBeLessThan(0.985);
    }
  });

  it('counts false looks by the normal curve', () => {
    const result = lightResult(samples([0.1, 0.2, 0.3], [0.5, 0.6, 0.7]))!;
    // Spread 0.1, threshold 0.4: two spreads away on either side.
    expect(result.threshold.value).toBeCloseTo(0.4, 12);
    expect(result.margin).toBeCloseTo(4, 12);
    expect(result.falseLook).toBeCloseTo(0.02275, 5);
    expect(falseTriggersPerSecond(result, 0.01)).toBeCloseTo(2.275, 3);
    expect(topSpeedOverLine(22, 0.012)).toBeCloseTo(611.1, 1);
    expect(lightResult(samples([0.1], [0.5, 0.6]))).toBeNull();
    expect(lightResult(samples([0.6, 0.61], [0.1, 0.11]))!.falseLook).toBe(1);
  });

  it('says what a venue changes, and what the old threshold would cost', () => {
    const home = lightResult(samples([0.1, 0.11, 0.12], [0.5, 0.51, 0.52]))!;
    const same = lightResult(samples([0.101, 0.111, 0.121], [0.5, 0.51, 0.52]))!;
    const bright = lightResult(samples([0.29, 0.3, 0.31], [0.8, 0.81, 0.82]))!;
    expect(lightChange(home, same).dark.real).toBe(false);
    const change = lightChange(home, bright);
    expect(change.dark).toMatchObject({ real: true });
    expect(change.dark.change).toBeCloseTo(0.19, 9);
    expect(change.falseWithOld).toBeGreaterThan(0.1);
  });
});

describe('the colour bench', () => {
  it('turns red, green and blue into hue, saturation and value as Python does', () => {
    for (const { rgb, hsv } of reference.colours) {
      const { hue, saturation, value } = hueColour({ red: rgb[0]!, green: rgb[1]!, blue: rgb[2]! });
      expect(hue / (2 * Math.PI)).toBeCloseTo(hsv[0]!, 12);
      expect(saturation).toBeCloseTo(hsv[1]!, 12);
      expect(value).toBeCloseTo(hsv[2]!, 12);
    }
  });

  const patch = (
    name: string,
    rgb: readonly number[],
    seed: number,
    noise = 0.01,
  ): ColourSample[] => {
    const draw = normal(seed, 1, 1);
    return Array.from({ length: 12 }, () => {
      const [red, green, blue] = rgb.map((c) => Math.min(1, Math.max(0, c + noise * draw()))) as [
        number,
        number,
        number,
      ];
      return { name, red, green, blue };
    });
  };

  it('tells clear colours apart, red over 0° and white by its greyness too', () => {
    const result = colourResult([
      ...patch('red', [0.7, 0.1, 0.11], 1),
      ...patch('blue', [0.1, 0.2, 0.7], 2),
      ...patch('white', [0.85, 0.86, 0.85], 3),
      ...patch('black', [0.05, 0.05, 0.06], 4),
    ])!;
    expect(result.overlaps).toEqual([]);
    expect(result.right).toBeGreaterThan(0.95);
    const [red, , white] = result.classes;
    expect(white!.hued).toBe(false);
    expect(colourRuleText(red!)).toMatch(
      /^red: hue 3\d\d° to \d+° \(over 0°\), saturation over 25 %/,
    );
    expect(colourRuleText(white!)).toMatch(/^white: saturation under 25 %, value/);
    expect(result.confusion.map((row) => row.length)).toEqual([5, 5, 5, 5]);
  });

  it('names the pair that overlaps', () => {
    const result = colourResult([
      ...patch('green', [0.13, 0.44, 0.26], 1, 0.03),
      ...patch('teal', [0.12, 0.43, 0.29], 2, 0.03),
      ...patch('blue', [0.1, 0.2, 0.7], 3),
    ])!;
    expect(result.overlaps[0]).toMatchObject({ a: 'green', b: 'teal' });
    expect(result.overlaps).toHaveLength(1);
  });

  it('needs two colours with two samples each', () => {
    expect(colourResult(patch('red', [1, 0, 0], 1))).toBeNull();
    expect(colourResult([])).toBeNull();
  });
});

describe('the delays bench', () => {
  /** A robot that turns to and fro, told by wheels at once and by a gyro that is late and drifts. */
  const motion = (latency: number, seed: number, drift = 0) => {
    const jitter = uniform(seed, 1, 1);
    const noise = normal(seed, 1, 2);
    const at = (t: number) => 0.6 * Math.sin(2 * Math.PI * 0.8 * t) + 0.1 * Math.sin(13 * t);
    const time = Array.from({ length: 2000 }, (_, i) => i * 0.01 + 0.0008 * jitter());
    return {
      time,
      wheels: time.map((t) => at(t) + 0.002 * noise()),
      gyro: time.map((t) => 0.99 * at(t - latency) + drift * t + 0.001 * noise()),
    };
  };

  it.each([0, 0.004, 0.0231, 0.06])('finds a latency of %s s between the samples', (latency) => {
    const { latency: found } = delaysResult(motion(latency, 3))!;
    expect(Math.abs(found!.value - latency)).toBeLessThan(0.0004);
  });

  it('is not misled by a gyro that drifts', () => {
    const { latency } = delaysResult(motion(0.02, 4, radians(1)))!;
    expect(Math.abs(latency!.value - 0.02)).toBeLessThan(0.0006);
  });

  it('tells period and jitter, and leaves gaps out of both', () => {
    const log = motion(0.02, 5);
    const cut = (values: number[]) => [...values.slice(0, 900), ...values.slice(940)];
    const result = delaysResult({
      time: cut(log.time),
      wheels: cut(log.wheels),
      gyro: cut(log.gyro),
    })!;
    expect(result.period.value).toBeCloseTo(0.01, 4);
    expect(result.jitter).toBeCloseTo((0.0008 * Math.sqrt(2)) / Math.sqrt(12), 4);
    expect(result.longestGap).toBeGreaterThan(0.39);
  });

  it('tells no latency of a robot that does not turn, and nothing of a few lines', () => {
    const still = motion(0.02, 6);
    const result = delaysResult({ ...still, wheels: still.wheels.map(() => 0) })!;
    expect(result.latency).toBeNull();
    expect(delaysResult({ time: [0], wheels: [0], gyro: [0] })).toBeNull();
  });
});
