import { conventions } from '../core/language/conventions.ts';
import type { SimulationWorkerApi } from '../workers/simulation.worker.ts';
import { withWords } from './conventions.ts';
import { CancellableWorker } from './cancellableWorker.ts';

export type SimulationWorker = CancellableWorker<SimulationWorkerApi>;

/** A worker for simulations, started when first needed. */
export function simulationWorker(): SimulationWorker {
  return new CancellableWorker(() =>
    withWords(
      new Worker(new URL('../workers/simulation.worker.ts', import.meta.url), {
        type: 'module',
        name: JSON.stringify(conventions()),
      }),
    ),
  );
}
