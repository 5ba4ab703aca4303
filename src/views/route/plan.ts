import { definitionOf, newMove, type Move, type MoveKind } from '../../core/moves/index.ts';
import { choiceFaults, choicesOf } from '../../core/route/choices.ts';
import { checkpointsOf } from '../../core/route/checkpoints.ts';
import type { RoutePlan } from '../../core/route/plan.ts';

/**
 * New moves of a kind, made to fit the plan and the field that they go into: one, or a choice with both its ways. None
 * when the kind has no place there.
 */
export function addedMoves(
  kind: MoveKind,
  { moves }: RoutePlan,
  after: number,
  models: readonly { id: string; name: string }[],
): Move[] {
  const measured = checkpointsOf({ moves }).map(({ modelId }) => modelId);
  const { placed, bracket } = definitionOf(kind);
  const given = placed?.({
    before: moves.slice(0, after + 1),
    unmeasured: models.filter(({ id }) => !measured.includes(id)),
  });
  if (given === null) return [];
  const added = [newMove(kind, freeId(moves), given)];
  if (bracket !== 'opens') return added;
  const otherwise = newMove('otherwise', freeId([...moves, ...added]));
  return [...added, otherwise, newMove('join', freeId([...moves, ...added, otherwise]))];
}

/** Where a new move goes when none is chosen: at the end, but before what is measured there. */
export function endOf(plan: RoutePlan): number {
  return plan.moves.findLastIndex((move) => move.kind !== 'checkpoint');
}

/** The plan with moves put in after a position; −1 puts them first. */
export function withMovesAfter(plan: RoutePlan, position: number, moves: Move[]): RoutePlan {
  return { ...plan, moves: plan.moves.toSpliced(position + 1, 0, ...moves) };
}

/**
 * The plan without a move; a repeat that began with it begins with the next one. With a part of a choice goes the
 * whole choice and its second way; the first way stays.
 */
export function withoutMove(plan: RoutePlan, id: string): RoutePlan {
  const position = plan.moves.findIndex((move) => move.id === id);
  const choice = choicesOf(plan.moves).find((one) => Object.values(one).includes(position));
  const gone =
    choice === undefined
      ? new Set([position])
      : new Set(
          plan.moves.flatMap((_, i) =>
            i === choice.opens || (i >= choice.turns && i <= choice.closes) ? [i] : [],
          ),
        );
  /** The first move from a position on that stays. */
  const nextOf = (from: number) => plan.moves.find((_, i) => i >= from && !gone.has(i));
  return {
    ...plan,
    moves: plan.moves.flatMap((move, i): Move[] => {
      if (gone.has(i)) return [];
      if (move.kind !== 'repeat') return [move];
      const from = plan.moves.findIndex((one) => one.id === move.fromId);
      if (!gone.has(from)) return [move];
      const next = nextOf(from);
      // A repeat of nothing goes with what it repeated.
      return next === undefined || next.id === move.id ? [] : [{ ...move, fromId: next.id }];
    }),
  };
}

/** A copy of a move, right after it; of a choice with both its ways, behind all of it. */
export function withCopyOf(plan: RoutePlan, id: string): RoutePlan {
  const position = plan.moves.findIndex((move) => move.id === id);
  const choice = choicesOf(plan.moves).find((one) => Object.values(one).includes(position));
  const [from, to] = choice === undefined ? [position, position] : [choice.opens, choice.closes];
  const copies: Move[] = [];
  const names = new Map<string, string>();
  for (const move of plan.moves.slice(from, to + 1)) {
    const copy = { ...move, id: freeId([...plan.moves, ...copies]) };
    names.set(move.id, copy.id);
    copies.push(
      copy.kind === 'repeat' ? { ...copy, fromId: names.get(copy.fromId) ?? copy.fromId } : copy,
    );
  }
  return withMovesAfter(plan, to, copies);
}

/** The plan with a move taken to another position; as it is where a choice would fall apart by that. */
export function withMoveAt(plan: RoutePlan, id: string, position: number): RoutePlan {
  const from = plan.moves.findIndex((move) => move.id === id);
  const to = Math.max(0, Math.min(plan.moves.length - 1, position));
  if (from === to) return plan;
  const moves = plan.moves.toSpliced(from, 1).toSpliced(to, 0, plan.moves[from]!);
  return choiceFaults(moves).length > choiceFaults(plan.moves).length ? plan : { ...plan, moves };
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
