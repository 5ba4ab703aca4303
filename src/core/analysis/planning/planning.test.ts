import { describe, expect, it } from 'vitest';
import { bareField, boxModel, circleZone } from '../../../../tests/fixtures/field.ts';
import { offsetFrom, scores } from '../../field/field.ts';
import { radians } from '../../mathematics/angle.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { STARTING_SETUP, withSetupValues } from '../../robot/parameters.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import { outcomesOf } from '../../simulation/outcomes.ts';
import type { Experiment } from '../../simulation/run.ts';
import { stepsOf } from '../../route/plan.ts';
import { newMove } from '../../moves/index.ts';
import { nextSteps } from './nextSteps.ts';
import { comparedWays } from './alternatives.ts';

const setup = withSetupValues(STARTING_SETUP, {
  'body.toolX': 0,
  'placement.headingSpread': radians(1.5),
  'placement.acrossSpread': 3,
});
const zone = circleZone(22, { target: { x: 1000, y: 500, heading: 0 } });
const field = bareField({
  width: 2000,
  height: 1000,
  models: [boxModel('post', zone, [1500, 900, 60, 60], { points: 20 })],
});
const experiment: Experiment = {
  plan: {
    startId: 'start',
    moves: [
      newMove('drive', 'd', { distance: 800, speed: 250 }),
      newMove('checkpoint', 'c', { name: 'Post', modelId: 'post', pause: 0 }),
    ],
  },
  field,
  estimated: setup,
  trueParameters: setup,
};

describe('what a forecast says', () => {
  const forecast = forecastRuns(experiment, 11, 400);
  const { checkpoints, duration, collided } = outcomesOf(experiment, forecast);
  const post = checkpoints[0]!;

  it('counts as hits the runs whose tool point ends in the zone', () => {
    let hits = 0;
    for (let run = 0; run < forecast.runs; run++) {
      const end = toolPose(setup.body, forecastPose(forecast, run, momentAfterMove(1)));
      if (scores(field.models[0]!.zone, offsetFrom(field.models[0]!.zone, end))) hits++;
    }
    expect(post.hits).toBe(hits);
    expect(post.missed).toHaveLength(Math.min(200, 400 - hits));
    expect(post.low).toBeLessThan(hits / 400);
    expect(post.high).toBeGreaterThan(hits / 400);
  });

  it('blames the tilted start, which makes nearly all of the spread of one straight', () => {
    expect(post.sensitivity[0]!.share).toBeGreaterThan(0.6);
    const whole = post.sensitivity.reduce((sum, { share }) => sum + share, 0);
    expect(whole).toBeLessThan(1.05);
  });

  it('puts the times in order and touches nothing on a free table', () => {
    expect(duration.quick).toBeLessThanOrEqual(duration.middle);
    expect(duration.middle).toBeLessThanOrEqual(duration.slow);
    expect(collided).toBe(0);
  });
});

describe('the best next step', () => {
  const steps = nextSteps(experiment, 5);

  it('finds that a jig helps a route whose spread comes from the start', () => {
    expect(steps.map(({ words }) => words).join('\n')).toMatch(/jig/i);
  });

  it('ranks by gain for each second, and its simulation agrees about the best one', () => {
    const worth = steps.map((one) => (one.after - one.before) / Math.max(0.5, one.seconds));
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    expect(steps[0]!.simulated).toBeGreaterThan(0.05);
  });
});

describe('the ways to carry out a move', () => {
  it('show that a gyro hold spreads less than no hold on slippery ground', () => {
    const slippery = withSetupValues(setup, { 'ground.slipHeading': 0.004, 'ground.slip': 0.3 });
    const ways = comparedWays({ ...experiment, estimated: slippery, trueParameters: slippery }, 0);
    expect(ways.filter(({ present }) => present)).toHaveLength(1);
    const spreadOf = (words: RegExp) => ways.find((way) => words.test(way.words))!.spread;
    expect(spreadOf(/gyro/i)).toBeLessThan(spreadOf(/no|without|none/i));
  });

  it('are all of the same step', () => {
    expect(stepsOf(experiment.plan.moves)[0]!.move.kind).toBe('drive');
    for (const { move } of comparedWays(experiment, 0)) expect(move.id).toBe('d');
  });
});
