import { conventions } from '../core/mathematics/conventions.ts';
import type { SimulationWorkerApi } from '../workers/simulation.worker.ts';
import { CancellableWorker } from './cancellableWorker.ts';

export type SimulationWorker = CancellableWorker<SimulationWorkerApi>;

/** A worker for simulations, started when first needed. */
export function simulationWorker(): SimulationWorker {
  return new CancellableWorker(
    () =>
      new Worker(new URL('../workers/simulation.worker.ts', import.meta.url), {
        type: 'module',
        // Its sentences are for the same readers.
        name: JSON.stringify(conventions()),
      }),
  );
}
