import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/verdict.json' with { type: 'json' };
import { uniform } from './randomness.ts';
import { homographyOf, picturedPose, projected, type PointPair } from './homography.ts';
import { toField, type Point } from './pose.ts';

const pairsOf = (rows: { field: number[]; picture: number[] }[]): PointPair[] =>
  rows.map(({ field, picture }) => ({
    field: { x: field[0]!, y: field[1]! },
    picture: { x: picture[0]!, y: picture[1]! },
  }));
const known = pairsOf(reference.homography.known);
const homography = homographyOf(known)!;
const back = homographyOf(known.map(({ field, picture }) => ({ field: picture, picture: field })))!;

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

describe('the pose from a picture', () => {
  const marks: [Point, Point] = [
    { x: 95, y: 0 },
    { x: -65, y: 0 },
  ];
  const truth = { x: 1430, y: 610, heading: 0.7 };
  const clicked = (moved: (point: Point) => Point) => ({
    known: known.map(({ picture, field }) => ({ field, picture: moved(picture) })),
    marks: marks.map((robot) => ({
      robot,
      picture: moved(projected(back, toField(truth, robot))),
    })) as [{ picture: Point; robot: Point }, { picture: Point; robot: Point }],
  });

  it('is exact when every click is', () => {
    const found = picturedPose(
      clicked((point) => point),
      0.6,
    )!;
    expect(found.pose.x).toBeCloseTo(truth.x, 4);
    expect(found.pose.y).toBeCloseTo(truth.y, 4);
    expect(found.pose.heading).toBeCloseTo(truth.heading, 6);
    expect(found.markScale).toBeCloseTo(1, 6);
  });

  it('is within 3 mm and 1.5° in 95 % of cases when every click is within 1 px', () => {
    const draw = uniform(11);
    const within = (point: Point) => {
      // Anywhere in a disc of 1 px.
      const radius = Math.sqrt(draw());
      const angle = 2 * Math.PI * draw();
      return { x: point.x + radius * Math.cos(angle), y: point.y + radius * Math.sin(angle) };
    };
    const tries = 2000;
    let good = 0;
    let stated = 0;
    for (let i = 0; i < tries; i++) {
      // A disc of 1 px has a standard deviation of ½ px in each direction.
      const found = picturedPose(clicked(within), 0.5)!;
      const away = Math.hypot(found.pose.x - truth.x, found.pose.y - truth.y);
      const turned = Math.abs(found.pose.heading - truth.heading);
      if (away <= 3 && turned <= (1.5 * Math.PI) / 180) good++;
      if (away <= found.placeWithin && turned <= found.headingWithin) stated++;
    }
    expect(good / tries).toBeGreaterThan(0.95);
    // Two statements at 95 % each hold together in at least 90 %.
    expect(stated / tries).toBeGreaterThan(0.9);
  });

  it('is none when both marks are clicked on one place', () => {
    const { known: points } = clicked((point) => point);
    const one = { picture: { x: 900, y: 500 }, robot: marks[0] };
    expect(picturedPose({ known: points, marks: [one, one] }, 0.5)).toBeNull();
  });
});
