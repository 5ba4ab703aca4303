import { describe, expect, it } from 'vitest';
import { STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import { dampingRatio, naturalFrequency, recommendedEdgeGain } from '../../robot/edgeFollowing.ts';
import {
  holdDelay,
  natureOfHold,
  noOvershootGain,
  stabilityLimit,
} from '../../robot/headingControl.ts';
import { loopResponse, responseMetrics, type LoopResponse } from './response.ts';
import { gainMap, leadMap, recommendedGain } from './stabilityMap.ts';
import { remedyFor, SYMPTOMS } from './symptoms.ts';

/** A robot whose only delay is the sensor's, so that it can be compared with the formulas. */
const pure = (values: Record<string, number>) =>
  withSetupValues(STARTING_SETUP, {
    'program.loopPeriod': 0.001,
    'program.commandDelay': 0,
    'motor.lag': 0.001,
    'motor.acceleration': 1e6,
    'gyro.scale': 1,
    'range.coneHalfAngle': 0,
    'rangeSide.coneHalfAngle': 0,
    ...values,
  });

/** Least and greatest value at which a property changes, found by halving. */
function threshold(low: number, high: number, holds: (value: number) => boolean): number {
  for (let i = 0; i < 30; i++) {
    const middle = (low + high) / 2;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Damping from the decay of the peaks, by which it is measured at a real robot too. */
function measuredDamping({ times, errors }: LoopResponse): number {
  const peaks = errors.flatMap((error, i) => {
    const before = errors[i - 1];
    const after = errors[i + 1];
    if (before === undefined || after === undefined) return [];
    if (Math.sign(error - before) === Math.sign(after - error)) return [];
    // The vertex of the parabola through three values.
    const bend = before - 2 * error + after;
    const shift = bend === 0 ? 0 : (before - after) / (2 * bend);
    return [
      { time: times[i]! + shift * 0.01, size: Math.abs(error - ((before - after) * shift) / 4) },
    ];
  });
  const first = peaks[0]!;
  const second = peaks[1]!;
  // Half a swing lies between two peaks: δ = ln(a₁/a₂) = π·ζ/√(1−ζ²).
  const decrement = Math.log(first.size / second.size) / Math.PI;
  return decrement / Math.hypot(1, decrement);
}

describe.each([
  [0.1, 0.001],
  [0.05, 0.05],
  [0.03, 0.1],
])('the heading hold in the simulation, %d s late with a lag of %d s', (latency, lag) => {
  const setup = pure({ 'gyro.latency': latency, 'motor.lag': lag });
  const delay = holdDelay(setup, 'gyro');
  const respond = (gain: number) => loopResponse(setup, { kind: 'gyro', speed: 200, gain }, 8);

  it('does not overshoot up to the gain of the formula, and does beyond, within 8 %', () => {
    const limit = threshold(0.5, 12, (gain) => responseMetrics(respond(gain)).overshoot < 1e-5);
    expect(Math.abs(limit / noOvershootGain(delay) - 1)).toBeLessThan(0.08);
  });

  it('is stable up to the gain of the formula, and not beyond, within 5 %', () => {
    const limit = threshold(1, 80, (gain) => {
      const { errors, from } = respond(gain);
      return Math.max(...errors.slice(errors.length / 2).map(Math.abs)) < from;
    });
    expect(Math.abs(limit / stabilityLimit(delay) - 1)).toBeLessThan(0.05);
  });
});

describe('the heading hold of a robot', () => {
  const setup = pure({ 'gyro.latency': 0.1 });
  const delay = holdDelay(setup, 'gyro');

  it('has the limits that are known without lag, and without dead time', () => {
    expect(noOvershootGain({ dead: 0.2, lag: 0 })).toBeCloseTo(1 / (Math.E * 0.2), 12);
    expect(noOvershootGain({ dead: 0, lag: 0.2 })).toBeCloseTo(1 / (4 * 0.2), 12);
    expect(stabilityLimit({ dead: 0.2, lag: 0 })).toBeCloseTo(Math.PI / 2 / 0.2, 9);
    expect(stabilityLimit({ dead: 0, lag: 0.2 })).toBe(Infinity);
  });

  it('is named by the formulas as the simulation does', () => {
    expect(natureOfHold(3, delay)).toBe('no overshoot');
    expect(natureOfHold(10, delay)).toBe('overshoots');
    expect(natureOfHold(16.5, delay)).toBe('unstable');
  });

  it('recommends the quickest gain of a whole robot that does not overshoot by 3 %', () => {
    const gain = recommendedGain(STARTING_SETUP, 'gyro', 300);
    const at = (factor: number) =>
      responseMetrics(
        loopResponse(STARTING_SETUP, { kind: 'gyro', speed: 300, gain: factor * gain }, 4),
      );
    expect(at(1).overshoot).toBeLessThan(0.03);
    expect(at(1).settling!).toBeLessThan(at(0.4).settling!);
    expect(at(2.5).overshoot).toBeGreaterThan(at(1).overshoot + 0.05);
  });
});

describe('wall following in the simulation', () => {
  const wall = (lead: number, latency: number) =>
    pure({ 'rangeSide.x': lead, 'rangeSide.latency': latency });

  it.each([40, 80, 120, 200, 300, 400])(
    'has the damping of the formula with a lead of %d mm',
    (lead) => {
      const speed = 200;
      // A gain for ζ = 0.3 without delay: slow enough for small angles.
      const gain = speed * (0.6 / lead) ** 2;
      const setup = wall(lead, 0);
      const delay = 0.0005 + 0.001;
      const response = loopResponse(setup, { kind: 'wall', speed, gain, error: 1 }, lead / 10);
      const formula = dampingRatio({ lead, speed, gain, delay });
      expect(Math.abs(measuredDamping(response) / formula - 1)).toBeLessThan(0.05);
    },
  );

  it('agrees with the check value of the design: L 120, v 200, gK 0.005 gives ζ = 0.300', () => {
    expect(dampingRatio({ lead: 120, speed: 200, gain: 0.005, delay: 0 })).toBeCloseTo(0.3, 3);
    expect(naturalFrequency({ lead: 120, speed: 200, gain: 0.005, delay: 0 })).toBeCloseTo(1, 9);
  });

  it('weaves more and more when the lead is used up by the delay, whatever the gain', () => {
    const setup = wall(30, 0.16);
    for (const gain of [0.0005, 0.002, 0.01]) {
      const { errors } = loopResponse(setup, { kind: 'wall', speed: 200, gain }, 20);
      const largest = (part: number[]) => Math.max(...part.map(Math.abs));
      const half = errors.length / 2;
      expect(largest(errors.slice(half))).toBeGreaterThanOrEqual(
        0.98 * largest(errors.slice(0, half)),
      );
    }
  });

  it('is steady with the gain that is recommended for it', () => {
    for (const speed of [80, 150, 250]) {
      const gain = recommendedEdgeGain(150, speed, 0.09);
      const setup = withSetupValues(STARTING_SETUP, { 'rangeSide.x': 150 });
      const metrics = responseMetrics(loopResponse(setup, { kind: 'wall', speed, gain }, 6));
      expect(metrics.settling).not.toBeNull();
      expect(metrics.overshoot).toBeLessThan(0.2);
    }
  });
});

describe('the maps', () => {
  it('turn from steady to unstable with growing gain', () => {
    const map = gainMap(STARTING_SETUP, 'gyro', [200], [2, 5, 12, 60]);
    const natures = map.points.map((row) => row[0]!.nature);
    expect(natures[0]).toBe('no overshoot');
    expect(natures[3]).toBe('unstable');
  });

  it('ask for a sensor far ahead of the axle at speed', () => {
    const map = leadMap(STARTING_SETUP, 'wall', [300], [5, 250]);
    expect(map.points[0]![0]!.settling).toBeNull();
    expect(map.points[1]![0]!.settling).not.toBeNull();
  });
});

describe('the symptom helper', () => {
  const best = recommendedGain(STARTING_SETUP, 'gyro', 200);
  const setting = (gain: number) => ({ kind: 'gyro' as const, speed: 200, gain });
  const figures = (gain: number) => responseMetrics(loopResponse(STARTING_SETUP, setting(gain), 4));

  it('takes a jerking robot to less steering, which then swings less', () => {
    const remedy = remedyFor('jerks', STARTING_SETUP, setting(4 * best));
    expect(remedy.advice).toMatch(/^Less steering: /);
    expect(figures(remedy.setting!.gain).overshoot).toBeLessThan(figures(4 * best).overshoot);
  });

  it('takes long arcs to more steering, which then settles sooner', () => {
    const remedy = remedyFor('long arcs', STARTING_SETUP, setting(best / 5));
    expect(remedy.setting!.gain).toBeCloseTo(best, 9);
    expect(figures(best).absoluteError).toBeLessThan(figures(best / 5).absoluteError);
  });

  it('sends a weaving robot whose sensor is too near to a lower speed', () => {
    const near = withSetupValues(STARTING_SETUP, { 'rangeSide.x': 20 });
    const weaving = { kind: 'wall' as const, speed: 250, gain: 0.02 };
    const remedy = remedyFor('weaves along the wall', near, weaving);
    expect(remedy.advice).toMatch(/^Drive slower: 250 → /);
    const after = responseMetrics(loopResponse(near, remedy.setting!, 8));
    expect(after.grows).toBe(false);
  });

  it('has an answer with a reason to every symptom of every loop', () => {
    for (const { symptom, loops } of SYMPTOMS) {
      for (const kind of loops) {
        const { advice, why } = remedyFor(symptom, STARTING_SETUP, { kind, speed: 150, gain: 1 });
        expect(advice.length).toBeGreaterThan(20);
        expect(why.length).toBeGreaterThan(40);
      }
    }
  });
});
