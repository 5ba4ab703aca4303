import { toolPose } from '../../robot/toolPose.ts';
import { coverage, type Coverage } from '../runs/calibration.ts';
import { summarise } from '../runs/summary.ts';
import { offsetFrom, type Offset, type Zone } from '../../field/field.ts';
import type { Checkpoint } from '../../route/checkpoints.ts';
import { stepsOf } from '../../route/plan.ts';
import { forecastPose, forecastRuns, momentAfterMove } from '../../simulation/forecast.ts';
import type { Experiment } from '../../simulation/run.ts';
import { refitNoise, type Refit } from './refit.ts';

/** How a forecast stands beside the runs that came. */
export interface ForecastCalibration {
  /** Coverage as forecast, and with the offset laid aside: the spread alone. */
  asForecast: Coverage[];
  spreadAlone: Coverage[];
  /** Forecast offsets, for drawing; the first few hundred. */
  forecast: Offset[];
  refit: Refit;
}

const RUNS = 1500;
const DRAWN = 300;

/**
 * Forecasts a checkpoint and compares with at least two measured runs; null when the plan does not have the
 * checkpoint.
 */
export function calibrationOf(
  experiment: Experiment,
  checkpoint: Checkpoint,
  zone: Zone,
  measured: readonly Offset[],
  seed: number,
): ForecastCalibration | null {
  const step = stepsOf(experiment.plan.moves).findIndex(({ move }) => move.id === checkpoint.id);
  if (step < 0 || measured.length < 2) return null;
  const simulated = forecastRuns(experiment, seed, RUNS);
  const { body } = experiment.estimated;
  const forecast = Array.from({ length: RUNS }, (_, run) =>
    offsetFrom(zone, toolPose(body, forecastPose(simulated, run, momentAfterMove(step)))),
  );
  return {
    asForecast: coverage(measured, forecast, false),
    spreadAlone: coverage(measured, forecast, true),
    forecast: forecast.slice(0, DRAWN),
    refit: refitNoise(experiment, checkpoint.id, zone, summarise(measured)),
  };
}
