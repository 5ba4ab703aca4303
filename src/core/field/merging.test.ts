import { describe, expect, it } from 'vitest';
import { FIELD } from '../../../demo/field.ts';
import {
  shiftedThing,
  fieldObjectOf,
  withoutThing,
  withFieldObject,
  type Chosen,
} from './editing.ts';
import { fieldDifferences } from './fieldWords.ts';
import type { Field } from './field.ts';
import { mergedField, withTheirs } from './merging.ts';

const HIDE: Chosen = { kind: 'model', id: 'heron-hide' };
const SLUICE: Chosen = { kind: 'model', id: 'sluice' };
const START: Chosen = { kind: 'start', id: FIELD.starts[0]!.id };
const moved = (field: Field, chosen: Chosen, x: number) =>
  withFieldObject(field, shiftedThing(fieldObjectOf(field, chosen)!, { x, y: 0 }));

describe('two drawings that were made from the same one', () => {
  it('are laid together where they do not collide', () => {
    const mine = moved(FIELD, HIDE, 10);
    const theirs = { ...moved(withoutThing(FIELD, SLUICE), START, 30), width: 2300 };
    const { field, collisions } = mergedField(FIELD, mine, theirs);
    expect(collisions).toEqual([]);
    expect(field.width).toBe(2300);
    expect(fieldObjectOf(field, SLUICE)).toBeNull();
    expect(fieldObjectOf(field, HIDE)).toEqual(fieldObjectOf(mine, HIDE));
    expect(fieldObjectOf(field, START)).toEqual(fieldObjectOf(theirs, START));
  });

  it('show both sides of what does, and take theirs when that is chosen', () => {
    const mine = moved(FIELD, HIDE, 10);
    const theirs = moved(FIELD, HIDE, -25);
    const { field, collisions } = mergedField(FIELD, mine, theirs);
    expect(collisions).toHaveLength(1);
    expect(field).toEqual(mine);
    expect(withTheirs(field, theirs, collisions[0]!)).toEqual(theirs);
  });

  it('collide when one takes away what the other moves, and not when both do the same', () => {
    const without = withoutThing(FIELD, SLUICE);
    const { collisions } = mergedField(FIELD, moved(FIELD, SLUICE, 5), without);
    expect(collisions).toMatchObject([{ chosen: SLUICE, theirs: null }]);
    expect(mergedField(FIELD, without, without).collisions).toEqual([]);
  });
});

describe('the difference of two drawings', () => {
  it('is said thing by thing', () => {
    const start = fieldObjectOf(FIELD, START)!;
    const after = moved(
      withFieldObject(withoutThing(FIELD, SLUICE), {
        kind: 'start',
        thing: { ...(start.thing as Field['starts'][number]), id: 'other', name: 'Other' },
      }),
      HIDE,
      3,
    );
    expect(fieldDifferences(FIELD, { ...after, border: !FIELD.border })).toEqual([
      'The border changed.',
      'Model “Heron Hide” has another zone.',
      'Start place “Other” is new.',
      'Model “Sluice” was taken away.',
    ]);
    expect(fieldDifferences(FIELD, FIELD)).toEqual([]);
  });
});
