/**
 * `npm run practice:forecasts`: hidden robots are drawn from what a ruler leaves open and measured on the benches of
 * their practice robots; their setups forecast the demo's routes, and the true robots drive them. Counts how many next
 * runs lie in the region that should hold 95 %, and how often the range of the chance holds the true one. The argument
 * is the number of robots.
 */
import { budgetOf } from '../../src/core/analysis/budget/budget.ts';
import { spreadAtZone } from '../../src/core/analysis/budget/chance.ts';
import { coverage } from '../../src/core/analysis/runs/calibration.ts';
import { hitChance } from '../../src/core/analysis/runs/hitChance.ts';
import { summarise, type OffsetSpread } from '../../src/core/analysis/runs/summary.ts';
import { nominalOffset, unknownEffects } from '../../src/core/analysis/unknowns/effects.ts';
import { twoLevels } from '../../src/core/analysis/unknowns/twoLevels.ts';
import { offsetFrom, scores, type Offset } from '../../src/core/field/field.ts';
import { toolPose } from '../../src/core/robot/toolPose.ts';
import { checkpointsOf } from '../../src/core/route/checkpoints.ts';
import { stepsOf } from '../../src/core/route/plan.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../src/core/simulation/forecast.ts';
import { FIELD, measuredRobot, PLANS, type Thoroughness } from './hiddenRobots.ts';

/** What came true at one checkpoint. */
export interface ForecastRate {
  checkpoint: string;
  robots: number;
  /** Share of next runs inside the 95 % region, with what is not known and as if the setup were the robot. */
  inside: number;
  insideAsIfKnown: number;
  /** The same for the region of simulated robots and runs. */
  insideSimulated: number;
  /** Share of robots whose true chance lies in the stated interval, and the mean width of that. */
  held: number;
  width: number;
}

const RUNS = 200;
const SIMULATED = 400;
/** Squared radius of the region that holds 95 % of a normal distribution in the plane. */
const HELD_95 = 5.991;

export function forecastRates(robots: number, how: Thoroughness): ForecastRate[] {
  const found = new Map<string, ForecastRate>();
  for (let seed = 1; seed <= robots; seed++) {
    const { truth, setup, knowledge } = measuredRobot(seed, how);
    for (const [title, plan] of Object.entries(PLANS)) {
      const experiment = { plan, field: FIELD, estimated: setup, trueParameters: setup };
      const effects = unknownEffects(experiment, knowledge);
      const budget = budgetOf(experiment);
      const real = forecastRuns({ ...experiment, trueParameters: truth }, seed, RUNS);
      const simulated = forecastRuns({ ...experiment, knowledge }, 1000 + seed, SIMULATED);
      for (const checkpoint of checkpointsOf(plan)) {
        const step = stepsOf(plan.moves).findIndex(({ move }) => move.id === checkpoint.id);
        const { zone } = FIELD.models.find(({ id }) => id === checkpoint.modelId)!;
        const two = twoLevels(experiment, budget, effects, knowledge, step, zone);
        const nominal = nominalOffset(effects, step, zone, setup.body);
        const ends = Array.from({ length: RUNS }, (_, run) =>
          offsetFrom(zone, toolPose(setup.body, forecastPose(real, run, momentAfterMove(step)))),
        );
        const expected = Array.from({ length: SIMULATED }, (_, run) =>
          offsetFrom(
            zone,
            toolPose(setup.body, forecastPose(simulated, run, momentAfterMove(step))),
          ),
        );
        const asIfKnown = spreadAtZone(budget, step, zone, setup.body);
        const share = (spread: OffsetSpread, held: number) =>
          ends.filter((end) => distance(spread, end, nominal) <= held).length / RUNS;
        // Of 200 runs the share that hits is not the chance; the normal of the runs knows it better.
        const truly =
          0.5 * (ends.filter((end) => scores(zone, end)).length / RUNS) +
          0.5 * hitChance(zone, summarise(ends), summarise(ends).mean);
        const label = `${title}: ${checkpoint.name}`;
        const rate = found.get(label) ?? {
          checkpoint: label,
          robots: 0,
          inside: 0,
          insideAsIfKnown: 0,
          insideSimulated: 0,
          held: 0,
          width: 0,
        };
        found.set(label, rate);
        rate.robots++;
        rate.inside += share(two.nextRun, two.held);
        rate.insideSimulated += coverage(ends, expected, false).at(-1)!.inside / RUNS;
        rate.insideAsIfKnown += share(asIfKnown, HELD_95);
        const slack = 1.96 * Math.sqrt((truly * (1 - truly)) / RUNS);
        rate.held += Number(
          truly >= two.chance.low - slack && truly <= two.chance.high + Math.max(slack, 0.005),
        );
        rate.width += two.chance.high - two.chance.low;
      }
    }
  }
  return [...found.values()].map((rate) => ({
    ...rate,
    inside: rate.inside / rate.robots,
    insideAsIfKnown: rate.insideAsIfKnown / rate.robots,
    insideSimulated: rate.insideSimulated / rate.robots,
    held: rate.held / rate.robots,
    width: rate.width / rate.robots,
  }));
}

function distance({ covariance: { along, left, cross } }: OffsetSpread, a: Offset, b: Offset) {
  const [x, y] = [a.along - b.along, a.left - b.left];
  return (left * x * x - 2 * cross * x * y + along * y * y) / (along * left - cross * cross);
}

if (import.meta.url === `file://${process.argv[1]}`) {
  const robots = Number(process.argv[2] ?? 300);
  const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
  console.warn(
    '| benches | checkpoint | inside | inside, simulated | as if known | chance held | mean width |',
  );
  console.warn('| --- | --- | --- | --- | --- | --- | --- |');
  for (const how of ['four trials', 'full'] as const) {
    for (const rate of forecastRates(robots, how)) {
      console.warn(
        `| ${how} | ${rate.checkpoint} | ${percent(rate.inside)} | ${percent(rate.insideSimulated)} | ${percent(rate.insideAsIfKnown)} | ${percent(rate.held)} | ${percent(rate.width)} |`,
      );
    }
  }
}
