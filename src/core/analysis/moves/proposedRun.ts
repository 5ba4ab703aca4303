/** A run to which what a hub said may belong. */
export interface CandidateRun {
  id: string;
  happenedAt: string;
  /** By the stopwatch or the camera, s; null when nobody took it. */
  seconds: number | null;
  /** Whether it has what a hub said already. */
  told: boolean;
}

/** A run of another length than this share of what was told is hardly the one. */
const OTHER_LENGTH = 0.25;
/** A step back in the log costs as much as this share of another length: what is told is mostly told at once. */
const STEP_BACK = 0.05;

/**
 * The run to which a recording belongs, as far as time and plan say it: the newest that has none yet and took about as
 * long. Null when there is none.
 *
 * @param seconds from the first line that was told to the last
 * @param planned how long the route takes, for runs whose time nobody took, s
 */
export function proposedRun(
  runs: readonly CandidateRun[],
  seconds: number,
  planned: number,
): string | null {
  const newestFirst = runs
    .filter(({ told }) => !told)
    .toSorted((a, b) => b.happenedAt.localeCompare(a.happenedAt));
  const costs = newestFirst.map((run, back) => {
    const other = Math.abs((run.seconds ?? planned) - seconds) / Math.max(1, seconds);
    return { id: run.id, cost: STEP_BACK * back + (other > OTHER_LENGTH ? 1 + other : other) };
  });
  return costs.toSorted((a, b) => a.cost - b.cost)[0]?.id ?? null;
}
