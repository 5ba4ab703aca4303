import { definitionOf, newMove, type Move, type MoveKind } from '../../core/moves/index.ts';
import { checkpointsOf, type RoutePlan } from '../../core/route/plan.ts';

/** A new move of a kind, made to fit the plan and the field that it goes into; null when it has no place. */
export function addedMove(
  kind: MoveKind,
  { moves }: RoutePlan,
  after: number,
  models: readonly { id: string; name: string }[],
): Move | null {
  const measured = checkpointsOf({ moves }).map(({ modelId }) => modelId);
  const { placed } = definitionOf(kind);
  const given = placed?.({
    before: moves.slice(0, after + 1),
    unmeasured: models.filter(({ id }) => !measured.includes(id)),
  });
  return given === null ? null : newMove(kind, freeId(moves), given);
}

/** Where a new move goes when none is chosen: at the end, but before what is measured there. */
export function endOf(plan: RoutePlan): number {
  return plan.moves.findLastIndex((move) => move.kind !== 'checkpoint');
}

/** The plan with a move put in after a position; −1 puts it first. */
export function withMoveAfter(plan: RoutePlan, position: number, move: Move): RoutePlan {
  return { ...plan, moves: plan.moves.toSpliced(position + 1, 0, move) };
}

/** The plan without a move; a repeat that began with it begins with the next one. */
export function withoutMove(plan: RoutePlan, id: string): RoutePlan {
  const position = plan.moves.findIndex((move) => move.id === id);
  const next = plan.moves[position + 1];
  return {
    ...plan,
    moves: plan.moves.flatMap((move) => {
      if (move.id === id) return [];
      if (move.kind !== 'repeat' || move.fromId !== id) return [move];
      // A repeat of nothing goes with what it repeated.
      return next === undefined || next.id === move.id ? [] : [{ ...move, fromId: next.id }];
    }),
  };
}

/** A copy of a move, right after it. */
export function withCopyOf(plan: RoutePlan, id: string): RoutePlan {
  const position = plan.moves.findIndex((move) => move.id === id);
  const copy = { ...plan.moves[position]!, id: freeId(plan.moves) };
  return withMoveAfter(plan, position, copy);
}

/** The plan with a move taken to another position. */
export function withMoveAt(plan: RoutePlan, id: string, position: number): RoutePlan {
  const from = plan.moves.findIndex((move) => move.id === id);
  const to = Math.max(0, Math.min(plan.moves.length - 1, position));
  if (from === to) return plan;
  const moves = plan.moves.toSpliced(from, 1).toSpliced(to, 0, plan.moves[from]!);
  return { ...plan, moves };
}

/** The plan with one move replaced. */
export function withMove(plan: RoutePlan, move: Move): RoutePlan {
  return { ...plan, moves: plan.moves.map((old) => (old.id === move.id ? move : old)) };
}

function freeId(taken: readonly Move[]): string {
  for (let i = taken.length + 1; ; i++) {
    const id = `m${i}`;
    if (!taken.some((move) => move.id === id)) return id;
  }
}
