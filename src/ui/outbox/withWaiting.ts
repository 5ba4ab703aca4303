import type { Run } from '../../contracts/practices.ts';
import type { WaitingWrite } from './outbox.ts';

/** The runs of a session as they will be when everything that waits has been sent, oldest first. */
export function withWaiting(
  stored: readonly Run[],
  waiting: readonly Pick<WaitingWrite, 'runId' | 'run' | 'method' | 'refused'>[],
): Run[] {
  const runs = new Map(stored.map((run) => [run.id, run]));
  for (const { runId, run, method, refused } of waiting) {
    // A refused change is not shown as made; a refused run stays to be seen.
    if (refused !== null && method !== 'PUT') continue;
    if (runId === null) continue;
    if (method === 'DELETE') runs.delete(runId);
    else if (run !== null) runs.set(runId, run);
  }
  return [...runs.values()].sort(
    (a, b) => a.happenedAt.localeCompare(b.happenedAt) || a.id.localeCompare(b.id),
  );
}
