import * as Comlink from 'comlink';
import { aimOptions, type AimOption } from '../core/consistency/aim.ts';
import type { OffsetSummary } from '../core/consistency/summary.ts';
import type { Zone } from '../core/field/field.ts';
import { spreadBand, type SpreadAt } from '../core/budget/spread.ts';
import { spreadShares, type SourceShare } from '../core/budget/sources.ts';
import type { Checkpoint } from '../core/route/moves.ts';
import { emptyForecast, simulateRuns, type Forecast } from '../core/simulation/forecast.ts';
import type { Experiment } from '../core/simulation/run.ts';

/** Simulated runs with the spread that they show. */
export interface SpreadForecast {
  forecast: Forecast;
  band: SpreadAt[];
}

/** Runs between two reports of progress: a few tens of milliseconds of work. */
const RUNS_PER_REPORT = 20;

const door = {
  forecast(
    experiment: Experiment,
    seed: number,
    runs: number,
    onProgress: (done: number) => void,
    first = 0,
  ): SpreadForecast {
    const forecast = emptyForecast(experiment, seed, runs, first);
    for (let from = 0; from < runs; from += RUNS_PER_REPORT) {
      const to = Math.min(runs, from + RUNS_PER_REPORT);
      simulateRuns(experiment, forecast, from, to);
      onProgress(to);
    }
    // The band is worked out here too: sorting thousands of distances would hold the page up.
    const band = spreadBand(forecast, experiment.truth.body);
    return Comlink.transfer({ forecast, band }, [
      forecast.poses.buffer,
      forecast.durations.buffer,
      forecast.timeLimits.buffer,
    ]);
  },
  aim(
    experiment: Experiment,
    checkpoint: Checkpoint,
    zone: Zone,
    summary: OffsetSummary,
  ): AimOption[] {
    return aimOptions(experiment, checkpoint, zone, summary);
  },
  shares(experiment: Experiment, move: number, seed: number, runs: number): SourceShare[] {
    return spreadShares(experiment, move, seed, runs);
  },
};

/** What the simulation worker offers to views. */
export type SimulationDoor = typeof door;

Comlink.expose(door);
