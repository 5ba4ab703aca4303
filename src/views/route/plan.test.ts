import { describe, expect, it } from 'vitest';
import { planFaults, type RoutePlan } from '../../core/route/plan.ts';
import { type Move, newMove } from '../../core/moves/index.ts';
import {
  addedMoves,
  endOf,
  withCopyOf,
  withMove,
  withMovesAfter,
  withMoveAt,
  withoutMove,
} from './plan.ts';
import { ticks } from './ticks.ts';

const straight = (id: string) => newMove('drive', id);
const plan: RoutePlan = { startId: 'near', moves: ['a', 'b', 'c'].map(straight) };
const ids = (one: RoutePlan) => one.moves.map(({ id }) => id).join('');
const models = [
  { id: 'gate', name: 'Gate' },
  { id: 'hide', name: 'Hide' },
];
const field = { models, starts: [{ id: 'near' }] };
const added = (kind: Move['kind'], to = plan, after = to.moves.length - 1) =>
  addedMoves(kind, to, after, models)[0];

describe('a plan', () => {
  it('takes a new move after a place, or first', () => {
    const move = added('turn')!;
    expect(ids(withMovesAfter(plan, 0, [move]))).toBe(`a${move.id}bc`);
    expect(ids(withMovesAfter(plan, -1, [move]))).toBe(`${move.id}abc`);
  });

  it('puts a move at the end before what is measured there', () => {
    const measured = withMovesAfter(plan, 2, [newMove('checkpoint', 'm', { modelId: 'gate' })]);
    expect(endOf(measured)).toBe(2);
    expect(ids(withMovesAfter(measured, endOf(measured), [straight('d')]))).toBe('abcdm');
  });

  it('measures at each model once, the first that is free', () => {
    const first = added('checkpoint')!;
    expect(first).toMatchObject({ modelId: 'gate', name: 'Gate' });
    const one = withMovesAfter(plan, 2, [first]);
    const second = added('checkpoint', one)!;
    expect(second).toMatchObject({ modelId: 'hide' });
    expect(added('checkpoint', withMovesAfter(one, 3, [second]))).toBeUndefined();
  });

  it('repeats the move before, and lets a repeat begin later when its first move goes', () => {
    expect(added('repeat', { startId: 'near', moves: [] }, -1)).toBeUndefined();
    const repeated = withMovesAfter(plan, 1, [newMove('repeat', 'r', { fromId: 'a' })]);
    expect(added('repeat', plan, 1)).toMatchObject({ fromId: 'b' });
    const shorter = withoutMove(repeated, 'a');
    expect(shorter.moves.find(({ id }) => id === 'r')).toMatchObject({ fromId: 'b' });
    expect(planFaults(shorter, field)).toEqual([]);
    expect(ids(withoutMove(shorter, 'b'))).toBe('c');
  });

  it('copies a move right after itself under a name of its own', () => {
    const copied = withCopyOf(plan, 'a');
    expect(copied.moves[1]).toMatchObject({ kind: 'drive', distance: 300 });
    expect(new Set(copied.moves.map(({ id }) => id)).size).toBe(4);
  });

  it('takes a choice in with both its ways, and out again with the second one', () => {
    const [choose, otherwise, join] = addedMoves('choose', plan, 0, models);
    expect([choose, otherwise, join].map((one) => one!.kind)).toEqual([
      'choose',
      'otherwise',
      'join',
    ]);
    const chosen = withMovesAfter(plan, 0, [choose!, otherwise!, join!]);
    expect(planFaults(chosen, field)).toEqual([]);
    // b goes into the first way, c into the second.
    const within = withMoveAt(withMoveAt(chosen, 'b', 2), 'c', 4);
    expect(within.moves.map(({ kind, id }) => (kind === 'drive' ? id : kind))).toEqual([
      'a',
      'choose',
      'b',
      'otherwise',
      'c',
      'join',
    ]);
    expect(planFaults(within, field)).toEqual([]);
    for (const part of [choose, otherwise, join]) {
      expect(ids(withoutMove(within, part!.id))).toBe('ab');
    }
    const twice = withCopyOf(within, otherwise!.id);
    expect(twice.moves).toHaveLength(11);
    expect(planFaults(twice, field)).toEqual([]);
  });

  it('keeps a choice whole whatever is taken where', () => {
    const chosen = withMovesAfter(plan, 0, addedMoves('choose', plan, 0, models));
    const join = chosen.moves.find(({ kind }) => kind === 'join')!;
    expect(withMoveAt(chosen, join.id, 0)).toBe(chosen);
    const apart = { ...plan, moves: [newMove('otherwise', 'o'), ...plan.moves] };
    expect(planFaults(apart, field)[0]).toMatch(/nothing to choose/);
    const open = { ...plan, moves: [newMove('choose', 'k'), ...plan.moves] };
    expect(planFaults(open, field)[0]).toMatch(/never end/);
  });

  it('takes a move no further than to its ends, and is itself when nothing moves', () => {
    expect(ids(withMoveAt(plan, 'a', 9))).toBe('bca');
    expect(ids(withMoveAt(plan, 'c', -4))).toBe('cab');
    expect(withMoveAt(plan, 'a', -1)).toBe(plan);
  });

  it('replaces one move and leaves the others as they are', () => {
    const changed = withMove(plan, { ...straight('b'), kind: 'drive', distance: 5 } as never);
    expect(changed.moves[0]).toBe(plan.moves[0]);
    expect(changed.moves[1]).toMatchObject({ id: 'b', distance: 5 });
  });

  it('has a name for each fault that keeps it off a field', () => {
    const wrong: RoutePlan = {
      startId: 'moon',
      moves: [
        straight('a'),
        straight('a'),
        newMove('checkpoint', 'x', { name: 'X', modelId: 'moon' }),
        newMove('repeat', 'r', { fromId: 'z' }),
      ],
    };
    expect(planFaults(wrong, field)).toEqual([
      'The route starts at a place that the field does not have.',
      'Two moves have the same identifier.',
      'Checkpoint “X” belongs to a model that the field does not have.',
      'Move 4 repeats from a move that does not stand before it.',
    ]);
  });
});

describe('the axis of the strip', () => {
  it('has whole seconds and leaves the end free', () => {
    expect(ticks(5)).toEqual([0, 1, 2, 3, 4]);
    for (const duration of [0.4, 3.7, 41, 150]) {
      expect(ticks(duration).every((at) => Number.isInteger(at) && at < duration)).toBe(true);
      expect(ticks(duration).length).toBeLessThanOrEqual(11);
    }
  });
});
