import { describe, expect, it } from 'vitest';
import { EVERY_KIND_FIELD, EVERY_KIND_PLAN } from '../../../../tests/fixtures/everyKind.ts';
import { degrees, radians } from '../../mathematics/angle.ts';
import { MOVES, newMove, type Move } from '../../moves/index.ts';
import { planSchema } from '../../route/planSchema.ts';
import type { TypedContext } from './context.ts';
import { readTypedRoute } from './read.ts';
import { writeTypedRoute } from './write.ts';

const CONTEXT: TypedContext = { starts: EVERY_KIND_FIELD.starts, models: EVERY_KIND_FIELD.models };
const read = (text: string, more: Partial<TypedContext> = {}) =>
  readTypedRoute(text, { ...CONTEXT, ...more });
/** The moves without what nobody types. */
const said = (moves: readonly Move[]) => moves.map(({ id: _, ...move }) => move);

describe('a typed route', () => {
  it('is read as people say it', () => {
    const { plan, faults } = read('drive 49 cm; turn left; drive 330; approach 8 cm');
    expect(faults).toEqual([]);
    expect(said(plan.moves)).toEqual(
      said([
        newMove('drive', 'a', { distance: 490 }),
        newMove('turn', 'b', { target: { kind: 'angle', angle: radians(90) } }),
        newMove('drive', 'c', { distance: 330 }),
        newMove('approach', 'd', { distance: 80 }),
      ]),
    );
    expect(plan.startId).toBe('start');
  });

  it.each([
    ['new lines, numbers before them and “then”', '1. drive 300\n2) turn right 45° then back 5 cm'],
    ['commas and filling words', 'go forward 300, and then rotate right by 45 deg; back 50'],
    ['inches and turns of the angle', 'drive 11.811023622 in; turn right 0.125 turns; drive -50'],
  ])('understands %s', (_, text) => {
    const { plan, faults } = read(text);
    expect(faults).toEqual([]);
    const [drive, turn, back] = plan.moves as [Move, Move, Move];
    expectNear(drive, newMove('drive', drive.id, { distance: 300 }));
    expectNear(turn, newMove('turn', turn.id, { target: { kind: 'angle', angle: -Math.PI / 4 } }));
    expect(back).toMatchObject({ kind: 'drive', distance: -50 });
  });

  it('counts an angle without a side to where the team counts, and one with a side to that side', () => {
    const heading = (text: string, positive: 'right' | 'left') => {
      const [move] = read(text, { positive }).plan.moves;
      return move?.kind === 'turn' && move.target.kind === 'heading'
        ? degrees(move.target.heading)
        : null;
    };
    expect(heading('turn to 45', 'right')).toBeCloseTo(-45, 9);
    expect(heading('turn to 45', 'left')).toBeCloseTo(45, 9);
    expect(heading('turn to 45 right', 'left')).toBeCloseTo(-45, 9);
    expect(heading('turn to heading 45° left', 'right')).toBeCloseTo(45, 9);
    expect(read('turn 90').plan.moves[0]).toMatchObject({ target: { angle: radians(-90) } });
  });

  it('takes lengths in the team’s unit and in rotations of the wheels', () => {
    const { plan } = read('drive 12; drive 2 rot; drive 50 mm', { length: 'cm', rotation: 190 });
    expect(plan.moves.map((move) => move.kind === 'drive' && move.distance)).toEqual([
      120, 380, 50,
    ]);
  });

  it('reads back every kind of move as it was written', () => {
    const text = writeTypedRoute(EVERY_KIND_PLAN, CONTEXT);
    const { plan, faults } = read(text);
    expect(faults).toEqual([]);
    expect(plan.startBy).toEqual(EVERY_KIND_PLAN.startBy);
    const kinds = new Set(EVERY_KIND_PLAN.moves.map(({ kind }) => kind));
    expect([...kinds].sort()).toEqual(MOVES.map(({ kind }) => kind).sort());
    const positions = (moves: readonly Move[]) =>
      moves.map((move) =>
        move.kind === 'repeat' ? moves.findIndex(({ id }) => id === move.fromId) : null,
      );
    expect(positions(plan.moves)).toEqual(positions(EVERY_KIND_PLAN.moves));
    plan.moves.forEach((move, i) => {
      const { id: _, ...before } = EVERY_KIND_PLAN.moves[i]!;
      const { id: __, ...after } = move;
      const unnamed = (one: object) => ('fromId' in one ? { ...one, fromId: '' } : one);
      expectNear(unnamed(after), unnamed(before));
    });
    expect(planSchema.safeParse(plan).success).toBe(true);
    // What is written once is written the same again.
    expect(writeTypedRoute(plan, CONTEXT)).toBe(text);
  });

  it('writes so little that it can be read aloud', () => {
    const { plan } = read('drive 490; turn left 90; measure at Post');
    expect(writeTypedRoute(plan, CONTEXT)).toBe('drive 490 mm;\nturn left 90°;\nmeasure at “Post”');
  });

  it('says where it starts when there is more than one place', () => {
    const starts = [...CONTEXT.starts, { id: 'right', name: 'Right corner' }];
    const { plan, faults } = read('start at right corner; drive 100', { starts });
    expect(faults).toEqual([]);
    expect(plan.startId).toBe('right');
    expect(writeTypedRoute(plan, { ...CONTEXT, starts })).toBe(
      'start at “Right corner”;\ndrive 100 mm',
    );
  });

  it('says what may have been meant, where it stands, and reads on', () => {
    const text = 'drive 300; aproach 80; turn left 90 sloly at 30; measure at Pst; drive 100';
    const { plan, faults } = read(text);
    expect(faults.map(({ message }) => message)).toEqual([
      '“aproach” is no move. Did you mean “approach”?',
      '“sloly” is not understood here. Did you mean “slowly”?',
      'There is no model “Pst”. Did you mean “Post”?',
    ]);
    expect(text.slice(faults[0]!.from, faults[0]!.to)).toBe('aproach');
    expect(plan.moves.map(({ kind }) => kind)).toEqual(['drive', 'turn', 'drive']);
  });

  it.each([
    ['drive 99 km', '“km” is not understood here.'],
    ['drive at 9 m', '“m” is not understood here.'],
    ['drive 90000', 'This cannot be driven: distance'],
    ['fly 3', '“fly” is no move. There is drive, turn'],
    ['start at Moon', 'There is no start “Moon”.'],
    ['repeat from move 7, 3 times', null],
  ])('names what is wrong with “%s”', (text, message) => {
    const { faults } = read(text);
    if (message === null) expect(faults).toEqual([]);
    else expect(faults[0]!.message.startsWith(message)).toBe(true);
  });

  it('keeps the identifiers of the moves that it changes, so that their runs stay with them', () => {
    const previous = {
      startId: 'start',
      moves: [
        newMove('drive', 'first', { distance: 300 }),
        newMove('checkpoint', 'here', { name: 'Post', modelId: 'post' }),
      ],
    };
    const { plan } = read('drive 310; turn left; measure at Post', { previous });
    expect(plan.moves.map(({ id }) => id)).toEqual(['first', 'm1', 'here']);
  });

  it('survives any text', () => {
    for (const text of ['', ';;;', '“', 'turn', '9', 'if', 'measure at', 'drive —', '🙂 then 🙂']) {
      expect(() => read(text)).not.toThrow();
    }
  });
});

/** The same members, numbers to a millionth. */
function expectNear(after: object, before: object): void {
  expect(Object.keys(after).sort()).toEqual(Object.keys(before).sort());
  for (const [name, value] of Object.entries(before)) {
    const own = (after as Record<string, unknown>)[name];
    if (typeof value === 'number') expect(own).toBeCloseTo(value, 6);
    else if (typeof value === 'object' && value !== null)
      expectNear(own as object, value as object);
    else expect(own).toEqual(value);
  }
}
