import { describe, expect, it } from 'vitest';
import { bareField, boxModel, circleZone } from '../../../tests/fixtures/field.ts';
import reference from '../../../tests/reference/benches.json' with { type: 'json' };
import { degrees, radians } from '../mathematics/angle.ts';
import { STARTING_SETUP } from '../robot/parameters.ts';
import { type Move, newMove } from '../moves/index.ts';
import type { RoutePlan } from '../route/plan.ts';
import { normal } from '../mathematics/randomness.ts';
import { allanDeviation, allanFindings } from './rest/allan.ts';
import { driftSentence, driftVerdict, driftWithoutRoute } from '../analysis/checks/driftVerdict.ts';
import { gyroRest, type StillLog } from './rest/gyroRest.ts';
import { gyroScale, signSentence } from './scale/gyroScale.ts';
import { expectedSeconds, remedyLadder, type RemedyTry } from './rest/remedies.ts';

/** A still log with integrated white rate noise, white reading noise and steps of 0.1°. */
function stillLog(seed: number, bias: number, seconds = 30, period = 0.01): StillLog {
  const draw = normal(seed, 1, 1);
  const step = radians(0.1);
  let angle = 0;
  const time: number[] = [];
  const heading: number[] = [];
  for (let i = 0; i < seconds / period; i++) {
    angle += bias * period + radians(0.02) * Math.sqrt(period) * draw();
    time.push(i * period);
    heading.push(step * Math.round((angle + radians(0.05) * draw()) / step));
  }
  return { time, heading };
}

describe('the Allan deviation', () => {
  it('agrees with averaged rates in NumPy', () => {
    const { period, heading, points } = reference.allan;
    const computed = allanDeviation(heading, period);
    for (const { m, deviation } of points) {
      const at = computed.find(({ averaged }) => Math.abs(averaged - m * period) < 1e-9)!;
      expect(Math.abs(at.deviation / deviation - 1)).toBeLessThan(1e-9);
    }
  });

  it('falls with the root of time for white rate noise, and reads the walk at one second', () => {
    const draw = normal(3, 1, 1);
    let angle = 0;
    const heading = Array.from({ length: 40_000 }, () => (angle += 0.002 * 0.1 * draw()));
    const points = allanDeviation(heading, 0.01);
    const { randomWalk, biasInstability } = allanFindings(points, 400);
    // 0.1 s^½ · 0.002: the walk of one step over the root of its period.
    expect(randomWalk! / 0.002).toBeGreaterThan(0.93);
    expect(randomWalk! / 0.002).toBeLessThan(1.07);
    expect(biasInstability).toBeNull();
  });

  it('reads the angle random walk where the curve falls with 1/√τ, and not at 1 s', () => {
    const walk = 0.0004;
    for (const noise of [0, 0.0005]) {
      const draw = normal(3, 1, noise === 0 ? 1 : 2);
      let angle = 0;
      const heading = Array.from({ length: 60_000 }, () => {
        angle += walk * Math.sqrt(0.01) * draw();
        return angle + noise * draw();
      });
      const points = allanDeviation(heading, 0.01);
      const { randomWalk } = allanFindings(points, 600);
      expect(randomWalk! / walk).toBeGreaterThan(0.85);
      expect(randomWalk! / walk).toBeLessThan(1.2);
      if (noise > 0) {
        // The noise of the readings themselves rules at 1 s.
        const atOne = points.find(({ averaged }) => averaged >= 1)!.deviation;
        expect(atOne / walk).toBeGreaterThan(1.8);
      }
    }
  });

  it('says nothing of a log that is too short', () => {
    expect(allanFindings([], 5)).toEqual({
      randomWalk: null,
      biasInstability: null,
      minimumAt: null,
    });
    expect(allanFindings(allanDeviation([0, 0.1, 0.1], 0.01), 0.03).randomWalk).toBeNull();
  });
});

