import { describe, expect, it } from 'vitest';
import type { Field } from '../field/field.ts';
import { radians } from '../geometry/angle.ts';
import { setupPaths, STARTING_SETUP, withSetupValues, type Setup } from '../robot/setup.ts';
import type { Move } from '../route/moves.ts';
import { forecastRuns, momentAfterMove } from '../simulation/forecast.ts';
import { spreadShares } from './sources.ts';
import { spreadBand } from './spread.ts';

const field: Field = {
  width: 2200,
  height: 1100,
  border: true,
  models: [],
  lines: [],
  starts: [{ id: 'start', name: 'Start', pose: { x: 200, y: 500, heading: 0 } }],
};
const SPREADS = [
  'placement.alongSpread',
  'placement.acrossSpread',
  'placement.headingSpread',
  'battery.voltageSpread',
  'gyro.biasSpread',
  'gyro.biasWalk',
  'gyro.noise',
  'ground.slip',
  'ground.slipHeading',
  'ground.bumpRate',
  'range.noise',
  'range.dropoutChance',
];
/** A robot whose runs differ in nothing but what is given and the timing of its loop. */
const only = (values: Record<string, number>): Setup =>
  withSetupValues(STARTING_SETUP, {
    ...Object.fromEntries(SPREADS.map((path) => [path, 0])),
    'gyro.step': 0,
    'drive.encoderStep': 0,
    ...values,
  });
const straight = (distance: number): Move => ({
  id: `d${distance}`,
  kind: 'drive',
  distance,
  speed: 300,
  hold: 'none',
  heading: null,
});
const approach: Move = {
  id: 'a',
  kind: 'approach',
  distance: 150,
  speed: 180,
  hold: 'none',
  heading: null,
  timeLimit: 8,
};
const experiment = (setup: Setup, moves: Move[]) => ({
  plan: { startId: 'start', moves, checkpoints: [] },
  field,
  believed: setup,
  truth: setup,
});
const bandOf = (setup: Setup, moves: Move[], runs = 400) =>
  spreadBand(forecastRuns(experiment(setup, moves), 3, runs), setup.body);

describe('the spread band', () => {
  it('names the spread that a tilted start makes of a straight: σ·distance', () => {
    const setup = only({ 'placement.headingSpread': 0.01, 'body.toolX': 0 });
    const band = bandOf(setup, [straight(1000)]);
    const end = band[momentAfterMove(0)]!;
    expect(end.heading).toBeCloseTo(0.01, 2.7);
    // 19 of 20 runs of a normal lie within 1.96 σ; 400 runs know that to about 8 %.
    expect(end.radius / (1.96 * 0.01 * 1000)).toBeGreaterThan(0.85);
    expect(end.radius / (1.96 * 0.01 * 1000)).toBeLessThan(1.15);
  });

  it('grows along a straight and pinches at an approach', () => {
    const setup = only({ 'placement.alongSpread': 20 });
    const band = bandOf(setup, [straight(600), approach]);
    const before = band[momentAfterMove(0)]!;
    const after = band[momentAfterMove(1)]!;
    expect(before.radius).toBeGreaterThan(30);
    expect(after.radius).toBeLessThan(before.radius / 5);
  });

  it('follows the tool point, and not the axle', () => {
    const near = bandOf(only({ 'placement.headingSpread': 0.02, 'body.toolX': 0 }), [straight(5)]);
    const far = bandOf(only({ 'placement.headingSpread': 0.02, 'body.toolX': 400 }), [straight(5)]);
    expect(far.at(-1)!.radius).toBeGreaterThan(near.at(-1)!.radius + 10);
  });

  it('has its times in order and one entry a moment', () => {
    const band = bandOf(STARTING_SETUP, [straight(200), approach], 20);
    expect(band.length).toBe(16);
    expect(band.every((at, i) => i === 0 || at.time >= band[i - 1]!.time)).toBe(true);
    expect(band.map(({ move }) => move)).toEqual(
      [0, 1].flatMap((move) => Array.from({ length: 8 }, () => move)),
    );
  });
});

describe('the shares of the spread', () => {
  it('add up to one, largest first', () => {
    const shares = spreadShares(experiment(STARTING_SETUP, [straight(800)]), 0, 1, 80);
    expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
    expect(shares.every(({ share }, i) => i === 0 || share <= shares[i - 1]!.share)).toBe(true);
    expect(new Set(shares.map(({ source }) => source)).size).toBe(6);
  });

  it.each([
    ['start', { 'placement.headingSpread': 0.02 }],
    ['ground', { 'ground.slip': 1.5 }],
  ])('give the %s all of a spread that has no other source', (source, values) => {
    const shares = spreadShares(experiment(only(values), [straight(800)]), 0, 1, 120);
    expect(shares[0]!.source).toBe(source);
    expect(shares[0]!.share).toBeGreaterThan(0.9);
  });

  it('give the range sensor what is left after an approach by a noisy one', () => {
    const setup = only({ 'range.noise': 12, 'placement.alongSpread': 3, 'range.coneHalfAngle': 0 });
    const shares = spreadShares(experiment(setup, [straight(900), approach]), 1, 1, 60);
    expect(shares[0]!.source).toBe('range');
  });

  it('leave the loop alone when everything else is switched off', () => {
    const quick = only({});
    const turn: Move = {
      id: 't',
      kind: 'turn',
      target: { kind: 'angle', angle: radians(90) },
      style: 'spot',
      rate: radians(150),
      stopEarly: null,
    };
    expect(spreadShares(experiment(quick, [turn, straight(300)]), 1, 1, 60)[0]).toEqual({
      source: 'loop',
      share: 1,
    });
  });

  it('know every spread that a setup has', () => {
    const spreads = setupPaths(STARTING_SETUP).filter((path) => /Spread$|Walk$/.test(path));
    expect(spreads.filter((path) => !SPREADS.includes(path))).toEqual([]);
  });
});
