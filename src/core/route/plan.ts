import type { Aim } from '../moves/definition.ts';
import { definitionOf, isAction, type Action, type Move } from '../moves/index.ts';
import type { Ask } from '../moves/questions.ts';
import type { Condition } from '../program/definition.ts';
import { choiceFaults, choicesOf, wayOf } from './choices.ts';
import { checkpointsOf } from './checkpoints.ts';
import { say } from '../language/say.ts';

/** What one revision of a route says. */
export interface RoutePlan {
  startId: string;
  /** What the program waits for before it sets off; absent where it sets off at once. */
  startBy?: Ask | undefined;
  moves: Move[];
}

/** One action as it is carried out. */
export interface Step {
  move: Action;
  /** Position of the move in the plan. */
  position: number;
  /** 1 for the first time, 2 for the next round of a repeat. */
  round: number;
  /** What a look, by its place among the steps, has to have said; null for a step that is always taken. */
  when: Condition | null;
}

/** Steps that a plan may have at most, repeats written out. */
const MOST_STEPS = 500;

/**
 * The moves in the order in which they are carried out, repeats written out; both ways of a choice, one
 * after the other. A repeat whose first move does not stand before it is passed over; {@link planFaults} says so.
 */
export function stepsOf(moves: readonly Move[]): Step[] {
  const steps: Step[] = [];
  /** Where in `steps` each move begins. */
  const begins: number[] = [];
  const rounds = new Map<string, number>();
  const choices = choicesOf(moves);
  /** The step of each choice's look in the present round, by the choice's position. */
  const looks = new Map<number, number>();
  const append = (move: Action, position: number) => {
    const round = (rounds.get(move.id) ?? 0) + 1;
    rounds.set(move.id, round);
    const way = wayOf(choices, position);
    looks.set(position, steps.length);
    steps.push({
      move,
      position,
      round,
      when: way === null ? null : { look: looks.get(way.choice.opens)!, answer: way.answer },
    });
  };
  moves.forEach((move, position) => {
    begins.push(steps.length);
    if (isAction(move)) append(move, position);
    if (move.kind !== 'repeat') return;
    const from = moves.findIndex(({ id }) => id === move.fromId);
    if (from === -1 || from >= position) return;
    const again = steps.slice(begins[from]);
    for (let round = 1; round < move.times && steps.length < MOST_STEPS; round++) {
      for (const step of again) append(step.move, step.position);
    }
  });
  return steps;
}

/** The number of a move that decides where it ends, and what it is; null when no number does. */
export function aimableNumber(move: Move): Aim<Move> | null {
  return definitionOf(move.kind).aim?.(move) ?? null;
}

/** The plan with the deciding numbers of some moves changed, by move id. */
export function shiftedPlan(plan: RoutePlan, changes: ReadonlyMap<string, number>): RoutePlan {
  return {
    ...plan,
    moves: plan.moves.map((move) => {
      const change = changes.get(move.id);
      const aim = change === undefined ? null : aimableNumber(move);
      return aim === null ? move : aim.to(aim.value + change!);
    }),
  };
}

/** Sentences that say why a plan cannot be run on a field; empty when it can. */
export function planFaults(
  plan: RoutePlan,
  field: { models: readonly { id: string }[]; starts: readonly { id: string }[] },
): string[] {
  const faults: string[] = [];
  if (!field.starts.some((start) => start.id === plan.startId)) {
    faults.push(say`The route starts at a place that the field does not have.`);
  }
  const ids = plan.moves.map((move) => move.id);
  if (new Set(ids).size !== ids.length) faults.push(say`Two moves have the same identifier.`);
  for (const checkpoint of checkpointsOf(plan)) {
    if (!field.models.some((model) => model.id === checkpoint.modelId)) {
      faults.push(
        say`Checkpoint “${checkpoint.name}” belongs to a model that the field does not have.`,
      );
    }
  }
  return [...faults, ...choiceFaults(plan.moves), ...repeatFaults(plan.moves)];
}

function repeatFaults(moves: readonly Move[]): string[] {
  const faults: string[] = [];
  const ranges: { from: number; to: number }[] = [];
  const choices = choicesOf(moves);
  moves.forEach((move, to) => {
    if (move.kind !== 'repeat') return;
    const from = moves.findIndex(({ id }) => id === move.fromId);
    if (from === -1 || from >= to) {
      faults.push(say`Move ${to + 1} repeats from a move that does not stand before it.`);
      return;
    }
    if (ranges.some((other) => other.from < from && other.to >= from)) {
      faults.push(say`Move ${to + 1} repeats a part of another repeat.`);
    }
    const way = (position: number) => {
      const { choice, answer } = wayOf(choices, position) ?? {};
      return choice === undefined ? '' : `${choice.opens} ${answer}`;
    };
    const bracket = definitionOf(moves[from]!.kind).bracket;
    if (way(from) !== way(to) || bracket === 'turns' || bracket === 'closes') {
      faults.push(
        say`Move ${to + 1} repeats a part of a choice; it can repeat all of it, or within one way.`,
      );
    }
    if (moves.slice(from, to).some(({ kind }) => kind === 'checkpoint')) {
      faults.push(say`Move ${to + 1} repeats a checkpoint; runs are measured there only once.`);
    }
    ranges.push({ from, to });
  });
  if (faults.length === 0 && stepsOf(moves).length >= MOST_STEPS) {
    faults.push(say`Repeats included, a route has fewer than ${MOST_STEPS} steps.`);
  }
  return faults;
}
