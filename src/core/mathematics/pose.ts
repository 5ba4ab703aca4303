import { wrapAngle } from './angle.ts';

/** A point in millimetres: x to the right, y away from the start side. */
export interface Point {
  x: number;
  y: number;
}

/** A place with a direction: millimetres, and radians counter-clockwise from +x. */
export interface Pose extends Point {
  heading: number;
}

/** The pose reached by applying `step`, given in the frame of `frame`. */
export function compose(frame: Pose, step: Pose): Pose {
  return { ...toField(frame, step), heading: wrapAngle(frame.heading + step.heading) };
}

/** The pose of `pose` as seen from `frame`: the inverse of {@link compose}. */
export function relativeTo(frame: Pose, pose: Pose): Pose {
  return { ...toFrame(frame, pose), heading: wrapAngle(pose.heading - frame.heading) };
}

/** The pose that undoes `pose`: compose(pose, inverse(pose)) is the origin. */
export function inverse(pose: Pose): Pose {
  return relativeTo(pose, { x: 0, y: 0, heading: 0 });
}

/** A point of the frame's own coordinates (x ahead, y to the left) in field coordinates. */
export function toField(frame: Pose, point: Point): Point {
  const cosine = Math.cos(frame.heading);
  const sine = Math.sin(frame.heading);
  return {
    x: frame.x + cosine * point.x - sine * point.y,
    y: frame.y + sine * point.x + cosine * point.y,
  };
}

/** A field point in the frame's own coordinates (x ahead, y to the left). */
export function toFrame(frame: Pose, point: Point): Point {
  const cosine = Math.cos(frame.heading);
  const sine = Math.sin(frame.heading);
  const dx = point.x - frame.x;
  const dy = point.y - frame.y;
  return { x: cosine * dx + sine * dy, y: -sine * dx + cosine * dy };
}