describe('a gyro at rest', () => {
  it('shows its drift inside the 95 % interval in 90 to 99 % of 200 seeds', () => {
    let held = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const bias = radians(seed % 2 === 0 ? 0.31 : -0.02);
      const rest = gyroRest(stillLog(seed, bias))!;
      if (rest.bias.low <= bias && rest.bias.high >= bias) held++;
      expect(rest.moved).toEqual([]);
    }
    expect(held / 200).toBeGreaterThan(0.9);
    expect(held / 200).toBeLessThanOrEqual(0.99);
  });

  it('would be far too sure with the errors of independent readings', () => {
    // Least squares over all readings at once: what the blocks are for.
    const log = stillLog(5, 0);
    const n = log.time.length;
    const middle = log.time[n - 1]! / 2;
    let tt = 0;
    for (let i = 0; i < n; i++) tt += (log.time[i]! - middle) ** 2;
    const rest = gyroRest(log)!;
    expect(rest.bias.standardError).toBeGreaterThan((2 * rest.noise) / Math.sqrt(tt));
  });

  it('voids the stretch in which it was moved, and tells the drift from the rest', () => {
    const bias = radians(0.3);
    const log = stillLog(9, bias);
    const heading = Array.from(log.heading);
    for (let i = 1200; i < heading.length; i++) {
      heading[i]! += radians(4) * Math.min(1, (i - 1200) / 60);
    }
    const rest = gyroRest({ time: log.time, heading })!;
    expect(rest.moved).toHaveLength(1);
    expect(rest.moved[0]!.from).toBeGreaterThan(11.2);
    expect(rest.moved[0]!.to).toBeLessThan(13.5);
    expect(rest.stillFor).toBeLessThan(29.5);
    expect(rest.bias.low).toBeLessThan(bias);
    expect(rest.bias.high).toBeGreaterThan(bias);
  });

  it('never is surer than the step of its reading', () => {
    const time = Array.from({ length: 1000 }, (_, i) => i / 100);
    const heading = time.map((t) => (t < 7 ? 0 : radians(1)));
    const rest = gyroRest({ time, heading: heading.map((h, i) => (i > 700 ? h : 0)) });
    // One whole step in ten seconds: it may be a drift or a touch.
    expect(rest!.step).toBeCloseTo(radians(1), 9);
    expect(rest!.bias.high - rest!.bias.low).toBeGreaterThan(radians(0.08));
  });

  it('knows no more than its step when its reading never changes', () => {
    const time = Array.from({ length: 400 }, (_, i) => i / 100);
    const heading = time.map(() => 0);
    // A gyro that counts in whole degrees may have moved by nearly one in these four seconds.
    const { bias } = gyroRest({ time, heading }, radians(1))!;
    expect(bias.value).toBe(0);
    expect(degrees(bias.high)).toBeGreaterThan(0.25);
    expect(driftWithoutRoute(bias)).toBe('cannot tell');
    // Nothing known of the sensor is no reason to be surer; a fine one is.
    expect(gyroRest({ time, heading })!.bias.high).toBeCloseTo(bias.high, 9);
    expect(degrees(gyroRest({ time, heading }, radians(0.01))!.bias.high)).toBeLessThan(0.01);
    const byHand = gyroRest({ time: [0, 2, 4], heading: [0, 0, 0] }, radians(1))!;
    expect(byHand.bias.high).toBeGreaterThan(radians(0.25));
  });

  it('is told from a handful of readings too, and not from a moment', () => {
    const hand = gyroRest({ time: [0, 10, 20, 30], heading: [0, 0.01, 0.021, 0.03] })!;
    expect(hand.bias.value).toBeCloseTo(0.00101, 4);
    expect(hand.samples).toBe(4);
    expect(gyroRest({ time: [0, 1, 2], heading: [0, 0, 0] })).toBeNull();
    expect(gyroRest(stillLog(1, 0, 2))).toBeNull();
    expect(gyroRest({ time: [], heading: [] })).toBeNull();
  });
});

const straight = (distance: number): Move =>
  newMove('drive', 'd', { distance, speed: 200, hold: 'gyro', heading: 0 });
const field = (radius: number, headingTolerance: number | null) =>
  bareField({
    width: 4000,
    height: 2000,
    border: false,
    models: [
      boxModel(
        'm',
        circleZone(radius, { target: { x: 2000, y: 500, heading: 0 }, headingTolerance }),
        [0, 0, 1, 1],
        { seen: false },
      ),
    ],
  });
const plan: RoutePlan = {
  startId: 'start',
  moves: [straight(1600), newMove('checkpoint', 'c', { name: 'Post', modelId: 'm' })],
};
const drift = (value: number, half = 0) => ({
  value,
  standardError: half / 2,
  low: value - half,
  high: value + half,
});

