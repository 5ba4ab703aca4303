import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import type { Point } from '../mathematics/pose.ts';
import {
  freeThingId,
  handlesOf,
  pictureOnto,
  shiftedThing,
  snapped,
  fieldObjectOf,
  withHandleAt,
  withoutThing,
  withFieldObject,
} from './editing.ts';

const sluice = fieldObjectOf(FIELD, { kind: 'model', id: 'sluice' })!;

describe('a thing on a field', () => {
  it('is moved with its zone, and its corners one by one', () => {
    const moved = shiftedThing(sluice, { x: 10, y: -5 });
    handlesOf(moved).forEach((point, i) => {
      const before = handlesOf(sluice)[i]!;
      expect(point).toMatchObject({ x: before.x + 10, y: before.y - 5 });
    });
    const bent = withHandleAt(sluice, 1, { x: 1400, y: 50 });
    expect(handlesOf(bent)[1]).toEqual({ x: 1400, y: 50 });
    expect(handlesOf(bent)[0]).toEqual(handlesOf(sluice)[0]);
  });

  it('is put in, replaced and taken out; the last start stays', () => {
    const id = freeThingId(FIELD, 'wall');
    const wall = {
      id,
      name: 'Fence',
      points: [
        { x: 0, y: 0 },
        { x: 9, y: 9 },
      ],
      seen: false,
    };
    const more = withFieldObject(FIELD, { kind: 'wall', thing: wall });
    expect(more.walls).toEqual([wall]);
    const renamed = withFieldObject(more, { kind: 'wall', thing: { ...wall, name: 'Hedge' } });
    expect(renamed.walls.map(({ name }) => name)).toEqual(['Hedge']);
    expect(withoutThing(renamed, { kind: 'wall', id }).walls).toEqual([]);
    const [start] = FIELD.starts;
    const one = { ...FIELD, starts: [start!] };
    expect(withoutThing(one, { kind: 'start', id: start!.id })).toBe(one);
  });
});

describe('snapping', () => {
  it('takes a corner that is near, then the border, then the grid', () => {
    expect(snapped(FIELD, { x: 1203, y: 58 }, 10, 12, null)).toEqual({ x: 1200, y: 60 });
    expect(snapped(FIELD, { x: 2195, y: 333 }, 10, 12, null)).toEqual({ x: 2200, y: 330 });
    expect(snapped(FIELD, { x: 404, y: 336 }, 10, 12, null)).toEqual({ x: 400, y: 340 });
    expect(snapped(FIELD, { x: 1203, y: 58 }, 1, 12, { kind: 'model', id: 'sluice' })).toEqual({
      x: 1203,
      y: 58,
    });
  });
});

describe('a picture laid by two points', () => {
  const share = fc.double({ min: 0, max: 1, noNaN: true });
  const place = fc.double({ min: -2000, max: 3000, noNaN: true });
  const point = (of: fc.Arbitrary<number>): fc.Arbitrary<Point> => fc.record({ x: of, y: of });

  it('has both points where they belong', () => {
    fc.assert(
      fc.property(
        fc.tuple(point(share), point(share)),
        fc.tuple(point(place), point(place)),
        (on, at) => {
          fc.pre(Math.hypot(on[0].x - on[1].x, on[0].y - on[1].y) > 0.05);
          fc.pre(Math.hypot(at[0].x - at[1].x, at[0].y - at[1].y) > 10);
          const lies = pictureOnto({ width: 1600, height: 900 }, on, at)!;
          on.forEach((p, i) => {
            const [x, y] = [p.x * lies.width, p.y * lies.height];
            expect(lies.x + x * Math.cos(lies.turned) - y * Math.sin(lies.turned)).toBeCloseTo(
              at[i]!.x,
              4,
            );
            expect(lies.y + x * Math.sin(lies.turned) + y * Math.cos(lies.turned)).toBeCloseTo(
              at[i]!.y,
              4,
            );
          });
        },
      ),
    );
    expect(
      pictureOnto(
        { width: 1, height: 1 },
        [
          { x: 0, y: 0 },
          { x: 0, y: 0 },
        ],
        [
          { x: 0, y: 0 },
          { x: 1, y: 1 },
        ],
      ),
    ).toBeNull();
  });
});
