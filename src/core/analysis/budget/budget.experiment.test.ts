import { describe, expect, it } from 'vitest';
import { bareField } from '../../../../tests/fixtures/field.ts';
import { radians } from '../../mathematics/angle.ts';
import {
  SETUP_PATHS,
  STARTING_SETUP,
  withSetupValues,
  type RobotParameters,
} from '../../robot/parameters.ts';
import type { DriveMove } from '../../moves/drive/move.ts';
import { type Move, newMove } from '../../moves/index.ts';
import type { TurnMove } from '../../moves/turn/move.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { normal, uniform } from '../../mathematics/randomness.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';
import { toField } from '../../mathematics/pose.ts';
import { budgetOf, sharesOf, toolSpread, type StepModels } from './budget.ts';
import { firstPassage } from '../../mathematics/firstPassage.ts';
import { spreadBand } from './spread.ts';

const field = bareField();
const SPREADS = [
  'placement.alongSpread',
  'placement.acrossSpread',
  'placement.headingSpread',
  'battery.voltageSpread',
  'gyro.biasSpread',
  'gyro.biasWalk',
  'gyro.angleWalk',
  'gyro.noise',
  'ground.slip',
  'ground.slipHeading',
  'ground.bumpRate',
  'range.noise',
  'range.dropoutChance',
  'contact.headingSpread',
  'contact.distanceSpread',
];
/** A robot whose runs differ in nothing but what is given and the timing of its loop. */
const only = (values: Record<string, number>): RobotParameters =>
  withSetupValues(STARTING_SETUP, {
    ...Object.fromEntries(SPREADS.map((path) => [path, 0])),
    'gyro.step': 0,
    'drive.encoderStep': 0,
    ...values,
  });
const straight = (distance: number): Move =>
  newMove('drive', `d${distance}`, { distance, speed: 300, hold: 'none', heading: null });
const approach: Move = newMove('approach', 'a', {
  distance: 150,
  speed: 180,
  hold: 'none',
  heading: null,
  timeLimit: 8,
});
const experiment = (setup: RobotParameters, moves: Move[]) => ({
  plan: { startId: 'start', moves },
  field,
  estimated: setup,
  trueParameters: setup,
});
const bandOf = (setup: RobotParameters, moves: Move[], runs = 400) =>
  spreadBand(forecastRuns(experiment(setup, moves), 3, runs), setup.body);

