import type { ChanceRange } from '../core/analysis/runs/chanceRange.ts';
import { routeUnknowns } from '../core/analysis/unknowns/routeUnknowns.ts';
import { simulatedRanges } from '../core/analysis/unknowns/simulatedChance.ts';
import { unknownShare, type TwoLevels } from '../core/analysis/unknowns/twoLevels.ts';
import { forecastRuns } from '../core/simulation/forecast.ts';
import { outcomesOf, type CheckpointOutcome } from '../core/simulation/outcomes.ts';
import { routesOfBundle, type BundleRoute } from './routesOfBundle.ts';

const RUNS = 2000;
const SEED = 1;

/** What `forecast` says of one route. */
export interface RouteForecast {
  route: string;
  revision: number;
  runs: number;
  /** s: one run in twenty is quicker, half are, one in twenty is slower. */
  duration_s: [quick: number, middle: number, slow: number];
  checkpoints: {
    name: string;
    /** Where the chance lies, as far as the robot is known, with the share of the simulated runs that hit. */
    chance: [low: number, best: number, high: number];
    /** The same if the noise-free run ended in the middle. */
    aimed: [low: number, best: number, high: number];
    /** Share of a next run's variance that is not known of the robot, and the numbers that matter most. */
    not_known: { share: number; numbers: { number: string; share: number }[] };
    offset_mm: { right: number; far: number };
    spread_mm: { right: number; far: number };
  }[];
}

/** Forecasts the newest revision of every route of a bundle. Throws an Error that says what is missing. */
export function forecastBundle(text: string): RouteForecast[] {
  return routesOfBundle(text).map(forecastOf);
}

function forecastOf({ name, revision, experiment }: BundleRoute): RouteForecast {
  const forecast = forecastRuns(experiment, SEED, RUNS);
  const { checkpoints, duration } = outcomesOf(experiment, forecast);
  const ranges = simulatedRanges(experiment, forecast);
  const unknowns = routeUnknowns(experiment);
  return {
    route: name,
    revision,
    runs: RUNS,
    duration_s: [duration.quick, duration.middle, duration.slow],
    checkpoints: checkpoints.map((one) =>
      checkpointOf(one, ranges[one.checkpointId]!, unknowns.checkpoints[one.checkpointId]!),
    ),
  };
}

/** Numbers that are named; the others matter less. */
const NAMED = 5;

function checkpointOf(
  { name, chance, mean, spread }: CheckpointOutcome,
  range: ChanceRange,
  two: TwoLevels,
): RouteForecast['checkpoints'][number] {
  const { onTarget, notKnown } = two;
  return {
    name,
    chance: [range.low, chance, range.high],
    aimed: [onTarget.low, onTarget.expected, onTarget.high],
    not_known: {
      share: unknownShare(two),
      numbers: notKnown.slice(0, NAMED).map(({ of, share }) => ({ number: of, share })),
    },
    offset_mm: { right: -mean.left, far: mean.along },
    spread_mm: { right: spread.left, far: spread.along },
  };
}
