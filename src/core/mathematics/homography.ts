import { Matrix, SingularValueDecomposition, inverse } from 'ml-matrix';
import type { Point } from './pose.ts';

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
