import { fitSources, type PlaceCovariance, type SourceFit } from '../runs/calibration.ts';
import type { OffsetSummary } from '../runs/summary.ts';
import type { Zone } from '../../field/field.ts';
import { setupValue, withSetupValues, type RobotParameters } from '../../robot/parameters.ts';
import { stepsOf } from '../../route/plan.ts';
import type { Experiment } from '../../simulation/run.ts';
import { budgetOf, contributions, type Share } from './budget.ts';
import { NOISE_PATHS } from './noisePaths.ts';
import type { SpreadSource } from './stepModel.ts';

/** The budget's sources fitted to what was measured at a checkpoint. */
export interface Refit {
  /** Largest fitted source first. */
  sources: SourceFit<SpreadSource>[];
  /** The setup with its noise numbers scaled, and the numbers that changed. */
  setup: RobotParameters;
  values: Record<string, number>;
}

/** A factor nearer to 1 than this changes nothing worth a new setup. */
const WORTH_CHANGING = 0.05;

/** Covariance of the place at a zone, source by source, by the error budget. */
export function sourceCovariances(
  experiment: Experiment,
  checkpointId: string,
  zone: Zone,
): { source: SpreadSource; covariance: PlaceCovariance }[] {
  const step = stepsOf(experiment.plan.moves).findIndex(({ move }) => move.id === checkpointId);
  if (step < 0) return [];
  const c = Math.cos(zone.target.heading);
  const s = Math.sin(zone.target.heading);
  const found = new Map<SpreadSource, PlaceCovariance>();
  for (const { source, x, y } of contributions(budgetOf(experiment), step, experiment)) {
    const along = c * x + s * y;
    const left = -s * x + c * y;
    const sum = found.get(source) ?? { along: 0, left: 0, cross: 0 };
    found.set(source, {
      along: sum.along + along * along,
      left: sum.left + left * left,
      cross: sum.cross + along * left,
    });
  }
  return [...found].map(([source, covariance]) => ({ source, covariance }));
}

/** Fits the noise levels of a setup to the spread that was measured at a checkpoint. */
export function refitNoise(
  experiment: Experiment,
  checkpointId: string,
  zone: Zone,
  { covariance, count }: Pick<OffsetSummary, 'covariance' | 'count'>,
): Refit {
  const sources = sourceCovariances(experiment, checkpointId, zone).map((one) => ({
    ...one,
    fixed: NOISE_PATHS[one.source].length === 0,
  }));
  const fitted = fitSources(sources, covariance, count).sort((a, b) => b.after - a.after);
  const values: Record<string, number> = {};
  for (const { source, factor } of fitted) {
    if (Math.abs(factor - 1) < WORTH_CHANGING) continue;
    for (const path of NOISE_PATHS[source]) {
      const now = setupValue(experiment.trueParameters, path) as number;
      if (now !== 0) values[path] = now * factor;
    }
  }
  return { sources: fitted, setup: withSetupValues(experiment.trueParameters, values), values };
}

/**
 * Where the spread at a checkpoint comes from, largest share first: by the setup, or fitted to the runs when
 * there are any.
 */
export function spreadShares(
  experiment: Experiment,
  checkpointId: string,
  zone: Zone,
  measured: Pick<OffsetSummary, 'covariance' | 'count'> | null,
): Share<SpreadSource>[] {
  const deviations =
    measured === null
      ? sourceCovariances(experiment, checkpointId, zone).map(({ source, covariance }) => ({
          source,
          deviation: Math.sqrt(covariance.along + covariance.left),
        }))
      : refitNoise(experiment, checkpointId, zone, measured).sources.map(({ source, after }) => ({
          source,
          deviation: after,
        }));
  const total = deviations.reduce((sum, { deviation }) => sum + deviation ** 2, 0);
  return deviations
    .filter(({ deviation }) => deviation > 0)
    .map(({ source, deviation }) => ({ of: source, deviation, share: deviation ** 2 / total }))
    .sort((a, b) => b.share - a.share);
}
