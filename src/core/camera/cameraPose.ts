import { Matrix, SingularValueDecomposition } from 'ml-matrix';
import { homographyOf } from '../mathematics/homography.ts';
import type { Point } from '../mathematics/pose.ts';
import { fromLens, throughLens, type Lens } from './lens.ts';

/** A point of the room: x to the right and y away on the table, z above it, mm. */
export interface SpacePoint extends Point {
  z: number;
}

/** A point of the table and where it is in the picture. */
export interface SeenPoint {
  picture: Point;
  table: Point;
}

/** Three numbers: along x, y and z. */
export type Triple = readonly [x: number, y: number, z: number];

/** Where a camera is: the table's axes as it sees them (x to the right, y down, z ahead), and the table's origin, mm. */
export interface CameraPose {
  /** Rows: what x, y and z of the camera are in the axes of the table. */
  rotation: readonly [Triple, Triple, Triple];
  translation: Triple;
}

/** A point of the room in the axes of the camera, mm. */
function inCamera({ rotation, translation }: CameraPose, { x, y, z }: SpacePoint): Triple {
  const [right, down, ahead] = rotation;
  return [
    right[0] * x + right[1] * y + right[2] * z + translation[0],
    down[0] * x + down[1] * y + down[2] * z + translation[1],
    ahead[0] * x + ahead[1] * y + ahead[2] * z + translation[2],
  ];
}

/** Where a point of the room is in the picture, px. */
export function pictured(pose: CameraPose, lens: Lens, point: SpacePoint): Point {
  const [x, y, depth] = inCamera(pose, point);
  return throughLens(lens, { x: x / depth, y: y / depth });
}

/** Where what is seen at a point of the picture lies at a height above the table, mm; null when it lies nowhere there. */
export function onPlane(
  pose: CameraPose,
  lens: Lens,
  picture: Point,
  height: number,
): Point | null {
  const { x, y } = fromLens(lens, picture);
  const { rotation, translation } = pose;
  // The camera's place and the ray's direction in the axes of the table.
  const turned = (v: Triple): Triple => [
    rotation[0][0] * v[0] + rotation[1][0] * v[1] + rotation[2][0] * v[2],
    rotation[0][1] * v[0] + rotation[1][1] * v[1] + rotation[2][1] * v[2],
    rotation[0][2] * v[0] + rotation[1][2] * v[1] + rotation[2][2] * v[2],
  ];
  const ray = turned([x, y, 1]);
  const [px, py, pz] = turned([-translation[0], -translation[1], -translation[2]]);
  const length = (height - pz) / ray[2];
  if (!(length > 0)) return null;
  return { x: px + length * ray[0], y: py + length * ray[1] };
}

/** Where a camera stands, mm. */
export function placeOf({ rotation, translation }: CameraPose): SpacePoint {
  const along = (axis: 0 | 1 | 2) =>
    -(
      rotation[0][axis] * translation[0] +
      rotation[1][axis] * translation[1] +
      rotation[2][axis] * translation[2]
    );
  return { x: along(0), y: along(1), z: along(2) };
}

/** The same camera turned by a small rotation vector, rad, and moved, mm, both in its own axes. */
export function movedCamera(pose: CameraPose, turn: Triple, by: Triple): CameraPose {
  const small = rotationBy(turn);
  const column = (i: 0 | 1 | 2): Triple => [
    pose.rotation[0][i],
    pose.rotation[1][i],
    pose.rotation[2][i],
  ];
  const [first, second, third] = [0, 1, 2].map((i) => times(small, column(i as 0 | 1 | 2))) as [
    Triple,
    Triple,
    Triple,
  ];
  const [x, y, z] = times(small, pose.translation);
  return {
    rotation: [
      [first[0], second[0], third[0]],
      [first[1], second[1], third[1]],
      [first[2], second[2], third[2]],
    ],
    translation: [x + by[0], y + by[1], z + by[2]],
  };
}

/**
 * Where a camera is that sees four or more points of the table, by the homography between both: a beginning for
 * what minimises the errors in the picture. Null when the points do not say it.
 * Source: R. Hartley and A. Zisserman, Multiple View Geometry, 2nd ed., section 8.1.1.
 */
export function cameraFrom(seen: readonly SeenPoint[], lens: Lens): CameraPose | null {
  const found = homographyOf(
    seen.map(({ picture, table }) => ({ picture: table, field: fromLens(lens, picture) })),
  );
  if (found === null) return null;
  const [a, b, c, d, e, f, g, h, i] = found;
  // The table lies before the camera, not behind it.
  const { x, y } = seen[0]!.table;
  const sign = Math.sign(g * x + h * y + i);
  const scale = (2 * sign) / (Math.hypot(a, d, g) + Math.hypot(b, e, h));
  const first: Triple = [a * scale, d * scale, g * scale];
  const second: Triple = [b * scale, e * scale, h * scale];
  const third: Triple = [
    first[1] * second[2] - first[2] * second[1],
    first[2] * second[0] - first[0] * second[2],
    first[0] * second[1] - first[1] * second[0],
  ];
  const rough = new Matrix([0, 1, 2].map((row) => [first[row]!, second[row]!, third[row]!]));
  const { leftSingularVectors: u, rightSingularVectors: v } = new SingularValueDecomposition(rough);
  return {
    rotation: u.mmul(v.transpose()).to2DArray() as unknown as CameraPose['rotation'],
    translation: [c * scale, f * scale, i * scale],
  };
}

/** The rotation about a vector by its length, rad (Rodrigues' formula). */
function rotationBy([x, y, z]: Triple): readonly [Triple, Triple, Triple] {
  const angle = Math.hypot(x, y, z);
  if (angle === 0)
    return [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
    ];
  const [a, b, c] = [x / angle, y / angle, z / angle];
  const [sine, cosine] = [Math.sin(angle), Math.cos(angle)];
  const rest = 1 - cosine;
  return [
    [cosine + a * a * rest, a * b * rest - c * sine, a * c * rest + b * sine],
    [b * a * rest + c * sine, cosine + b * b * rest, b * c * rest - a * sine],
    [c * a * rest - b * sine, c * b * rest + a * sine, cosine + c * c * rest],
  ];
}

function times(matrix: readonly [Triple, Triple, Triple], [x, y, z]: Triple): Triple {
  const row = ([a, b, c]: Triple) => a * x + b * y + c * z;
  return [row(matrix[0]), row(matrix[1]), row(matrix[2])];
}
