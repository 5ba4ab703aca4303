import { useCallback, useEffect, useRef, useState } from 'react';
import { createStore, type StoreApi } from 'zustand';
import type { Experiment } from '../../core/simulation/run.ts';
import { Cancelled } from '../../ui/cancellableWorker.ts';
import { ForecastPool, type ForecastSummary } from '../../ui/forecastPool.ts';

/** Runs of a forecast that can be asked for. */
export const FORECAST_RUNS = [500, 2000, 20000] as const;
/** By this the runs of a forecast are drawn; a run that is played again is drawn by the same. */
export const FORECAST_SEED = 1;

export interface ForecastState {
  summary: ForecastSummary | null;
  /** The experiment that the forecast belongs to; another one means that it is out of date. */
  of: Experiment | null;
  /** Runs done of a forecast under way, or null; a store of its own, because only the button shows them. */
  progress: StoreApi<number | null>;
  start: (runs: number) => void;
  cancel: () => void;
}

/** Makes forecasts of the experiment on request, over all cores. */
export function useForecast(experiment: Experiment): ForecastState {
  const pool = useRef<ForecastPool | null>(null);
  const [result, setResult] = useState<Pick<ForecastState, 'summary' | 'of'>>({
    summary: null,
    of: null,
  });
  const [progress] = useState(() => createStore<number | null>()(() => null));

  const start = useCallback(
    (runs: number) => {
      pool.current ??= new ForecastPool();
      progress.setState(0, true);
      // Progress comes by a line of its own and may arrive after the result.
      let live = true;
      pool.current
        .forecast(experiment, FORECAST_SEED, runs, (done) => live && progress.setState(done, true))
        .then(
          (summary) => setResult({ summary, of: experiment }),
          (error: unknown) => {
            if (!(error instanceof Cancelled)) throw error;
          },
        )
        .finally(() => {
          live = false;
          progress.setState(null, true);
        });
    },
    [experiment, progress],
  );
  useEffect(() => () => pool.current?.end(), []);
  return { ...result, progress, start, cancel: () => pool.current?.cancel() };
}
