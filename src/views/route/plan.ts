import { useCallback, useMemo, useState } from 'react';
import { radians } from '../../core/geometry/angle.ts';
import type { Move, RoutePlan } from '../../core/route/moves.ts';

/** A plan being edited, with everything that can be undone and redone. */
export interface PlanHistory {
  plan: RoutePlan;
  change: (next: RoutePlan) => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** Starts anew from a plan, forgetting what was done before. */
  restart: (plan: RoutePlan) => void;
}

const STEPS_KEPT = 200;

export function usePlanHistory(first: RoutePlan): PlanHistory {
  const [history, setHistory] = useState({ steps: [first], at: 0 });
  const { steps, at } = history;
  const change = useCallback((next: RoutePlan) => {
    setHistory((now) => {
      const kept = [...now.steps.slice(0, now.at + 1), next].slice(-STEPS_KEPT);
      return { steps: kept, at: kept.length - 1 };
    });
  }, []);
  const restart = useCallback((plan: RoutePlan) => setHistory({ steps: [plan], at: 0 }), []);
  return useMemo(
    () => ({
      plan: steps[at]!,
      change,
      undo: at > 0 ? () => setHistory((now) => ({ ...now, at: now.at - 1 })) : null,
      redo: at < steps.length - 1 ? () => setHistory((now) => ({ ...now, at: now.at + 1 })) : null,
      restart,
    }),
    [steps, at, change, restart],
  );
}

/** A new move of a kind with plausible numbers. */
export function newMove(kind: Move['kind'], taken: readonly Move[]): Move {
  const id = freeId(taken);
  switch (kind) {
    case 'drive':
      return { id, kind, distance: 300, speed: 300, hold: 'gyro', heading: null };
    case 'turn':
      return {
        id,
        kind,
        target: { kind: 'angle', angle: radians(-90) },
        style: 'spot',
        rate: radians(120),
        stopEarly: null,
      };
    case 'approach':
      return { id, kind, distance: 100, speed: 180, hold: 'gyro', heading: null, timeLimit: 6 };
  }
}

/** The plan with a move put in after a position; −1 puts it first. */
export function withMoveAfter(plan: RoutePlan, position: number, move: Move): RoutePlan {
  const moves = plan.moves.toSpliced(position + 1, 0, move);
  return atEnd(plan, { ...plan, moves });
}

/** The plan without a move; its checkpoints move to the move before it, or go with the last one. */
export function withoutMove(plan: RoutePlan, id: string): RoutePlan {
  const position = plan.moves.findIndex((move) => move.id === id);
  const before = plan.moves[position - 1] ?? plan.moves[position + 1];
  return {
    ...plan,
    moves: plan.moves.filter((move) => move.id !== id),
    checkpoints: plan.checkpoints.flatMap((checkpoint) => {
      if (checkpoint.afterMoveId !== id) return [checkpoint];
      return before === undefined ? [] : [{ ...checkpoint, afterMoveId: before.id }];
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
  return atEnd(plan, { ...plan, moves });
}

/** The plan with one move replaced. */
export function withMove(plan: RoutePlan, move: Move): RoutePlan {
  return { ...plan, moves: plan.moves.map((old) => (old.id === move.id ? move : old)) };
}

/** What is measured at the end of the route stays at its end when the last move changes. */
function atEnd(before: RoutePlan, after: RoutePlan): RoutePlan {
  const oldLast = before.moves.at(-1)?.id;
  const newLast = after.moves.at(-1)?.id;
  if (oldLast === newLast || newLast === undefined) return after;
  return {
    ...after,
    checkpoints: after.checkpoints.map((checkpoint) =>
      checkpoint.afterMoveId === oldLast ? { ...checkpoint, afterMoveId: newLast } : checkpoint,
    ),
  };
}

function freeId(taken: readonly Move[]): string {
  for (let i = taken.length + 1; ; i++) {
    const id = `m${i}`;
    if (!taken.some((move) => move.id === id)) return id;
  }
}
