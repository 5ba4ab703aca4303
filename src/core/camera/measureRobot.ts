import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { Matrix, inverse } from 'ml-matrix';
import { wrapAngle } from '../mathematics/angle.ts';
import type { Point, Pose } from '../mathematics/pose.ts';
import {
  cameraFrom,
  movedCamera,
  onPlane,
  pictured,
  type CameraPose,
  type SpacePoint,
  type Triple,
} from './cameraPose.ts';
import { FOCAL_SPREAD, USUAL_FOCAL, usualLens, type Lens } from './lens.ts';
import { tagCorners, type SeenTag, type TableTag } from './tags.ts';

/** What is known before a picture is taken. */
export interface CameraScene {
  /** Tags that lie on the table. */
  tags: readonly TableTag[];
  /** The tag on the robot: its side and its height above the table, mm. */
  robot: { id: number; size: number; height: number };
  /** Null when nobody calibrated it: then it is found from this picture, as far as that says it. */
  lens: Lens | null;
}

/** The robot's tag in a picture. */
export interface MeasuredRobot {
  /** Where the middle of the tag is, mm, and how far it is turned, rad. */
  pose: Pose;
  /** Covariance of x, y and heading. */
  covariance: readonly (readonly [number, number, number])[];
  /** How large the tag is seen where it is said to be, against its side: another height shows as a scale other than 1. */
  scale: number;
  camera: CameraPose;
  lens: Lens;
  /** Typical error of the edges of tags in the picture, px. */
  residual: number;
  /** Which of the table's tags were used. */
  used: number[];
}

/** Why a picture says nothing of the robot. */
export interface NotMeasured {
  missing: 'table tags' | 'robot tag' | 'camera';
  /** Which tags are in the picture. */
  seen: number[];
}

/** The middle of a tag's edge is found so well, px, by many pictures; the scatter in one picture tells a little more. */
const EDGE_SPREAD = 0.025;
/** For how many edges that speaks. */
const EDGE_WEIGHT = 3;
/** How far blur and exposure move all edges of dark tags outwards, px: usually nowhere, and not much. */
const BLOOM_SPREAD = 0.1;
/** Focal lengths over widths of a picture, of cameras that nobody calibrated: the beginnings. */
const FOCAL_LENGTHS = [0.55, 0.7, 0.9, 1.2];
/** What lenses of phones and laptops have, where nothing is known: radial distortion, and the axis off the middle, in widths. */
const [K1_SPREAD, K2_SPREAD, AXIS_SPREAD] = [0.08, 0.03, 0.006];
/** Their pixels are square up to this part. */
const ASPECT_SPREAD = 0.0015;
/** Printed tags have the sizes that were measured on them up to this part against each other. */
const SIZE_SPREAD = 0.0015;
const ITERATIONS = 15;

/**
 * Where the robot is, from the tags in one picture: camera, robot and, where it is not known, the lens are found together,
 * such that the edges of all tags are seen where they are, and the uncertainty of all of them is in the robot's.
 *
 * @param size of the picture, px
 */
export function measureRobot(
  seen: readonly SeenTag[],
  scene: CameraScene,
  size: { width: number; height: number },
): MeasuredRobot | NotMeasured {
  const ids = seen.map(({ id }) => id);
  const robot = seen.find(({ id }) => id === scene.robot.id);
  if (robot === undefined) return { missing: 'robot tag', seen: ids };
  const table = scene.tags.flatMap((tag) => {
    const found = seen.find(({ id }) => id === tag.id);
    return found === undefined ? [] : [{ tag, found }];
  });
  if (table.length === 0) return { missing: 'table tags', seen: ids };
  const points = table.flatMap(({ tag, found }) =>
    tagCorners(tag, tag.size).map((corner, i) => ({ table: corner, picture: found.corners[i]! })),
  );
  const known = { points, robot, scene, size };
  const lenses = scene.lens === null ? FOCAL_LENGTHS.map((f) => usualLens(f, size)) : [scene.lens];
  const tries = lenses.flatMap((lens) => fitted(known, lens) ?? []);
  const [best] = tries.toSorted((a, b) => a.cost - b.cost);
  if (best === undefined) return { missing: 'camera', seen: ids };
  return { ...measured(known, best), used: table.map(({ tag }) => tag.id) };
}

