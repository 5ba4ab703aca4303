import type { CheckpointMove } from '../moves/checkpoint/move.ts';
import type { Move } from '../moves/index.ts';

/** Where runs are measured. Its identifier is that of its move. */
export type Checkpoint = Pick<CheckpointMove, 'id' | 'name' | 'modelId'>;

/** The places at which runs of a plan are measured, in order. */
export function checkpointsOf(plan: { moves: readonly Move[] }): Checkpoint[] {
  return plan.moves
    .filter((move) => move.kind === 'checkpoint')
    .map(({ id, name, modelId }) => ({ id, name, modelId }));
}
