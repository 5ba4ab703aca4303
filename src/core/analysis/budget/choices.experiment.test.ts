import { describe, expect, it } from 'vitest';
import { bareField } from '../../../../tests/fixtures/field.ts';
import { standardDeviation } from '../../mathematics/sample.ts';
import { newMove, type Move } from '../../moves/index.ts';
import { STARTING_SETUP } from '../../robot/parameters.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { outcomesOf } from '../../simulation/outcomes.ts';
import type { Experiment } from '../../simulation/run.ts';
import { budgetOf, toolSpread } from './budget.ts';
import { budgetChance } from './chance.ts';

const RUNS = 1500;
const SEED = 11;

const field = {
  ...bareField({ width: 2000, height: 1000 }),
  lines: [
    {
      id: 'mark',
      name: 'Mark',
      points: [
        { x: 900, y: 0 },
        { x: 900, y: 1000 },
      ],
      width: 24,
      reflectance: 0.5,
      colour: 'red',
    },
  ],
  models: [
    {
      id: 'post',
      name: 'Post',
      outline: [
        { x: 1600, y: 900 },
        { x: 1650, y: 900 },
        { x: 1650, y: 950 },
      ],
      zone: {
        target: { x: 1130, y: 500, heading: 0 },
        shape: { kind: 'circle' as const, radius: 25 },
        headingTolerance: null,
      },
      points: 10,
      seen: false,
    },
  ],
};
const experiment = (...moves: Move[]): Experiment => ({
  plan: { startId: 'start', moves },
  field,
  estimated: STARTING_SETUP,
  trueParameters: STARTING_SETUP,
});

const drive = newMove('drive', 'd', { distance: 800 });
/** Looks at the border from 1000 mm, the sensor 100 mm nearer, with its limit so much beyond the reading. */
const look = (beyond: number, looks: number) =>
  experiment(
    { ...drive },
    newMove('choose', 'k', {
      ask: { kind: 'range', sensor: 'ahead', nearerThan: 900 + beyond },
      looks,
    }),
    newMove('otherwise', 'o'),
    newMove('drive', 'astray', { distance: -150 }),
    newMove('join', 'j'),
    newMove('checkpoint', 'c', { name: 'Post', modelId: 'post', pause: 0 }),
  );

describe('a look that chooses a way', () => {
  it.each([
    [10, 5],
    [6, 1],
    [2, 9],
    [-8, 5],
  ])(
    'goes wrong in the simulation as often as the error budget says: limit %d mm beyond, %d looks',
    (beyond, looks) => {
      const one = look(beyond, looks);
      const budget = budgetOf(one);
      const [choice] = budget.choices;
      const outcomes = outcomesOf(one, forecastRuns(one, SEED, RUNS));
      const [seen] = outcomes.choices;
      expect(choice!.expected).toBe(beyond > 0);
      expect(seen!.expected).toBe(beyond > 0);
      // Both are estimates: of 400 places, and of the runs.
      const error = 3 * Math.sqrt(0.25 / 400 + 0.25 / RUNS);
      expect(Math.abs(choice!.wrong - seen!.wrong.share)).toBeLessThan(error);
      expect(choice!.reading!.limit).toBeCloseTo(900 + beyond, 6);
    },
  );

  it('takes the chance of the wrong way into the chance to hit', () => {
    const one = look(6, 1);
    const budget = budgetOf(one);
    const steps = budget.steps.length;
    const chance = budgetChance(budget, steps - 1, field.models[0]!.zone, STARTING_SETUP.body);
    const [hit] = outcomesOf(one, forecastRuns(one, SEED, RUNS)).checkpoints;
    expect(Math.abs(chance - hit!.chance)).toBeLessThan(0.06);
    expect(budget.choices[0]!.other.steps[2]!.passedOver).toBe(false);
    expect(budget.steps[2]!.passedOver).toBe(true);
  });
});

describe('a drive until a colour', () => {
  it.each([1, 3])('has the spread that the error budget gives it, with %d looks', (looks) => {
    const one = experiment(newMove('until colour', 'u', { colour: 'red', looks, speed: 120 }));
    const budget = budgetOf(one);
    const { body } = STARTING_SETUP;
    const along = Math.sqrt(toolSpread(budget.covariances[0]!, budget.steps[0]!.end.pose, body).xx);
    const forecast = forecastRuns(one, SEED, RUNS);
    const ends = Array.from(
      { length: RUNS },
      (_, run) => forecastPose(forecast, run, momentAfterMove(0)).x,
    );
    // The line is at 900, whatever way the robot came.
    expect(standardDeviation(ends)).toBeLessThan(2);
    expect(Math.abs(along / standardDeviation(ends) - 1)).toBeLessThan(0.25);
  });
});
