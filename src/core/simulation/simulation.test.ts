import { describe, expect, it } from 'vitest';
import { bareField } from '../../../tests/fixtures/field.ts';
import { degrees, radians, wrapAngle } from '../mathematics/angle.ts';
import { type Move, newMove } from '../moves/index.ts';
import type { TurnMove } from '../moves/turn/move.ts';
import { mean, standardDeviation } from '../mathematics/sample.ts';
import { stoppingAngle } from '../robot/stopping.ts';
import { STARTING_SETUP, withSetupValues, type RobotParameters } from '../robot/parameters.ts';
import { emptyForecast, forecastPose, forecastRuns, simulateRuns } from './forecast.ts';
import { nominalRun, randomRun, type Experiment } from './run.ts';

const field = bareField({}, { x: 400, y: 250, heading: Math.PI / 2 });

const drive = (id: string, distance: number, more: object = {}): Move =>
  newMove('drive', id, { distance, speed: 300, hold: 'gyro', heading: null, ...more });

const turn = (id: string, angle: number, more: Partial<TurnMove> = {}): Move =>
  newMove('turn', id, {
    target: { kind: 'angle', angle: radians(angle) },
    style: 'spot',
    rate: radians(120),
    stopEarly: null,
    ...more,
  });

const square = [0, 1, 2, 3].flatMap((i) => [drive(`d${i}`, 600), turn(`t${i}`, -90)]);

const experiment = (moves: Move[], truth: RobotParameters = STARTING_SETUP): Experiment => ({
  plan: { startId: 'start', moves },
  field,
  estimated: STARTING_SETUP,
  trueParameters: truth,
});

describe('the noise-free simulation', () => {
  it('closes a square of four 600 mm sides within 1 mm and 0.1°', () => {
    const { end, moves } = nominalRun(experiment(square));
    expect(Math.hypot(end.x - 400, end.y - 250)).toBeLessThan(1);
    expect(Math.abs(degrees(wrapAngle(end.heading - Math.PI / 2)))).toBeLessThan(0.1);
    expect(moves.every((move) => move.ended === 'reached')).toBe(true);
  });

  it('turns short by the gyro scale: 90° at scale 1.02 gives c + (90° − c) / 1.02', () => {
    const truth = withSetupValues(STARTING_SETUP, { 'gyro.scale': 1.02 });
    const { end } = nominalRun(experiment([turn('t', 90)], truth));
    const runOn = stoppingAngle(STARTING_SETUP, radians(120), 'spot');
    // The delay acts on the reported heading and the brake on the true one: both see c once.
    const expected = runOn + (radians(90) - runOn) / 1.02;
    expect(degrees(end.heading - Math.PI / 2)).toBeCloseTo(degrees(expected), 1);
  });

  it.each([
    [60, 'spot', 0.01],
    [120, 'spot', 0.03],
    [180, 'spot', 0.02],
    [100, 'pivot-left', 0.02],
  ] as const)('overshoots by ω·τ + ω²/(2α) at %d °/s, %s', (rate, style, latency) => {
    const setup = withSetupValues(STARTING_SETUP, { 'gyro.latency': latency });
    const { end } = nominalRun({
      ...experiment([turn('t', 170, { rate: radians(rate), style, stopEarly: 0 })], setup),
      estimated: setup,
    });
    const overshoot = end.heading - Math.PI / 2 - radians(170);
    const formula = stoppingAngle(setup, radians(rate), style);
    expect(Math.abs(overshoot / formula - 1)).toBeLessThan(0.02);
  });

  it('goes from heading 5° to heading 350° by 15° to the right in the compass sense', () => {
    const to = (id: string, heading: number) =>
      turn(id, 0, { target: { kind: 'heading', heading: radians(heading) } });
    const { moves } = nominalRun(experiment([to('a', 5), to('b', 350)]));
    const turned = degrees(moves[1]!.end.heading - moves[1]!.start.heading);
    expect(Math.abs(turned + 15)).toBeLessThan(0.1);
  });

  it('drives backwards for a negative distance', () => {
    const { end } = nominalRun(experiment([drive('d', -120, { hold: 'encoders' })]));
    expect(Math.abs(end.y - 130)).toBeLessThan(0.2);
  });

  it('stops the approach at the wanted distance from the wall, allowing for the sensor offset', () => {
    const setup = withSetupValues(STARTING_SETUP, { 'range.offset': 15 });
    const approach: Move = newMove('approach', 'a', {
      distance: 200,
      speed: 250,
      hold: 'gyro',
      heading: null,
      timeLimit: 6,
    });
    const { end, moves } = nominalRun({ ...experiment([approach], setup), estimated: setup });
    expect(1100 - (end.y + setup.range.x)).toBeCloseTo(200, 0);
    expect(moves[0]!.ended).toBe('reached');
  });

  it('is the mean of the runs when a noisy sensor stops them early', () => {
    const approach: Move = newMove('approach', 'a', {
      distance: 200,
      speed: 180,
      hold: 'gyro',
      heading: null,
      timeLimit: 6,
    });
    const setup = withSetupValues(STARTING_SETUP, {
      'range.noise': 6,
      'placement.alongSpread': 0,
    });
    for (const estimated of [setup, STARTING_SETUP]) {
      const noisy: Experiment = { ...experiment([approach], setup), estimated };
      const ends = Array.from({ length: 150 }, (_, run) => randomRun(noisy, 31, run).end.y);
      const error = standardDeviation(ends) / Math.sqrt(ends.length);
      expect(Math.abs(mean(ends) - nominalRun(noisy).end.y)).toBeLessThan(3 * error);
    }
  });

  it('ends an approach that sees nothing by its time limit', () => {
    const approach: Move = newMove('approach', 'a', {
      distance: 200,
      speed: 50,
      hold: 'none',
      heading: null,
      timeLimit: 1.5,
    });
    const open = { ...experiment([approach]), field: { ...field, border: false } };
    expect(nominalRun(open).moves[0]!.ended).toBe('time limit');
  });

  it('corrects a crooked start by gyro only when told the heading', () => {
    const drifting = withSetupValues(STARTING_SETUP, { 'drive.wheelRatio': 1.02 });
    const free = nominalRun(experiment([drive('d', 700, { hold: 'none' })], drifting)).end;
    const held = nominalRun(experiment([drive('d', 700)], drifting)).end;
    expect(Math.abs(free.x - 400)).toBeGreaterThan(25);
    expect(Math.abs(held.x - 400)).toBeLessThan(8);
  });
});

