import { valuesOf } from '../../robot/finding.ts';
import { describe, expect, it } from 'vitest';
import { radians, degrees } from '../../mathematics/angle.ts';
import { stoppingAngle } from '../../robot/stopping.ts';
import { STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import { uniform } from '../../mathematics/randomness.ts';
import { simulateTurnTrials } from '../../practice/turnTrials.ts';
import {
  fitTurnModel,
  runOnAtRate,
  runOnTrend,
  turnFindings,
  shortestFullTurn,
  samplingSpread,
  triggerFor,
  turnSentence,
  turnSides,
  type TurnTrial,
} from './turn.ts';

const trial = (trigger: number, rate: number, measured: number): TurnTrial => ({
  trigger: radians(trigger),
  rate: radians(rate),
  measured: radians(measured),
});

/** Trials of an exact law with a small alternating reading error. */
const law = (slope: number, runOn: number, error = 0.2) =>
  [45, 45, 90, 90, 180, 180, 270, 270].map((angle, i) =>
    trial(angle, 120, slope * angle + runOn + (i % 2 ? error : -error)),
  );

describe('the turn bench', () => {
  it('tells a fixed overshoot from a proportional one, in words', () => {
    const fixed = fitTurnModel(law(1, 6))!;
    expect(fixed.finding).toBe('constant');
    expect(turnSentence(fixed)).toMatch(/6\.0° further.*same number of degrees/);
    expect(fitTurnModel(law(1.04, 0))!.finding).toBe('proportional');
    expect(fitTurnModel(law(1.04, 6))!.finding).toBe('both');
    expect(fitTurnModel(law(1, 0.05, 0.8))!.finding).toBe('cannot tell');
  });

  it('says so when only one angle was tried, and assumes a slope of 1', () => {
    const model = fitTurnModel([trial(90, 120, 96), trial(90, 120, 95), trial(90, 120, 97)])!;
    expect(model.finding).toBe('one angle only');
    expect(degrees(triggerFor(model, radians(90), radians(120)).trigger)).toBeCloseTo(84, 9);
    expect(turnSentence(model)).toMatch(/another angle/);
  });

  it('needs enough trials', () => {
    expect(fitTurnModel([])).toBeNull();
    expect(fitTurnModel([trial(90, 120, 96)])).toBeNull();
  });

  it('widens the interval of one future turn beyond that of the mean', () => {
    const model = fitTurnModel(law(1, 6))!;
    const { trigger, low, high } = triggerFor(model, radians(90), radians(120));
    expect(degrees(trigger)).toBeCloseTo(84, 0);
    const mean = model.runOn[0]!.estimate;
    expect(high - low).toBeGreaterThan(mean.high - mean.low);
  });

  it('takes delay and braking apart when several rates were tried', () => {
    const exact = [60, 90, 120, 180].flatMap((rate) =>
      [90, 180].map((angle) => {
        const w = radians(rate);
        return {
          trigger: radians(angle),
          rate: w,
          measured: radians(angle) + 0.03 * w + 0.02 * w * w,
        };
      }),
    );
    exact[0]!.measured += 1e-9;
    const model = fitTurnModel(exact)!;
    expect(model.delay!.value).toBeCloseTo(0.03, 6);
    const values = valuesOf(turnFindings(model, STARTING_SETUP, 'spot'));
    expect(values['motor.braking']).toBeCloseTo(60 / 0.04, 2);
    const next = withSetupValues(STARTING_SETUP, values);
    expect(stoppingAngle(next, 2, 'spot')).toBeCloseTo(0.06 + 0.08, 6);
  });

  it('puts a measured run-on into the setup so that it is predicted again', () => {
    for (const runOn of [2, 6, 11]) {
      const model = fitTurnModel(law(1, runOn))!;
      const next = withSetupValues(
        STARTING_SETUP,
        valuesOf(turnFindings(model, STARTING_SETUP, 'spot')),
      );
      expect(degrees(stoppingAngle(next, radians(120), 'spot'))).toBeCloseTo(runOn, 1);
    }
  });

  it('leaves the braking alone when the run-on is about nothing', () => {
    const rate = radians(120);
    const model = fitTurnModel(
      [90, 180, 90, 180].map((angle, i) => ({
        trigger: radians(angle),
        rate,
        measured: radians(angle + [0.8, 0.4, 0.2, 0.9][i]!),
      })),
    )!;
    expect(valuesOf(turnFindings(model, STARTING_SETUP, 'spot'))).not.toHaveProperty(
      'motor.braking',
    );
    const several = fitTurnModel(
      [60, 120, 180, 60, 120, 180].map((degreesPerSecond, i) => ({
        trigger: radians(90),
        rate: radians(degreesPerSecond),
        measured: radians(90 + [0.3, 0.9, 1.1, 0.1, 0.5, 1.4][i]!),
      })),
    )!;
    expect(
      valuesOf(turnFindings(several, STARTING_SETUP, 'spot'))['motor.braking'] ?? 0,
    ).toBeLessThan(3 * STARTING_SETUP.motor.braking);
  });

  it('knows the spread of the loop, and turns that are too short', () => {
    expect(degrees(samplingSpread(radians(180), 0.012))).toBeCloseTo(2.16 / Math.sqrt(12), 9);
    expect(shortestFullTurn(STARTING_SETUP, radians(180), 'spot')).toBeGreaterThan(radians(30));
  });

  it('gets the simulated overshoot back inside its 95 % interval (200 seeds)', () => {
    let insideRunOn = 0;
    let insideSlope = 0;
    const rate = radians(120);
    const truth = withSetupValues(STARTING_SETUP, { 'gyro.latency': 0.022, 'motor.braking': 1500 });
    for (let seed = 0; seed < 200; seed++) {
      const triggers = [60, 60, 90, 90, 135, 180, 180, 270].map(radians);
      const protractor = uniform(seed, 0, 99);
      const trials = simulateTurnTrials(truth, triggers, rate, 'spot', seed).map((t) => ({
        ...t,
        // Read to half a degree.
        measured: t.measured + radians(0.5) * (protractor() - 0.5),
      }));
      const model = fitTurnModel(trials)!;
      const { low, high } = model.runOn[0]!.estimate;
      const expected = stoppingAngle(truth, rate, 'spot');
      if (low <= expected && expected <= high) insideRunOn++;
      if (model.slope.low <= 1 && 1 <= model.slope.high) insideSlope++;
    }
    for (const inside of [insideRunOn, insideSlope]) {
      expect(inside / 200).toBeGreaterThanOrEqual(0.9);
      expect(inside / 200).toBeLessThanOrEqual(0.99);
    }
  });
});

describe('both ways and the battery', () => {
  const both = (left: number, right: number) =>
    [60, 90, 90, 120, 180, 180].flatMap((angle, i) =>
      (['left', 'right'] as const).map((way) => ({
        ...trial(angle, 120, angle + (way === 'left' ? left : right) + (i % 2 ? 0.2 : -0.2)),
        way,
      })),
    );

  it('tells sides that differ from sides that do not', () => {
    const apart = both(7, 5);
    const sides = turnSides(apart, fitTurnModel(apart)!)!;
    expect(Math.abs(degrees(sides.left.value) - 7)).toBeLessThan(0.2);
    expect(Math.abs(degrees(sides.right.value) - 5)).toBeLessThan(0.2);
    expect(sides.sameP).toBeLessThan(0.01);
    const alike = both(6, 6);
    expect(turnSides(alike, fitTurnModel(alike)!)!.sameP).toBeGreaterThan(0.5);
  });

  it('says nothing of a side that was not tried', () => {
    const trials = law(1, 6);
    expect(turnSides(trials, fitTurnModel(trials)!)).toBeNull();
  });

  it('finds how the run-on follows the battery over three records or more', () => {
    const at = (battery: number) => ({ battery, runOn: radians(2 + 0.8 * battery) });
    expect(degrees(runOnTrend([7.4, 7.8, 8.2].map(at))!.value)).toBeCloseTo(0.8, 9);
    expect(runOnTrend([7.4, 8].map(at))).toBeNull();
    expect(runOnTrend([8, 8, 8].map(at))).toBeNull();
    expect(degrees(runOnAtRate(fitTurnModel(law(1, 6))!, radians(60)))).toBeCloseTo(3, 6);
  });
});
