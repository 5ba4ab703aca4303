import * as Comlink from 'comlink';
import type { Forecast } from '../core/simulation/forecast.ts';
import type { Experiment } from '../core/simulation/run.ts';
import type { ForecastSummary } from '../workers/simulation.worker.ts';
export type { ForecastSummary } from '../workers/simulation.worker.ts';
import { simulationWorker, type SimulationWorker } from './simulationWorker.ts';

/** Workers at most; more than there are cores would only wait for each other. */
const MOST_WORKERS = 8;

/**
 * Forecasts shared over the machine's cores. Each run has streams of its own, so the result is the
 * same however many workers there are.
 */
export class ForecastPool {
  private readonly workers: SimulationWorker[];

  constructor(cores = navigator.hardwareConcurrency || 2) {
    this.workers = Array.from({ length: Math.max(1, Math.min(MOST_WORKERS, cores)) }, () =>
      simulationWorker(),
    );
  }

  /** Simulates `runs` runs; rejects with Cancelled when it is given up. */
  async forecast(
    experiment: Experiment,
    seed: number,
    runs: number,
    onProgress: (done: number) => void,
  ): Promise<ForecastSummary> {
    this.cancel();
    const workers = this.workers.slice(0, Math.max(1, Math.ceil(runs / 100)));
    const done = workers.map(() => 0);
    const parts = await Promise.all(
      workers.map((worker, i) => {
        const first = Math.floor((runs * i) / workers.length);
        const last = Math.floor((runs * (i + 1)) / workers.length);
        const report = Comlink.proxy((count: number) => {
          done[i] = count;
          onProgress(done.reduce((sum, one) => sum + one, 0));
        });
        return worker.ask((door) => door.runs(experiment, seed, last - first, report, first));
      }),
    );
    const whole = joined(parts);
    return workers[0]!.ask((door) =>
      door.summary(experiment, Comlink.transfer(whole, [whole.poses.buffer])),
    );
  }

  cancel(): void {
    for (const worker of this.workers) worker.cancel();
  }

  end(): void {
    for (const worker of this.workers) worker.end();
  }
}

/** The parts of a forecast, in the order of their runs, as one. */
function joined(parts: readonly Forecast[]): Forecast {
  const [first] = parts as [Forecast, ...Forecast[]];
  if (parts.length === 1) return first;
  const runs = parts.reduce((sum, part) => sum + part.runs, 0);
  const numbers = <T extends Float32Array | Uint8Array | Uint16Array>(
    of: (part: Forecast) => T,
    into: T,
  ): T => {
    let at = 0;
    for (const part of parts) {
      into.set(of(part), at);
      at += of(part).length;
    }
    return into;
  };
  const perRun = first.poses.length / Math.max(1, first.runs);
  const conditions = first.conditions.length / Math.max(1, first.runs);
  const deviations = first.deviations.length / Math.max(1, first.runs);
  return {
    ...first,
    runs,
    poses: numbers((part) => part.poses, new Float32Array(runs * perRun)),
    durations: numbers((part) => part.durations, new Float32Array(runs)),
    timeLimits: numbers((part) => part.timeLimits, new Uint8Array(runs)),
    collisions: numbers((part) => part.collisions, new Uint8Array(runs)),
    dropouts: numbers((part) => part.dropouts, new Uint16Array(runs)),
    answers: numbers((part) => part.answers, new Uint8Array(runs * first.looks.length)),
    conditions: numbers((part) => part.conditions, new Float32Array(runs * conditions)),
    deviations: numbers((part) => part.deviations, new Float32Array(runs * deviations)),
  };
}