/** What one picture shows, and what is known of it. */
interface Known {
  points: readonly { table: Point; picture: Point }[];
  robot: SeenTag;
  scene: CameraScene;
  size: { width: number; height: number };
}

/** All that is found together, before it has names. */
interface Fit {
  start: { camera: CameraPose; lens: Lens };
  parameters: number[];
  cost: number;
}

function fitted(known: Known, lens: Lens): Fit | null {
  const camera = cameraFrom(known.points, lens);
  if (camera === null) return null;
  const { height, size } = known.scene.robot;
  const corners = known.robot.corners.map((corner) => onPlane(camera, lens, corner, height));
  if (corners.includes(null)) return null;
  const [ul, ur, lr, ll] = corners as [Point, Point, Point, Point];
  const heading = Math.atan2(ur.y - ul.y + lr.y - ll.y, ur.x - ul.x + lr.x - ll.x);
  const start = { camera, lens };
  const beginning = [
    0,
    0,
    0,
    0,
    0,
    0,
    (ul.x + ur.x + lr.x + ll.x) / 4,
    (ul.y + ur.y + lr.y + ll.y) / 4,
    heading,
    Math.hypot(ur.x - ul.x, ur.y - ul.y) / size,
    0,
    ...(known.scene.lens === null ? [0, 0, 0, 0, 0, 0] : []),
  ];
  const wanted = observed(known);
  const { parameterValues } = levenbergMarquardt(
    { x: wanted.map((_, i) => i), y: wanted },
    (values) => {
      const now = predicted(known, start, values);
      return (i) => now[i]!;
    },
    {
      initialValues: beginning,
      gradientDifference: beginning.map((_, i) => STEPS[i]!),
      centralDifference: true,
      damping: 1e-3,
      maxIterations: ITERATIONS,
      errorTolerance: 1e-9,
    },
  );
  const parameters = [...parameterValues];
  const now = predicted(known, start, parameters);
  const cost = wanted.reduce((sum, value, i) => sum + (value - now[i]!) ** 2, 0);
  return Number.isFinite(cost) ? { start, parameters, cost } : null;
}

/** Steps of finite differences: turn and place of the camera, the robot, its scale, the bloom, and the lens. */
const STEPS = [
  1e-6, 1e-6, 1e-6, 1e-3, 1e-3, 1e-3, 1e-3, 1e-3, 1e-6, 1e-6, 1e-3, 1e-6, 1e-5, 1e-5, 1e-5, 1e-5,
  1e-6,
];

type Six = [...Triple, ...Triple];
type Values = [...Six, x: number, y: number, heading: number, scale: number, bloom: number];

/** Camera, robot and lens by the parameters: small turns and movements of a beginning. */
function named({ camera, lens }: Fit['start'], size: Known['size'], values: readonly number[]) {
  const [rx, ry, rz, tx, ty, tz, x, y, heading, scale, bloom, focal, k1, k2, cx, cy, aspect] =
    values as number[] & Values;
  return {
    camera: movedCamera(camera, [rx, ry, rz], [tx, ty, tz]),
    pose: { x, y, heading },
    scale,
    bloom,
    lens:
      focal === undefined
        ? lens
        : {
            fx: lens.fx * Math.exp(focal),
            fy: lens.fy * Math.exp(focal + aspect!),
            cx: lens.cx + cx! * size.width,
            cy: lens.cy + cy! * size.width,
            k1: k1!,
            k2: k2!,
          },
  };
}

/** What is seen, in standard deviations; and, for what a picture says little of, what is usual. */
function observed({ points, robot, scene }: Known): number[] {
  const corners = [...points.map(({ picture }) => picture), ...robot.corners];
  const usual = scene.lens === null ? [0, 0, 0, 0, 0, 0, 1 / SIZE_SPREAD] : [];
  return [...edgesOf(corners, corners), 0, ...usual];
}

