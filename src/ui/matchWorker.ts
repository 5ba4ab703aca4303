import { conventions } from '../core/language/conventions.ts';
import type { MatchWorkerApi } from '../workers/match.worker.ts';
import { withWords } from './conventions.ts';
import { CancellableWorker } from './cancellableWorker.ts';

/** A worker that works matches out, started when first needed. */
export function matchWorker(): CancellableWorker<MatchWorkerApi> {
  return new CancellableWorker(() =>
    withWords(
      new Worker(new URL('../workers/match.worker.ts', import.meta.url), {
        type: 'module',
        name: JSON.stringify(conventions()),
      }),
    ),
  );
}
