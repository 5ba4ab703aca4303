import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/verdict.json' with { type: 'json' };
import { homographyOf, projected, type PointPair } from './homography.ts';

const pairsOf = (rows: { field: number[]; picture: number[] }[]): PointPair[] =>
  rows.map(({ field, picture }) => ({
    field: { x: field[0]!, y: field[1]! },
    picture: { x: picture[0]!, y: picture[1]! },
  }));
const known = pairsOf(reference.homography.known);
const homography = homographyOf(known)!;

describe('the projection of a picture', () => {
  it('takes a tilted camera’s points to their places, to a ten-thousandth of a millimetre', () => {
    for (const { field, picture } of pairsOf(reference.homography.others)) {
      const found = projected(homography, picture);
      expect(found.x).toBeCloseTo(field.x, 4);
      expect(found.y).toBeCloseTo(field.y, 4);
    }
  });

  it('refuses three points on a line, and fewer than four', () => {
    const line = [0, 1, 2].map((i) => ({
      picture: { x: 100 * i, y: 50 * i },
      field: { x: 200 * i, y: 100 * i },
    }));
    expect(homographyOf([...line, known[3]!])).toBeNull();
    expect(homographyOf(known.slice(0, 3))).toBeNull();
  });
});