describe('random runs', () => {
  it('are the same for the same seed, in any order and in parts', () => {
    const whole = forecastRuns(experiment(square), 7, 12);
    const parts = emptyForecast(experiment(square), 7, 12);
    simulateRuns(experiment(square), parts, 6, 12);
    simulateRuns(experiment(square), parts, 0, 6);
    expect(parts.poses).toEqual(whole.poses);
    const other = forecastRuns(experiment(square), 8, 12);
    expect(other.poses).not.toEqual(whole.poses);
    const one = randomRun(experiment(square), 7, 3).end;
    const last = whole.moments.times.length - 1;
    expect(forecastPose(whole, 3, last).x).toBeCloseTo(one.x, 2);
    expect(forecastPose(whole, 3, last).heading).toBeCloseTo(one.heading, 4);
  });

  it('spread about the nominal run, without a bias of their own', () => {
    const forecast = forecastRuns(experiment(square), 3, 400);
    const nominal = nominalRun(experiment(square)).end;
    const last = forecast.moments.times.length - 1;
    const xs = Array.from({ length: 400 }, (_, run) => forecastPose(forecast, run, last).x);
    const mean = xs.reduce((a, b) => a + b) / 400;
    const spread = Math.sqrt(xs.reduce((sum, x) => sum + (x - mean) ** 2, 0) / 399);
    expect(spread).toBeGreaterThan(2);
    expect(Math.abs(mean - nominal.x)).toBeLessThan((4 * spread) / Math.sqrt(400));
  });

  it('see more overshoot on a full battery', () => {
    const turned = (voltage: number) => {
      const truth = withSetupValues(STARTING_SETUP, { 'battery.voltage': voltage });
      return nominalRun(experiment([turn('t', 90)], truth)).end.heading;
    };
    expect(turned(8.4)).toBeGreaterThan(turned(7.6) + radians(0.4));
  });
});