function predicted(known: Known, start: Fit['start'], values: readonly number[]): number[] {
  const { camera, lens, pose, scale, bloom } = named(start, known.size, values);
  const { size, height } = known.scene.robot;
  const corners: SpacePoint[] = [
    ...known.points.map(({ table }) => ({ ...table, z: 0 })),
    ...tagCorners(pose, size * scale).map((corner) => ({ ...corner, z: height })),
  ];
  const seen = [...known.points.map(({ picture }) => picture), ...known.robot.corners];
  const places = edgesOf(
    bloomed(
      corners.map((corner) => pictured(camera, lens, corner)),
      bloom,
    ),
    seen,
  );
  places.push(bloom / BLOOM_SPREAD);
  if (known.scene.lens !== null) return places;
  const [focal, k1, k2, cx, cy, aspect] = values.slice(LENS_FROM) as Six;
  const begun = Math.log(start.lens.fx / known.size.width / USUAL_FOCAL);
  return [
    ...places,
    (begun + focal) / FOCAL_SPREAD,
    k1 / K1_SPREAD,
    k2 / K2_SPREAD,
    cx / AXIS_SPREAD,
    cy / AXIS_SPREAD,
    aspect / ASPECT_SPREAD,
    scale / SIZE_SPREAD,
  ];
}

/**
 * Corners of tags as the edges say them, from which they were found: how far out the middle of each edge lies and how far
 * it leans, in standard deviations. A straight line through evenly spread points knows its lean, at its ends, √3 times less.
 *
 * @param seen the corners in the picture, which give the direction across each edge
 */
function edgesOf(corners: readonly Point[], seen: readonly Point[]): number[] {
  return corners.flatMap((corner, i) => {
    const next = i - (i % 4) + ((i + 1) % 4);
    const along = from(seen[i]!, seen[next]!);
    const out = ({ x, y }: Point) => x * along.y - y * along.x;
    const [a, b] = [out(corner), out(corners[next]!)];
    return [(a + b) / (2 * EDGE_SPREAD), (b - a) / (2 * Math.sqrt(3) * EDGE_SPREAD)];
  });
}

/** Where the parameters of the lens begin. */
const LENS_FROM = 11;

/** The corners of tags, four by four, when their edges are moved outwards, px. */
function bloomed(corners: readonly Point[], bloom: number): Point[] {
  return corners.map((corner, i) => {
    const first = i - (i % 4);
    const [before, after] = [corners[first + ((i + 3) % 4)]!, corners[first + ((i + 1) % 4)]!];
    const [a, b] = [from(before, corner), from(after, corner)];
    return { x: corner.x + bloom * (a.x + b.x), y: corner.y + bloom * (a.y + b.y) };
  });
}

/** The direction from one point to another. */
function from(one: Point, other: Point): Point {
  const length = Math.hypot(other.x - one.x, other.y - one.y);
  return { x: (other.x - one.x) / length, y: (other.y - one.y) / length };
}

function measured(known: Known, { start, parameters }: Fit): Omit<MeasuredRobot, 'used'> {
  const wanted = observed(known);
  const at = predicted(known, start, parameters);
  const jacobian = new Matrix(
    parameters.map((_, k) => {
      const moved = (by: number) =>
        predicted(
          known,
          start,
          parameters.map((value, i) => (i === k ? value + by : value)),
        );
      const [more, less] = [moved(STEPS[k]!), moved(-STEPS[k]!)];
      return more.map((value, i) => (value - less[i]!) / (2 * STEPS[k]!));
    }),
  ).transpose();
  const seen = 2 * (known.points.length + 4);
  const squares = wanted.slice(0, seen).reduce((sum, value, i) => sum + (value - at[i]!) ** 2, 0);
  const free = Math.max(0, wanted.length - parameters.length);
  const variance = (squares + 2 * EDGE_WEIGHT) / (free + 2 * EDGE_WEIGHT);
  // What the picture shows scatters as its edges do; what is usual stays as likely as it is.
  const share = (begin: number, end: number) => {
    const rows = jacobian.subMatrix(begin, end - 1, 0, parameters.length - 1);
    return rows.transpose().mmul(rows);
  };
  const information = share(0, seen).div(variance).add(share(seen, wanted.length));
  const spread = inverse(information, true);
  const names = [6, 7, 8];
  const { camera, pose, scale, lens } = named(start, known.size, parameters);
  return {
    pose: { ...pose, heading: wrapAngle(pose.heading) },
    covariance: names.map((i) => names.map((j) => spread.get(i, j)) as [number, number, number]),
    scale,
    camera,
    lens,
    residual: EDGE_SPREAD * Math.sqrt(variance),
  };
}
