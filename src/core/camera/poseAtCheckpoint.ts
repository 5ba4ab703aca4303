import type { Pose } from '../mathematics/pose.ts';
import { stepsOf, type RoutePlan } from '../route/plan.ts';
import type { SeenRunMoves } from '../telemetry/seenRun.ts';

/** Where a run was at a checkpoint: after the last move before it; null when nobody saw that. */
export function poseAtCheckpoint(
  { moves, end }: SeenRunMoves,
  plan: RoutePlan,
  checkpointId: string,
): Pose | null {
  const steps = stepsOf(plan.moves);
  const at = steps.findLastIndex(({ move }) => move.id === checkpointId);
  if (moves.length > 0 && moves.every(({ step }) => step <= at)) return end;
  const before = moves.filter(({ step }) => step <= at).at(-1);
  const wanted = steps
    .slice(0, at)
    .findLastIndex(({ move }) => move.kind !== 'checkpoint' && move.kind !== 'settle');
  return before === undefined || before.step < wanted ? null : before.end;
}
