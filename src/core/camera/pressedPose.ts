import { homographyOf, projected, type PointPair } from '../mathematics/homography.ts';
import type { Point, Pose } from '../mathematics/pose.ts';
import { cameraFrom, placeOf, type SpacePoint } from './cameraPose.ts';
import { FOCAL_SPREAD, USUAL_FOCAL, usualLens, type Lens } from './lens.ts';

/** What was clicked in an overhead picture. */
export interface ClickedPicture {
  /** Points of the field and where they are in the picture. */
  known: readonly PointPair[];
  /** Two marks on the robot: where they are in the picture, and in the robot's frame, mm. */
  marks: readonly [RobotMark, RobotMark];
  /** How high both marks are above the table, mm: seen from beside, what is high looks farther away than it is. */
  height: number;
  /** Of the picture, px. */
  size: { width: number; height: number };
}

/** A mark on the robot, x ahead and y to the left of the axle's middle. */
export interface RobotMark {
  picture: Point;
  robot: Point;
}

/** A pose from a picture with the half widths that hold 95 % of errors by clicking. */
export interface PicturedPose {
  pose: Pose;
  /** mm: radius about the place; rad. */
  placeWithin: number;
  headingWithin: number;
  /** How much farther apart the marks are in the picture than on the robot; 1 when all is well. */
  markScale: number;
}

/** Change of a click by which its effect is found, px; and of the focal length, as a share. */
const PROBE = 0.25;
const FOCAL_PROBE = 0.02;

/**
 * The robot's pose from an overhead picture: four known points give the projection, two marks the pose. Marks that are
 * high are brought down towards the camera, whose place follows from the four points by the lens that is usual.
 * Its uncertainty is that of the clicks and of that lens, carried through by finite differences.
 * Null when the points lie on a line or the marks on one place.
 *
 * @param clickSpread standard deviation of a click in each direction, px
 */
export function picturedPose(clicked: ClickedPicture, clickSpread: number): PicturedPose | null {
  const found = poseFrom(clicked, USUAL_FOCAL);
  if (found === null) return null;
  let xx = 0;
  let yy = 0;
  let xy = 0;
  let hh = 0;
  const others = [...withEachClickMoved(clicked)].map((moved) => ({
    other: poseFrom(moved, USUAL_FOCAL),
    scale: clickSpread / PROBE,
  }));
  const otherLens = poseFrom(clicked, USUAL_FOCAL * (1 + FOCAL_PROBE));
  others.push({ other: otherLens, scale: FOCAL_SPREAD / FOCAL_PROBE });
  for (const { other, scale } of others) {
    if (other === null) return null;
    const dx = scale * (other.pose.x - found.pose.x);
    const dy = scale * (other.pose.y - found.pose.y);
    const dh = scale * angleBetween(found.pose.heading, other.pose.heading);
    xx += dx * dx;
    yy += dy * dy;
    xy += dx * dy;
    hh += dh * dh;
  }
  // The circle that holds 95 % lies between that of a line, 1.96, and that of a round cloud, 2.45.
  const middle = (xx + yy) / 2;
  const apart = Math.hypot((xx - yy) / 2, xy);
  const major = Math.sqrt(middle + apart);
  const minor = Math.sqrt(Math.max(0, middle - apart));
  const factor = 1.96 + 0.488 * (major === 0 ? 0 : minor / major) ** 2;
  return { ...found, placeWithin: factor * major, headingWithin: 1.96 * Math.sqrt(hh) };
}

function poseFrom({ known, marks, height, size }: ClickedPicture, focal: number) {
  const homography = homographyOf(known);
  if (homography === null) return null;
  const eye = height === 0 ? null : eyeOf(known, usualLens(focal, size));
  const [a, b] = marks.map(({ picture }) => {
    const foot = projected(homography, picture);
    if (eye === null) return foot;
    const share = height / eye.z;
    return { x: foot.x + share * (eye.x - foot.x), y: foot.y + share * (eye.y - foot.y) };
  }) as [Point, Point];
  const [p, q] = marks.map(({ robot }) => robot) as [Point, Point];
  const apart = Math.hypot(b.x - a.x, b.y - a.y);
  const truly = Math.hypot(q.x - p.x, q.y - p.y);
  if (apart === 0 || truly === 0) return null;
  const heading = Math.atan2(b.y - a.y, b.x - a.x) - Math.atan2(q.y - p.y, q.x - p.x);
  // The middle of the marks is where the middle of both is seen: the errors of the two share alike.
  const c = Math.cos(heading);
  const s = Math.sin(heading);
  const mx = (p.x + q.x) / 2;
  const my = (p.y + q.y) / 2;
  return {
    pose: {
      x: (a.x + b.x) / 2 - (c * mx - s * my),
      y: (a.y + b.y) / 2 - (s * mx + c * my),
      heading: Math.atan2(Math.sin(heading), Math.cos(heading)),
    },
    markScale: apart / truly,
  };
}

/** Where the camera is, mm; null where the points do not say it, or it would lie under what is pressed. */
function eyeOf(known: readonly PointPair[], lens: Lens): SpacePoint | null {
  const camera = cameraFrom(
    known.map(({ picture, field }) => ({ picture, table: field })),
    lens,
  );
  return camera === null ? null : placeOf(camera);
}

function* withEachClickMoved(clicked: ClickedPicture): Generator<ClickedPicture> {
  const steps = [
    { x: PROBE, y: 0 },
    { x: 0, y: PROBE },
  ];
  const shifted = (point: Point, by: Point) => ({ x: point.x + by.x, y: point.y + by.y });
  for (const by of steps) {
    for (let i = 0; i < clicked.known.length; i++) {
      const known = clicked.known.map((pair, k) =>
        k === i ? { ...pair, picture: shifted(pair.picture, by) } : pair,
      );
      yield { ...clicked, known };
    }
    const [first, second] = clicked.marks;
    yield { ...clicked, marks: [{ ...first, picture: shifted(first.picture, by) }, second] };
    yield { ...clicked, marks: [first, { ...second, picture: shifted(second.picture, by) }] };
  }
}

function angleBetween(from: number, to: number): number {
  return Math.atan2(Math.sin(to - from), Math.cos(to - from));
}
