import { Matrix, SingularValueDecomposition, inverse } from 'ml-matrix';
import type { Point, Pose } from './pose.ts';

/** A point of the picture (pixels) and the same point of the field (mm). */
export interface PointPair {
  picture: Point;
  field: Point;
}

/** A plane-to-plane projection, row by row, from the picture to the field. */
export type Homography = readonly [
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
  number,
];

/** The largest condition of the equations: beyond it three points lie nearly on one line. */
const WORST_CONDITION = 1e7;

/**
 * The projection that takes four or more points of a picture to their places on the field, by the
 * direct linear transform with normalised coordinates; null when three of four lie on a line.
 * Source: R. Hartley and A. Zisserman, Multiple View Geometry, 2nd ed., algorithm 4.2.
 */
export function homographyOf(pairs: readonly PointPair[]): Homography | null {
  if (pairs.length < 4) return null;
  const from = normalisation(pairs.map(({ picture }) => picture));
  const to = normalisation(pairs.map(({ field }) => field));
  if (from === null || to === null) return null;
  const rows = pairs.flatMap(({ picture, field }) => {
    const { x, y } = from.apply(picture);
    const { x: u, y: v } = to.apply(field);
    return [
      [-x, -y, -1, 0, 0, 0, u * x, u * y, u],
      [0, 0, 0, -x, -y, -1, v * x, v * y, v],
    ];
  });
  // A ninth row of zeros lets the decomposition give all nine directions for four points.
  if (rows.length < 9) rows.push(new Array<number>(9).fill(0));
  const decomposition = new SingularValueDecomposition(new Matrix(rows), { autoTranspose: true });
  const values = decomposition.diagonal;
  if (values[7]! < values[0]! / WORST_CONDITION) return null;
  const solution = decomposition.rightSingularVectors.getColumn(8);
  const normalised = new Matrix([solution.slice(0, 3), solution.slice(3, 6), solution.slice(6, 9)]);
  const matrix = inverse(to.matrix).mmul(normalised).mmul(from.matrix);
  return matrix.to1DArray() as unknown as Homography;
}

/** Where a point of the picture lies on the field. */
export function projected(homography: Homography, { x, y }: Point): Point {
  const [a, b, c, d, e, f, g, h, i] = homography;
  const w = g * x + h * y + i;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

/** Middle at zero and mean distance √2, so that the equations are well conditioned. */
function normalisation(points: readonly Point[]) {
  const n = points.length;
  const x = points.reduce((sum, point) => sum + point.x, 0) / n;
  const y = points.reduce((sum, point) => sum + point.y, 0) / n;
  const distance = points.reduce((sum, p) => sum + Math.hypot(p.x - x, p.y - y), 0) / n;
  if (distance === 0) return null;
  const s = Math.SQRT2 / distance;
  return {
    apply: (point: Point): Point => ({ x: s * (point.x - x), y: s * (point.y - y) }),
    matrix: new Matrix([
      [s, 0, -s * x],
      [0, s, -s * y],
      [0, 0, 1],
    ]),
  };
}

/** What was clicked in an overhead picture. */
export interface ClickedPicture {
  /** Points of the field and where they are in the picture. */
  known: readonly PointPair[];
  /** Two marks on the robot: where they are in the picture, and in the robot's frame, mm. */
  marks: readonly [RobotMark, RobotMark];
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

/** Change of a click by which its effect is found, px. */
const PROBE = 0.25;

/**
 * The robot's pose from an overhead picture: four known points give the projection, two marks the pose.
 * Its uncertainty is that of the clicks, carried through by finite differences.
 * Null when the points lie on a line or the marks on one place.
 *
 * @param clickSpread standard deviation of a click in each direction, px
 */
export function picturedPose(clicked: ClickedPicture, clickSpread: number): PicturedPose | null {
  const found = poseFrom(clicked);
  if (found === null) return null;
  let xx = 0;
  let yy = 0;
  let xy = 0;
  let hh = 0;
  for (const moved of withEachClickMoved(clicked)) {
    const other = poseFrom(moved);
    if (other === null) return null;
    const scale = clickSpread / PROBE;
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

function poseFrom({ known, marks }: ClickedPicture) {
  const homography = homographyOf(known);
  if (homography === null) return null;
  const [a, b] = marks.map(({ picture }) => projected(homography, picture)) as [Point, Point];
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
