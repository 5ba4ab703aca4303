import type { Run } from '../../contracts/records.ts';
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
