import { wrapAngle } from '../mathematics/angle.ts';
import type { Point, Pose } from '../mathematics/pose.ts';
import { onPlane, pictured, placeOf, type CameraPose } from './cameraPose.ts';
import type { Lens } from './lens.ts';
import type { MeasuredRobot } from './measureRobot.ts';
import { robotUnder, type RobotTag } from './robotTag.ts';
import { tagCorners, type Corners, type SeenTag, type TableTag } from './tags.ts';

/** A camera that stands still: once its place is known, a robot is measured with little arithmetic. */
export interface FixedCamera {
  camera: CameraPose;
  lens: Lens;
  /** What camera and lens add to the uncertainty of every pose: covariance of x, y and heading. */
  covariance: MeasuredRobot['covariance'];
  residual: number;
}

/** Where a robot is in one picture. */
export interface RobotSight {
  /** The middle of its axle, mm, and where it looks, rad. */
  pose: Pose;
  /** How large its tag is seen at its height: another height, or a robot that is lifted, shows as a scale other than 1. */
  scale: number;
}

/** Where the robot is whose tag is seen; null when the ray to it meets the plane of the tag nowhere. */
export function robotSight(
  { camera, lens }: Pick<FixedCamera, 'camera' | 'lens'>,
  tag: RobotTag,
  corners: Corners,
): RobotSight | null {
  const places = corners.map((corner) => onPlane(camera, lens, corner, tag.height));
  if (places.includes(null)) return null;
  const [ul, ur, lr, ll] = places as [Point, Point, Point, Point];
  const middle = { x: (ul.x + ur.x + lr.x + ll.x) / 4, y: (ul.y + ur.y + lr.y + ll.y) / 4 };
  // The turn and the growth that take the tag’s corners to where they are seen, by least squares (Umeyama 1991).
  const square = tagCorners({ x: 0, y: 0, heading: 0 }, tag.size);
  let [along, across] = [0, 0];
  [ul, ur, lr, ll].forEach(({ x, y }, i) => {
    const [dx, dy] = [x - middle.x, y - middle.y];
    along += square[i]!.x * dx + square[i]!.y * dy;
    across += square[i]!.x * dy - square[i]!.y * dx;
  });
  const heading = Math.atan2(across, along);
  const scale = Math.hypot(along, across) / (2 * tag.size ** 2);
  return { pose: robotUnder(tag, { ...middle, heading: wrapAngle(heading) }), scale };
}

/** Farther than this, px, tags of the table are seen elsewhere when the camera, or one of them, was moved. */
const MOVED = 1.2;

/** Whether the table's tags are seen where a fixed camera sees them. */
export function standsStill(
  { camera, lens }: Pick<FixedCamera, 'camera' | 'lens'>,
  seen: readonly SeenTag[],
  tags: readonly TableTag[],
): boolean {
  const off = tags.flatMap((tag) => {
    const found = seen.find(({ id }) => id === tag.id);
    if (found === undefined) return [];
    const places = tagCorners(tag, tag.size).map((corner) =>
      pictured(camera, lens, { ...corner, z: 0 }),
    );
    return Math.hypot(
      ...(['x', 'y'] as const).map(
        (axis) =>
          places.reduce((sum, place, i) => sum + place[axis] - found.corners[i]![axis], 0) / 4,
      ),
    );
  });
  return off.every((distance) => distance < MOVED);
}

/** How high a tag really lies that is seen at a scale, mm: its camera looks from `above` the table. */
export function heightBy(scale: number, height: number, above: number): number {
  return above - (above - height) / scale;
}

/** How high a camera stands above the table, mm. */
export function heightOf(camera: CameraPose): number {
  return placeOf(camera).z;
}

/** How far a camera's look is from straight down, rad. */
export function tiltOf({ rotation }: CameraPose): number {
  return Math.acos(Math.min(1, Math.abs(rotation[2][2])));
}
