import type { Run } from '../../contracts/practices.ts';
import type { ShownRun } from '../../ui/targetCard/shownRun.ts';

/** The runs as they stand on the card of a checkpoint. */
export function cardRuns(runs: readonly Run[], checkpointId: string, modelId: string): ShownRun[] {
  return runs.flatMap((run, i) => {
    const found = run.measurements.find((one) => one.checkpointId === checkpointId);
    if (found === undefined) return [];
    const hit = run.outcomes.find((one) => one.modelId === modelId)?.hit ?? true;
    return [
      {
        id: run.id,
        number: i + 1,
        along: found.along,
        left: found.left,
        hit,
        setAside: run.setAside !== null,
      },
    ];
  });
}

/** The runs that count at a checkpoint, with the numbers that they have in the log. */
export function countedRuns(
  runs: readonly Run[],
  checkpointId: string,
): { run: Run; number: number }[] {
  return runs
    .map((run, i) => ({ run, number: i + 1 }))
    .filter(
      ({ run }) =>
        run.setAside === null && run.measurements.some((one) => one.checkpointId === checkpointId),
    );
}
