import { describe, expect, it } from 'vitest';
import { BELIEVED, FIELD, PLANS } from '../../../../tests/experiments/hiddenRobots.ts';
import { offsetFrom } from '../../field/field.ts';
import { measureWords } from '../../text/measureWords.ts';
import { deviated, knowledgeOf, SURE } from '../../robot/knowledge.ts';
import { toolPose } from '../../robot/toolPose.ts';
import { checkpointsOf } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { forecastRuns } from '../../simulation/forecast.ts';
import { nominalRun, type Experiment } from '../../simulation/run.ts';
import { budgetOf } from '../budget/budget.ts';
import { spreadAtZone } from '../budget/chance.ts';
import { offsetEffects, unknownEffects } from './effects.ts';
import { measureNext } from './measureNext.ts';
import { routeUnknowns } from './routeUnknowns.ts';
import { simulatedRanges } from './simulatedChance.ts';
import { unknownShare } from './twoLevels.ts';

const { setup, sources } = BELIEVED;
const knowledge = knowledgeOf(setup, sources);
const plan = PLANS['Heron Hide']!;
const experiment: Experiment = {
  plan,
  field: FIELD,
  estimated: setup,
  trueParameters: setup,
  knowledge,
};
const [checkpoint] = checkpointsOf(plan);
const step = stepsOf(plan.moves).findIndex(({ move }) => move.id === checkpoint!.id);
const { zone } = FIELD.models.find(({ id }) => id === checkpoint!.modelId)!;

describe('what is not known of a robot, on a route', () => {
  const effects = unknownEffects(experiment, knowledge);
  const perUnit = offsetEffects(effects, step, zone, setup.body);

  it('moves the end as a robot with that number does', () => {
    const endOf = (robot: typeof setup) =>
      offsetFrom(
        zone,
        toolPose(setup.body, nominalRun({ ...experiment, trueParameters: robot }).moves[step]!.end),
      );
    const middle = endOf(setup);
    for (const path of ['drive.wheelDiameter', 'gyro.scale', 'range.offset']) {
      const by = path === 'gyro.scale' ? 0.002 : 0.2;
      const end = endOf(deviated(setup, { [path]: by }));
      const effect = perUnit[effects.knowledge.paths.indexOf(path)]!;
      expect(end.along - middle.along).toBeCloseTo(by * effect.along, 0);
      expect(end.left - middle.left).toBeCloseTo(by * effect.left, 0);
    }
  });

  it('is a share of where a next run ends, beside what varies', () => {
    const { checkpoints, band } = routeUnknowns(experiment);
    const two = checkpoints[checkpoint!.id]!;
    const shares = [...two.notKnown, ...two.varies].map(({ share }) => share);
    expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 6);
    expect(unknownShare(two)).toBeGreaterThan(0.1);
    expect(two.notKnown.map(({ of }) => of)).toContain('gyro.scale');
    expect(two.chance.low).toBeLessThan(two.chance.expected);
    expect(two.held).toBeGreaterThan(5.99);
    const budget = budgetOf(experiment);
    const varies = spreadAtZone(budget, step, zone, setup.body);
    expect(two.nextRun.covariance.left).toBeGreaterThan(varies.covariance.left);
    expect(band).toHaveLength(stepsOf(plan.moves).length * 8);
  });

  it('is nothing of a robot that is as its setup says', () => {
    const sure = { ...experiment, knowledge: SURE };
    const two = routeUnknowns(sure).checkpoints[checkpoint!.id]!;
    expect(two.notKnown).toEqual([]);
    expect(two.chance.high - two.chance.low).toBeLessThan(1e-9);
  });

  it('gives simulated runs a robot each, the same ones every time', () => {
    const forecast = forecastRuns(experiment, 3, 400);
    expect(forecast.deviations).toHaveLength(400 * knowledge.paths.length);
    expect(forecastRuns(experiment, 3, 400).poses).toEqual(forecast.poses);
    const range = simulatedRanges(experiment, forecast)[checkpoint!.id]!;
    const { chance } = routeUnknowns(experiment).checkpoints[checkpoint!.id]!;
    // Two ways to the same range: straight lines, and simulated runs.
    expect(range.low).toBeCloseTo(chance.low, 0);
    expect(range.expected).toBeCloseTo(chance.expected, 1);
  });
});

describe('what to measure next', () => {
  it('is what gains most for a minute, and practice where the route can aim it away', () => {
    const ranked = measureNext(experiment);
    const rates = ranked.map(({ before, after, minutes }) => (after - before) / minutes);
    expect(rates).toEqual(rates.toSorted((a, b) => b - a));
    expect(ranked.map(({ what }) => what)).toContain('practice');
    expect(ranked.find(({ what }) => what === 'scale')!.about).toBe('gyro.scale');
  });

  it('is nothing once the route was driven ten times', () => {
    const ranked = measureNext(experiment, { [checkpoint!.id]: 10 });
    expect(ranked).toEqual([]);
    expect(measureWords(ranked, 'Heron Hide').headline).toBe('Nothing to measure: practise.');
  });

  it('names the bench, its gain and the reason', () => {
    const slow = measureNext({ ...experiment, plan: PLANS['Sluice, then Tide Gauge']! });
    const words = measureWords(slow, 'Sluice, then Tide Gauge');
    expect(words.headline).toMatch(/^Measure next: \w+\.$/);
    expect(words.reason).toMatch(
      /from \d+ % to \d+ % in \d+ minutes: .* is not known well enough\.$/,
    );
  });
});
