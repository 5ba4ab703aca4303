import * as Comlink from 'comlink';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { SpreadAt } from '../../core/budget/spread.ts';
import type { Forecast } from '../../core/simulation/forecast.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { Cancelled } from '../../ui/cancellableWorker.ts';
import { simulationWorker, type SimulationWorker } from '../../ui/simulationWorker.ts';

/** Runs of the quick look after every edit, and of the forecast that is asked for. */
const QUICK_RUNS = 60;
export const FORECAST_RUNS = 500;
const SEED = 1;
/** Rest after an edit before the quick look starts, ms. */
const PAUSE = 200;

export interface ForecastState {
  forecast: Forecast | null;
  band: SpreadAt[];
  /** The experiment that the forecast belongs to; another one means that it is out of date. */
  of: Experiment | null;
  /** Runs done of a full forecast under way, or null. */
  progress: number | null;
  start: () => void;
  cancel: () => void;
}

/** Keeps a quick forecast up to date with the experiment, and makes a full one on request. */
export function useForecast(experiment: Experiment): ForecastState {
  const worker = useRef<SimulationWorker | null>(null);
  const quickLook = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [result, setResult] = useState<Pick<ForecastState, 'forecast' | 'band' | 'of'>>({
    forecast: null,
    band: [],
    of: null,
  });
  const [progress, setProgress] = useState<number | null>(null);

  const run = useCallback(
    async (runs: number, onProgress: (done: number) => void) => {
      worker.current ??= simulationWorker();
      // Progress comes by a line of its own and may arrive after the result.
      let live = true;
      const report = (done: number) => {
        if (live) onProgress(done);
      };
      try {
        const { forecast, band } = await worker.current.ask((door) =>
          door.forecast(experiment, SEED, runs, Comlink.proxy(report)),
        );
        setResult({ forecast, band, of: experiment });
      } catch (error) {
        if (!(error instanceof Cancelled)) throw error;
      } finally {
        live = false;
        setProgress(null);
      }
    },
    [experiment],
  );

  useEffect(() => {
    if (experiment.plan.moves.length === 0) {
      setResult({ forecast: null, band: [], of: experiment });
      return;
    }
    quickLook.current = setTimeout(() => void run(QUICK_RUNS, () => {}), PAUSE);
    return () => clearTimeout(quickLook.current);
  }, [experiment, run]);
  useEffect(() => () => worker.current?.end(), []);

  return {
    ...result,
    progress,
    start: () => {
      clearTimeout(quickLook.current);
      worker.current?.cancel();
      setProgress(0);
      void run(FORECAST_RUNS, setProgress);
    },
    cancel: () => worker.current?.cancel(),
  };
}
