import { median } from '../../mathematics/sample.ts';

/** A gap that is longer was a break, or another route, min. */
const BREAK = 10;
/** Gaps that have to be known before they say something. */
const KNOWN = 5;

/**
 * How long a run takes with fetching, putting down, measuring and logging, by how the runs of a practice followed each
 * other, min; null while too few did.
 */
export function minutesBetweenRuns(
  runs: readonly { happenedAt: string; sessionId: string }[],
): number | null {
  const order = runs.toSorted((a, b) => a.happenedAt.localeCompare(b.happenedAt));
  const gaps = order.slice(1).flatMap((run, i) => {
    const before = order[i]!;
    const minutes = (Date.parse(run.happenedAt) - Date.parse(before.happenedAt)) / 60_000;
    return run.sessionId === before.sessionId && minutes > 0 && minutes <= BREAK ? [minutes] : [];
  });
  return gaps.length < KNOWN ? null : median(gaps);
}
