import { conventions } from '../core/mathematics/conventions.ts';
import type { BenchWorkerApi } from '../workers/bench.worker.ts';
import { CancellableWorker } from './cancellableWorker.ts';

export type { Against, RestAnalysis } from '../workers/bench.worker.ts';
export type BenchWorker = CancellableWorker<BenchWorkerApi>;

/** A worker for long recordings and for drift verdicts, started when first needed. */
export function benchWorker(): BenchWorker {
  return new CancellableWorker(
    () =>
      new Worker(new URL('../workers/bench.worker.ts', import.meta.url), {
        type: 'module',
        // Its sentences are for the same readers.
        name: JSON.stringify(conventions()),
      }),
  );
}
