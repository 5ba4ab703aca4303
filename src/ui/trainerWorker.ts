import { conventions } from '../core/language/conventions.ts';
import { CancellableWorker } from './cancellableWorker.ts';
import { withWords } from './conventions.ts';
import type { TrainerWorkerApi } from '../workers/trainer.worker.ts';

/** A worker that plays the table of a drill, started when first needed. */
export function trainerWorker(): CancellableWorker<TrainerWorkerApi> {
  return new CancellableWorker(() =>
    withWords(
      new Worker(new URL('../workers/trainer.worker.ts', import.meta.url), {
        type: 'module',
        name: JSON.stringify(conventions()),
      }),
    ),
  );
}
