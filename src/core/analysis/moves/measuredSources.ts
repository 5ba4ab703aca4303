import { wrapAngle } from '../../mathematics/angle.ts';
import { relativeTo } from '../../mathematics/pose.ts';
import { fisherQuantile } from '../../mathematics/quantiles.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';
import { startPose, type Experiment } from '../../simulation/run.ts';
import type { SeenRunMoves } from '../../telemetry/seenRun.ts';
import { budgetOf, walksOf } from '../budget/budget.ts';
import type { SpreadSource, StepModel } from '../budget/stepModel.ts';
import { CAMERA_SPREAD } from './cameraSpread.ts';
import {
  isAngle,
  knownOf,
  moveDeviations,
  SIMULATED,
  type MoveDeviation,
} from './moveDeviations.ts';

/** How much a source varies from run to run as a camera saw it, over what the error budget assumes: a factor with its 95 % interval. */
export interface MeasuredSource {
  source: SpreadSource;
  factor: { value: number; low: number; high: number };
  /** Moves that show it, none where it is the put-down; and runs that were seen. */
  moves: number;
  runs: number;
}

/** Runs that say anything of a spread. */
const FEWEST = 4;
/** A move shows a source that makes up so much of its variance. */
const MAINLY = 0.6;

/** A variance that was seen over the one that was assumed, each with its degrees of freedom. */
interface Ratio {
  source: SpreadSource;
  ratio: number;
  freedom: number;
  /** Of what is assumed; it is exact where it is a number of the setup. */
  assumedFreedom: number;
  moves: number;
}

/**
 * Each source of the error budget measured against what it assumes: the put-down by where the runs really started, the
 * others by the moves that they mainly make up. Intervals are those of a ratio of variances (Fisher's F).
 *
 * @param seen by a camera: the robot's own sensors do not see all that varies
 */
export function measuredSources(
  experiment: Experiment,
  seen: readonly SeenRunMoves[],
): MeasuredSource[] {
  if (seen.length < FEWEST) return [];
  const budget = budgetOf(experiment);
  const ofMoves = moveDeviations(experiment, seen).flatMap((one) => {
    const known = knownOf(one.values);
    const source = mainSource(one, budget.steps[one.step]!, experiment);
    if (source === null || known.length < FEWEST || one.assumed === 0) return [];
    const own = isAngle(one.by) ? CAMERA_SPREAD.angle : CAMERA_SPREAD.length;
    return [
      {
        source,
        ratio: Math.max(0, one.spread ** 2 - own ** 2) / one.assumed ** 2,
        freedom: known.length - 1,
        assumedFreedom: SIMULATED - 1,
        moves: 1,
      },
    ];
  });
  const all = [...putDownRatios(experiment, seen), ...ofMoves];
  return [...new Set(all.map(({ source }) => source))].map((source) =>
    pooled(
      source,
      all.filter((one) => one.source === source),
      seen.length,
    ),
  );
}

/** How the robot was put down, against what the setup assumes of whoever does it. */
function putDownRatios(
  { plan, field, trueParameters: { placement } }: Experiment,
  seen: readonly SeenRunMoves[],
): Ratio[] {
  const drawn = startPose(plan, field);
  const offsets = seen.map(({ start }) => relativeTo(drawn, start));
  const turned = offsets.map(({ heading }) => wrapAngle(heading));
  const axes: [number[], number, number][] = [
    [offsets.map(({ x }) => x), placement.alongSpread, CAMERA_SPREAD.place],
    [offsets.map(({ y }) => y), placement.acrossSpread, CAMERA_SPREAD.place],
    [turned, placement.headingSpread, CAMERA_SPREAD.angle],
  ];
  return axes.flatMap(([values, assumed, own]) =>
    assumed === 0
      ? []
      : [
          {
            source: 'start' as const,
            ratio: Math.max(0, standardDeviation(values) ** 2 - own ** 2) / assumed ** 2,
            freedom: values.length - 1,
            assumedFreedom: EXACT,
            moves: 0,
          },
        ],
  );
}

/** Degrees of freedom of what is known exactly. */
const EXACT = 1e6;

/** The source that makes up most of a move's variance in what is looked at; null where several do. */
function mainSource(
  { by }: MoveDeviation,
  model: StepModel,
  { trueParameters }: Experiment,
): SpreadSource | null {
  const { heading } = model.end.pose;
  const [cosine, sine] = [Math.cos(heading), Math.sin(heading)];
  const variances = new Map<SpreadSource, number>();
  for (const { source, effect } of [...model.noises, ...walksOf(model, trueParameters)]) {
    const size = isAngle(by) ? effect[2] : cosine * effect[0] + sine * effect[1];
    variances.set(source, (variances.get(source) ?? 0) + size ** 2);
  }
  const total = [...variances.values()].reduce((sum, one) => sum + one, 0);
  const [most] = [...variances].toSorted((a, b) => b[1] - a[1]);
  return most !== undefined && total > 0 && most[1] / total >= MAINLY ? most[0] : null;
}

function pooled(source: SpreadSource, ratios: readonly Ratio[], runs: number): MeasuredSource {
  const freedom = ratios.reduce((sum, one) => sum + one.freedom, 0);
  const ratio = ratios.reduce((sum, one) => sum + one.freedom * one.ratio, 0) / freedom;
  const assumed = mean(ratios.map(({ assumedFreedom }) => assumedFreedom)) * ratios.length;
  const at = (share: number) => Math.sqrt(ratio / fisherQuantile(share, freedom, assumed));
  return {
    source,
    factor: { value: Math.sqrt(ratio), low: at(0.975), high: at(0.025) },
    moves: ratios.reduce((sum, one) => sum + one.moves, 0),
    runs,
  };
}
