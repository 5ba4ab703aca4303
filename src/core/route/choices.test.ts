import { describe, expect, it } from 'vitest';
import { EVERY_KIND_FIELD, EVERY_KIND_PLAN } from '../../../tests/fixtures/everyKind.ts';
import { radians } from '../mathematics/angle.ts';
import { MOVES, newMove, type Move } from '../moves/index.ts';
import { STARTING_SETUP } from '../robot/parameters.ts';
import { choiceFaults, choicesOf, wayOf } from './choices.ts';
import { instructionsOf, withHeadings } from './instructions.ts';
import { planFaults, stepsOf } from './plan.ts';

const choose = newMove('choose', 'k');
const otherwise = newMove('otherwise', 'o');
const join = newMove('join', 'j');
const turn = (id: string, angle: number) =>
  newMove('turn', id, { target: { kind: 'angle', angle: radians(angle) } });
const drive = newMove('drive', 'd');

describe('a choice of two ways', () => {
  const moves: Move[] = [choose, turn('a', 90), otherwise, turn('b', -30), join, drive];

  it('says of each step what its look has to have said', () => {
    expect(choicesOf(moves)).toEqual([{ opens: 0, turns: 2, closes: 4 }]);
    expect(wayOf(choicesOf(moves), 1)!.answer).toBe(true);
    expect(wayOf(choicesOf(moves), 5)).toBeNull();
    expect(stepsOf(moves).map(({ when }) => when)).toEqual([
      null,
      { look: 0, answer: true },
      { look: 0, answer: false },
      null,
    ]);
  });

  it('begins its second way with the heading at the look, and goes on with that of the first', () => {
    const headings = withHeadings([turn('before', 45), ...moves]).map(({ heading }) =>
      Math.round((180 * heading) / Math.PI),
    );
    expect(headings).toEqual([0, 45, 45, 45, 135]);
  });

  it('has a look of its own in every round of a repeat', () => {
    const twice = [...moves, newMove('repeat', 'r', { fromId: 'k', times: 2 })];
    expect(
      planFaults({ startId: 's', moves: twice }, { models: [], starts: [{ id: 's' }] }),
    ).toEqual([]);
    expect(stepsOf(twice).map(({ when }) => when?.look ?? null)).toEqual([
      null,
      0,
      0,
      null,
      null,
      4,
      4,
      null,
    ]);
    expect(instructionsOf(twice, STARTING_SETUP)[5]!.when).toEqual({ look: 4, answer: true });
  });

  it('is whole, and is not cut by a repeat', () => {
    expect(choiceFaults([choose, join])).toHaveLength(1);
    expect(choiceFaults([choose, choose, otherwise, join])[0]).toMatch(/within a way of another/);
    const cut = [...moves, newMove('repeat', 'r', { fromId: 'a', times: 2 })];
    const faults = planFaults({ startId: 's', moves: cut }, { models: [], starts: [{ id: 's' }] });
    expect(faults[0]).toMatch(/repeats a part of a choice/);
  });
});

describe('the moves', () => {
  it('have a key of their own each, but for those that come with another', () => {
    const keys = MOVES.map(({ key }) => key).filter((key) => key !== null);
    expect(new Set(keys).size).toBe(keys.length);
  });

  it('stand each in the route that drives every kind', () => {
    const kinds = new Set(EVERY_KIND_PLAN.moves.map(({ kind }) => kind));
    expect(MOVES.map(({ kind }) => kind).filter((kind) => !kinds.has(kind))).toEqual([]);
    expect(planFaults(EVERY_KIND_PLAN, EVERY_KIND_FIELD)).toEqual([]);
  });
});