describe('the spread band', () => {
  it('lets the walk of the gyro’s angle turn the robot that holds by it', () => {
    const held: Move = newMove('drive', 'd', {
      distance: 900,
      speed: 300,
      hold: 'gyro',
      heading: 0,
    });
    const at = experiment(only({ 'gyro.angleWalk': 0.003 }), [held]);
    const forecast = forecastRuns(at, 4, 600);
    const ends = Array.from({ length: 600 }, (_, run) =>
      forecastPose(forecast, run, momentAfterMove(0)),
    );
    const { covariances } = budgetOf(at);
    const heading = Math.sqrt(covariances[0]![2 * 6 + 2]!);
    expect(heading / standardDeviation(ends.map((end) => end.heading))).toBeCloseTo(1, 0);
    // A walk grows on the way; the budget has it from the beginning, and so a little too much.
    const aside = Math.sqrt(covariances[0]![6 + 1]!) / standardDeviation(ends.map(({ y }) => y));
    expect(aside).toBeGreaterThan(1);
    expect(aside).toBeLessThan(2);
  });

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

/** Standard deviations of tool point and heading after each step, by simulation and by the budget. */
function compared(setup: RobotParameters, moves: Move[], runs: number) {
  const one = experiment(setup, moves);
  const forecast = forecastRuns(one, 7, runs);
  const budget = budgetOf(one);
  return moves.map((_, step) => {
    const poses = Array.from({ length: runs }, (_, run) => {
      const pose = forecastPose(forecast, run, momentAfterMove(step));
      const tool = toField(pose, { x: setup.body.toolX, y: setup.body.toolY });
      return { ...tool, heading: pose.heading };
    });
    const tool = toolSpread(budget.covariances[step]!, budget.steps[step]!.end.pose, setup.body);
    return {
      x: Math.sqrt(tool.xx) / standardDeviation(poses.map(({ x }) => x)),
      y: Math.sqrt(tool.yy) / standardDeviation(poses.map(({ y }) => y)),
      heading: Math.sqrt(tool.heading) / standardDeviation(poses.map(({ heading }) => heading)),
    };
  });
}

const turn = (id: string, angle: number, more: Partial<TurnMove> = {}) =>
  newMove('turn', id, { target: { kind: 'angle', angle: radians(angle) }, ...more });
const held = (id: string, distance: number, more: Partial<DriveMove> = {}) =>
  newMove('drive', id, { distance, ...more });

describe('the error budget', () => {
  // 4,000 runs know a standard deviation to 1.1 %, so 10 % is a matter of the model.
  it.each([
    [
      'by the gyro',
      [
        held('a', 700, { heading: 0 }),
        turn('b', 90),
        held('c', 250),
        turn('d', -90),
        held('e', 500),
      ],
    ],
    [
      'by the encoders, with pivots',
      [
        held('a', 400, { hold: 'encoders' }),
        turn('b', 45, { style: 'pivot-left' }),
        held('c', 300, { hold: 'none' }),
        turn('d', -60, { style: 'pivot-right' }),
        held('e', -200, { hold: 'encoders' }),
      ],
    ],
    [
      'to headings, with slow ends',
      [
        held('a', 500),
        turn('b', 0, {
          target: { kind: 'heading', heading: radians(60) },
          way: { kind: 'slow end', lastAngle: radians(20), lastRate: radians(40) },
        }),
        held('c', 300, { heading: radians(60) }),
        turn('d', 0, { target: { kind: 'heading', heading: radians(-30) } }),
        held('e', 300),
      ],
    ],
  ])('agrees with the simulation within 10 %% on a route of straights and turns %s', (_, moves) => {
    for (const ratios of compared(STARTING_SETUP, moves, 4000)) {
      for (const ratio of Object.values(ratios)) {
        expect(ratio).toBeGreaterThan(0.9);
        expect(ratio).toBeLessThan(1.1);
      }
    }
  });

  it('agrees within 20 % where the route finds its place again once by the range sensor', () => {
    const moves = [
      held('a', 500),
      { ...approach, id: 'b', distance: 900 },
      turn('c', 90),
      held('d', 200),
    ];
    for (const ratios of compared(STARTING_SETUP, moves, 3000)) {
      for (const ratio of Object.values(ratios)) {
        expect(ratio).toBeGreaterThan(0.8);
        expect(ratio).toBeLessThan(1.2);
      }
    }
  });

  it('agrees within 20 % where the route stands flat against the border once', () => {
    const moves = [
      held('a', 300),
      turn('b', 180),
      newMove('square up', 'flat', { backwards: false, duration: 3 }),
      held('c', -200),
      turn('d', 90),
      held('e', 150),
    ];
    const ratios = compared(STARTING_SETUP, moves, 3000);
    for (const ratio of ratios.slice(3).flatMap((one) => Object.values(one))) {
      expect(ratio).toBeGreaterThan(0.8);
      expect(ratio).toBeLessThan(1.2);
    }
  });

  it('gives the same with models that it knew before', () => {
    const known: StepModels = new Map();
    const moves = [held('a', 500), turn('b', 70), held('c', 200)];
    const first = budgetOf(experiment(STARTING_SETUP, moves), known);
    const again = budgetOf(experiment(STARTING_SETUP, moves), known);
    const afresh = budgetOf(experiment(STARTING_SETUP, moves));
    expect(again.covariances.at(-1)).toEqual(first.covariances.at(-1));
    expect(afresh.covariances.at(-1)).toEqual(first.covariances.at(-1));
  });
});

describe('the shares of the spread', () => {
  const sharesAfter = (setup: RobotParameters, moves: Move[]) => {
    const one = experiment(setup, moves);
    return sharesOf(budgetOf(one), moves.length - 1, one);
  };

  it('add up to one by source and by step, largest first', () => {
    const { bySource, byStep } = sharesAfter(STARTING_SETUP, [
      straight(800),
      turn('t', 90),
      held('e', 200),
    ]);
    for (const shares of [bySource, byStep]) {
      expect(shares.reduce((sum, { share }) => sum + share, 0)).toBeCloseTo(1, 9);
      expect(shares.every(({ share }, i) => i === 0 || share <= shares[i - 1]!.share)).toBe(true);
    }
    expect(byStep.map(({ of }) => of).toSorted()).toEqual([-1, 0, 1, 2]);
  });

  it('make up the variance of the tool point', () => {
    const moves = [straight(800), turn('t', 90), held('e', 200)];
    const one = experiment(STARTING_SETUP, moves);
    const budget = budgetOf(one);
    const { bySource } = sharesOf(budget, 2, one);
    const tool = toolSpread(budget.covariances[2]!, budget.steps[2]!.end.pose, one.estimated.body);
    const sum = bySource.reduce((total, { deviation }) => total + deviation ** 2, 0);
    expect(sum).toBeCloseTo(tool.xx + tool.yy, 6);
  });

  it.each([
    ['start', { 'placement.headingSpread': 0.02 }],
    ['ground', { 'ground.slip': 1.5 }],
    ['battery', { 'battery.voltageSpread': 0.5 }],
  ])('give the %s nearly all of a spread that has no other source', (source, values) => {
    const { bySource } = sharesAfter(only(values), [straight(800)]);
    expect(bySource[0]!.of).toBe(source);
    expect(bySource[0]!.share).toBeGreaterThan(0.85);
  });

  it('give the range sensor what is left after an approach by a noisy one', () => {
    const setup = only({ 'range.noise': 12, 'placement.alongSpread': 3, 'range.coneHalfAngle': 0 });
    expect(sharesAfter(setup, [straight(900), approach]).bySource[0]!.of).toBe('range');
  });

  it('leave the loop alone when everything else is switched off', () => {
    const { bySource } = sharesAfter(only({}), [turn('t', 90), straight(300)]);
    expect(bySource.map(({ of }) => of)).toEqual(['loop']);
  });

  it('know every spread that a setup has', () => {
    const spreads = SETUP_PATHS.filter((path) => /Spread$|Walk$/.test(path));
    expect(spreads.filter((path) => !SPREADS.includes(path))).toEqual([]);
  });
});

describe('the spread of a stop at the first noisy reading', () => {
  it('is that of the loop without noise, and grows more slowly than the noise', () => {
    expect(firstPassage(0, 3).spread).toBeCloseTo(3 / Math.sqrt(12), 9);
    const draw = normal(5);
    const phase = uniform(5, 0, 2);
    const stops = Array.from({ length: 60_000 }, () => {
      for (let place = (-12 + phase()) * 2; ; place += 2)
        if (place + 2.5 * draw() >= 0) return place;
    });
    expect(firstPassage(2.5, 2).spread / standardDeviation(stops)).toBeGreaterThan(0.98);
    expect(firstPassage(2.5, 2).spread / standardDeviation(stops)).toBeLessThan(1.02);
    expect(firstPassage(20, 2).spread).toBeLessThan(20);
    // It stops earlier than half a step late, as these stops do.
    expect(firstPassage(2.5, 2).mean).toBeLessThan(1 - 0.5);
    expect(Math.abs(firstPassage(2.5, 2).mean - mean(stops))).toBeLessThan(0.05);
    expect(firstPassage(0, 3).mean).toBeCloseTo(1.5, 9);
  });
});