describe('what a drift costs', () => {
  it('is ½·v·b·T² sideways on a straight by gyro, and b·T of heading', () => {
    const bias = radians(0.2);
    const { costs, gyroTime } = driftVerdict(plan, field(200, 0.2), STARTING_SETUP, drift(bias), 1);
    const [cost] = costs;
    // The tool point stands ahead of the axle and swings out by the heading error as well.
    const time = 1600 / 200;
    const expected = 0.5 * 200 * bias * time ** 2 + STARTING_SETUP.body.toolX * bias * time;
    expect(cost!.cost / expected).toBeGreaterThan(0.93);
    expect(cost!.cost / expected).toBeLessThan(1.07);
    expect(cost!.turned / (bias * time)).toBeGreaterThan(0.93);
    expect(gyroTime).toBeGreaterThan(time);
  });

  it('is held against what the zone leaves, and says when it cannot tell', () => {
    const judge = (bias: number, half: number) =>
      driftVerdict(plan, field(60, null), STARTING_SETUP, drift(radians(bias), radians(half)), 1);
    expect(judge(0.01, 0.001).fitness).toBe('fit');
    expect(judge(0.6, 0.01).fitness).toBe('not fit');
    expect(judge(0.05, 0.2).fitness).toBe('cannot tell');
    expect(driftSentence(drift(radians(0.6)), judge(0.6, 0.01))).toMatch(
      /^Not fit: this drift costs \d+\smm at the Post, budget [\d.]+\smm\.$/,
    );
    expect(driftSentence(drift(0.0002), judge(0.01, 0.001))).toMatch(/^Fit:/);
    expect(driftSentence(drift(0.001), judge(0.05, 0.2))).toMatch(/^Hold still for longer/);
  });

  it('can spend the heading before the place', () => {
    const verdict = driftVerdict(
      plan,
      field(900, radians(1.5)),
      STARTING_SETUP,
      drift(radians(0.12)),
      1,
    );
    expect(verdict.fitness).toBe('not fit');
    expect(driftSentence(drift(radians(0.12)), verdict)).toMatch(/° of heading at the Post/);
  });

  it('has a limit of its own when no route is chosen', () => {
    expect(driftWithoutRoute(drift(radians(0.02), radians(0.01)))).toBe('fit');
    expect(driftWithoutRoute(drift(radians(-0.3), radians(0.01)))).toBe('not fit');
    expect(driftWithoutRoute(drift(0, radians(0.1)))).toBe('cannot tell');
    expect(driftSentence(drift(radians(0.3)), null)).toMatch(/more than one that is well/);
  });
});

describe('the remedies', () => {
  it('stand in the order of time over chance before there is a record', () => {
    const ladder = remedyLadder([]);
    expect(ladder.map(({ remedy }) => remedy).slice(2)).toEqual(['unplug', 'power cycle']);
    expect(ladder.every(({ chance }) => chance === 0.5)).toBe(true);
  });

  it('follow this robot’s own record', () => {
    const record: RemedyTry[] = [
      ...Array.from({ length: 6 }, () => ({
        remedy: 'wait and reset' as const,
        seconds: 6,
        worked: false,
      })),
      { remedy: 'switch mode', seconds: 4, worked: true },
      { remedy: 'switch mode', seconds: 4, worked: true },
    ];
    const ladder = remedyLadder(record);
    expect(ladder[0]).toMatchObject({ remedy: 'switch mode', chance: 3 / 4, worked: 2, tries: 2 });
    expect(ladder.find(({ remedy }) => remedy === 'wait and reset')!.chance).toBeCloseTo(1 / 8, 12);
  });

  it('are expected to take the sum of each time, times the chance that it is needed', () => {
    const ladder = [
      { remedy: 'switch mode' as const, seconds: 4, chance: 0.75, worked: 2, tries: 2 },
      { remedy: 'power cycle' as const, seconds: 90, chance: 0.5, worked: 0, tries: 0 },
    ];
    expect(expectedSeconds(ladder)).toBeCloseTo(4 + 0.25 * 90, 12);
    // The order of time over chance is the best of both orders.
    expect(expectedSeconds(ladder)).toBeLessThan(expectedSeconds(ladder.toReversed()));
  });
});

describe('scale and sign of a gyro', () => {
  const trial = (way: 'left' | 'right', reported: number, turns = 5) => ({
    way,
    turns,
    reported: radians(reported),
  });

  it('come from whole turns by hand', () => {
    const result = gyroScale([trial('right', 1793), trial('left', -1791), trial('right', 1792)])!;
    expect(result.scale.value).toBeCloseTo(1792 / 1800, 3);
    expect(result.rightPositive).toBe(true);
    expect(signSentence(result, true)).toBe('Turned right, the reading rose, as the setup says.');
    expect(signSentence(result, false)).toMatch(
      /^Turned right, the reading rose: the sign is reversed/,
    );
  });

  it('find a sensor upside down, and a turn that was noted the wrong way', () => {
    const result = gyroScale([trial('right', -1793), trial('left', 1791), trial('right', 1800)])!;
    expect(result.rightPositive).toBe(false);
    expect(result.oddOnes).toEqual([2]);
    expect(result.trials).toBe(2);
    expect(degrees(result.residuals[0]!)).toBeLessThan(2);
  });

  it('need two trials that do not contradict each other', () => {
    expect(gyroScale([trial('right', 1800)])).toBeNull();
    expect(gyroScale([trial('right', 1800), trial('left', 1800)])).toBeNull();
  });
});
