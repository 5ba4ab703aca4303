import { describe, expect, it } from 'vitest';
import reference from '../../../tests/reference/verdict.json' with { type: 'json' };
import { homographyOf, projected, type PointPair } from '../mathematics/homography.ts';
import { toField, type Point } from '../mathematics/pose.ts';
import { uniform } from '../mathematics/randomness.ts';
import { pictured } from './cameraPose.ts';
import { FOCAL_SPREAD, USUAL_FOCAL, usualLens } from './lens.ts';
import { picturedPose, type PicturedPose, type RobotMark } from './pressedPose.ts';
import { lookingAt } from './practice/view.ts';

const known: PointPair[] = reference.homography.known.map(({ field, picture }) => ({
  field: { x: field[0]!, y: field[1]! },
  picture: { x: picture[0]!, y: picture[1]! },
}));
const back = homographyOf(known.map(({ field, picture }) => ({ field: picture, picture: field })))!;

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
    height: 0,
    size: { width: 1920, height: 1080 },
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
    const { known: points, size } = clicked((point) => point);
    const one = { picture: { x: 900, y: 500 }, robot: marks[0] };
    expect(picturedPose({ known: points, marks: [one, one], height: 0, size }, 0.5)).toBeNull();
  });

  it('knows the height of what is pressed: 95 % within what is said, of cameras that nobody knows', () => {
    const draw = uniform(12);
    const size = { width: 1920, height: 1080 };
    const table = { width: 2362, height: 1143 };
    const corners = [
      { x: 0, y: 0 },
      { x: table.width, y: 0 },
      { x: table.width, y: table.height },
      { x: 0, y: table.height },
    ];
    const tries = 400;
    const height = 90;
    let [held, byFlat, byHeight] = [0, 0, 0];
    for (let i = 0; i < tries; i++) {
      const focal = USUAL_FOCAL * (1 + FOCAL_SPREAD * (draw() + draw() + draw() - 1.5) * 2);
      const lens = usualLens(focal, size);
      const camera = lookingAt(
        [table.width * (0.4 + 0.2 * draw()), table.height * (0.2 - 0.4 * draw()), 2800 * focal],
        [table.width / 2, table.height / 2, 0],
      );
      const robot = { x: 300 + 1700 * draw(), y: 200 + 700 * draw(), heading: 6 * draw() };
      const pressed = (at: Point, z: number) => {
        const { x, y } = pictured(camera, lens, { ...at, z });
        return { x: x + draw() - 0.5, y: y + draw() - 0.5 };
      };
      const pressedPicture = {
        known: corners.map((field) => ({ field, picture: pressed(field, 0) })),
        marks: marks.map((mark) => ({
          robot: mark,
          picture: pressed(toField(robot, mark), height),
        })) as [RobotMark, RobotMark],
        size,
      };
      const away = ({ pose }: PicturedPose) => Math.hypot(pose.x - robot.x, pose.y - robot.y);
      const found = picturedPose({ ...pressedPicture, height }, 0.29)!;
      held += Number(away(found) <= found.placeWithin);
      byHeight += away(found) / tries;
      byFlat += away(picturedPose({ ...pressedPicture, height: 0 }, 0.29)!) / tries;
    }
    expect(held / tries).toBeGreaterThan(0.9);
    expect(byHeight).toBeLessThan(byFlat / 3);
  });
});
