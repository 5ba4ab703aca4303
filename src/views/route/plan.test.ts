import { describe, expect, it } from 'vitest';
import { planFaults, type RoutePlan } from '../../core/route/moves.ts';
import { newMove, withCopyOf, withMove, withMoveAfter, withMoveAt, withoutMove } from './plan.ts';
import { ticks } from './ticks.ts';

const straight = (id: string) => ({ ...newMove('drive', []), id });
const plan: RoutePlan = {
  startId: 'near',
  moves: ['a', 'b', 'c'].map(straight),
  checkpoints: [
    { id: 'half', name: 'Half way', afterMoveId: 'b', modelId: 'gate' },
    { id: 'end', name: 'End', afterMoveId: 'c', modelId: 'hide' },
  ],
};
const ids = (one: RoutePlan) => one.moves.map(({ id }) => id).join('');
const after = (one: RoutePlan, checkpoint: string) =>
  one.checkpoints.find(({ id }) => id === checkpoint)?.afterMoveId;
const field = { models: [{ id: 'gate' }, { id: 'hide' }], starts: [{ id: 'near' }] };

describe('a plan', () => {
  it('takes a new move after a place, or first', () => {
    const move = newMove('turn', plan.moves);
    expect(ids(withMoveAfter(plan, 0, move))).toBe(`a${move.id}bc`);
    expect(ids(withMoveAfter(plan, -1, move))).toBe(`${move.id}abc`);
  });

  it('keeps what is measured at the end at the end when the end changes', () => {
    const longer = withMoveAfter(plan, 2, { ...straight('d') });
    expect([after(longer, 'half'), after(longer, 'end')]).toEqual(['b', 'd']);
    const turned = withMoveAt(plan, 'c', 0);
    expect(ids(turned)).toBe('cab');
    expect(after(turned, 'end')).toBe('b');
  });

  it('moves a checkpoint to the move before when its own is taken away', () => {
    const shorter = withoutMove(plan, 'b');
    expect(ids(shorter)).toBe('ac');
    expect(after(shorter, 'half')).toBe('a');
    expect(planFaults(shorter, field)).toEqual([]);
    const empty = ['a', 'b', 'c'].reduce(withoutMove, plan);
    expect(empty).toMatchObject({ moves: [], checkpoints: [] });
  });

  it('copies a move right after itself under a name of its own', () => {
    const copied = withCopyOf(plan, 'a');
    expect(copied.moves[1]).toMatchObject({ kind: 'drive', distance: 300 });
    expect(new Set(copied.moves.map(({ id }) => id)).size).toBe(4);
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
      moves: [straight('a'), straight('a')],
      checkpoints: [{ id: 'x', name: 'X', afterMoveId: 'z', modelId: 'moon' }],
    };
    expect(planFaults(wrong, field)).toEqual([
      'The route starts at a place that the field does not have.',
      'Two moves have the same identifier.',
      'Checkpoint “X” stands after a move that is not there.',
      'Checkpoint “X” belongs to a model that the field does not have.',
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
