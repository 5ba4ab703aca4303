import { conventions } from '../core/language/conventions.ts';
import type { BenchWorkerApi } from '../workers/bench.worker.ts';
import { withWords } from './conventions.ts';
import { CancellableWorker } from './cancellableWorker.ts';

export type { Against, RestAnalysis } from '../workers/bench.worker.ts';
export type BenchWorker = CancellableWorker<BenchWorkerApi>;

/** A worker for long recordings and for drift verdicts, started when first needed. */
export function benchWorker(): BenchWorker {
  return new CancellableWorker(() =>
    withWords(
      new Worker(new URL('../workers/bench.worker.ts', import.meta.url), {
        type: 'module',
        name: JSON.stringify(conventions()),
      }),
    ),
  );
}
