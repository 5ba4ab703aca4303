import { pathToFileURL } from 'node:url';
import { FIELD } from '../../demo/field.ts';
import { aimOptions } from '../../src/core/analysis/aim/aim.ts';
import { toolPose } from '../../src/core/robot/toolPose.ts';
import type { MeasuredRun } from '../../src/core/analysis/runs/measuredRun.ts';
import { verdictOf } from '../../src/core/analysis/runs/verdict.ts';
import { offsetFrom, scores, type Offset, type Zone } from '../../src/core/field/field.ts';
import { withSetupValues, type RobotParameters } from '../../src/core/robot/parameters.ts';
import { checkpointsOf } from '../../src/core/route/checkpoints.ts';
import { shiftedPlan, type RoutePlan } from '../../src/core/route/plan.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../src/core/simulation/forecast.ts';
import { normal } from '../../src/core/mathematics/randomness.ts';
import { standardDeviation } from '../../src/core/mathematics/sample.ts';
import { HIDE, ROBOT, TO_THE_HIDE } from './toTheHide.ts';

/** How a team practises: what it does after each run. */
export type Policy = 'never correct' | 'correct after every run' | 'follow the verdict';
export const POLICIES: readonly Policy[] = [
  'never correct',
  'correct after every run',
  'follow the verdict',
];

const RUNS = 60;
/** The verdict is asked after every this many runs of a revision. */
const SERIES = 10;
const GOAL = 0.9;
const estimated = ROBOT;
const plan = TO_THE_HIDE;
const zone: Zone = {
  ...HIDE.zone,
  shape: { kind: 'circle', radius: 20 },
  headingTolerance: null,
};
const [checkpoint] = checkpointsOf(plan);

/** A robot that is not quite what its setup says: wheels, gyro and braking are a little off. */
function hiddenTruth(seed: number): RobotParameters {
  const draw = normal(seed, 0, 1);
  return withSetupValues(estimated, {
    'drive.wheelDiameter': estimated.drive.wheelDiameter * (1 + 0.012 * draw()),
    'gyro.scale': 1 + 0.006 * draw(),
    'motor.braking': estimated.motor.braking * (1 + 0.1 * draw()),
  });
}

function offsetsOf(
  driven: RoutePlan,
  truth: RobotParameters,
  seed: number,
  runs: number,
): Offset[] {
  const forecast = forecastRuns(
    { plan: driven, field: FIELD, estimated, trueParameters: truth },
    seed,
    runs,
  );
  return Array.from({ length: runs }, (_, run) =>
    offsetFrom(zone, toolPose(estimated.body, forecastPose(forecast, run, momentAfterMove(3)))),
  );
}

/** The plan at the end of a practice of 60 runs. */
function practise(policy: Policy, truth: RobotParameters, seed: number): RoutePlan {
  if (policy === 'never correct') return plan;
  let now = plan;
  if (policy === 'correct after every run') {
    for (let run = 0; run < RUNS; run++) {
      // Over by 5 mm, so 5 mm less.
      const [offset] = offsetsOf(now, truth, seed * RUNS + run, 1);
      now = shiftedPlan(
        now,
        new Map([
          ['m1', offset!.left],
          ['m3', -offset!.along],
        ]),
      );
    }
    return now;
  }
  let runs: MeasuredRun[] = [];
  for (let series = 0; series < RUNS / SERIES; series++) {
    const more = offsetsOf(now, truth, seed * RUNS + series, SERIES);
    runs = [...runs, ...more.map((offset) => ({ offset, hit: null }))];
    const { kind, summary } = verdictOf(runs, zone, GOAL);
    if (kind !== 'aim' || summary === null) continue;
    const experiment = { plan: now, field: FIELD, estimated, trueParameters: estimated };
    const [best] = aimOptions(experiment, [{ checkpoint: checkpoint!, zone, summary }]);
    if (best === undefined) continue;
    now = shiftedPlan(now, new Map(best.changes.map(({ moveId, change }) => [moveId, change])));
    // Runs of the old revision say nothing of where the new one lands.
    runs = [];
  }
  return now;
}

/** Chance to hit after a practice, of each policy, for each seed. */
export function practices(seeds: number, countedRuns: number): Record<Policy, number[]> {
  const ends: Record<Policy, number[]> = {
    'never correct': [],
    'correct after every run': [],
    'follow the verdict': [],
  };
  for (let seed = 1; seed <= seeds; seed++) {
    const truth = hiddenTruth(seed);
    for (const policy of POLICIES) {
      const end = practise(policy, truth, seed);
      const counted = offsetsOf(end, truth, 1_000_000 + seed, countedRuns);
      ends[policy].push(counted.filter((offset) => scores(zone, offset)).length / countedRuns);
    }
  }
  return ends;
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) {
  const seeds = 200;
  const ends = practices(seeds, 400);
  process.stdout.write(
    `| policy | mean chance to hit after 60 runs | standard error | worst tenth |` + '\n',
  );
  process.stdout.write('| --- | --- | --- | --- |' + '\n');
  for (const policy of POLICIES) {
    const chances = ends[policy].toSorted((a, b) => a - b);
    const mean = chances.reduce((sum, chance) => sum + chance, 0) / seeds;
    const error = standardDeviation(chances) / Math.sqrt(seeds);
    const tenth =
      chances.slice(0, seeds / 10).reduce((sum, chance) => sum + chance, 0) / (seeds / 10);
    process.stdout.write(
      `| ${policy} | ${(100 * mean).toFixed(1)} % | ${(100 * error).toFixed(1)} % | ${(100 * tenth).toFixed(1)} % |\n`,
    );
  }
}
