import { direction } from './direction.ts';
import type { Segment } from './polygon.ts';

/**
 * Obstacles packed as x1, y1, x2, y2 per edge, so that the simulation can cast rays without
 * allocating anything.
 */
export type PackedSegments = Float64Array;

/** Sine and cosine of the boundary ray under way; kept, because rays are cast thousands of times. */
const ray = new Float64Array(2);

/** Packs segments for {@link nearestInCone}. */
export function packSegments(segments: readonly Segment[]): PackedSegments {
  const packed = new Float64Array(segments.length * 4);
  segments.forEach(({ from, to }, i) => packed.set([from.x, from.y, to.x, to.y], i * 4));
  return packed;
}

/**
 * Distance in mm from (x, y) to the nearest obstacle point whose direction differs from `towards`
 * by no more than `halfAngle` (radians, below π/2); Infinity when the cone is empty.
 *
 * With halfAngle 0 this is a ray. On each edge the nearest point within a cone is either the foot of
 * the perpendicular, an end point, or a crossing with one of the two boundary rays.
 */
export function nearestInCone(
  obstacles: PackedSegments,
  x: number,
  y: number,
  towards: number,
  halfAngle: number,
): number {
  direction(towards - halfAngle, ray);
  const lowX = ray[1]!;
  const lowY = ray[0]!;
  direction(towards + halfAngle, ray);
  const highX = ray[1]!;
  const highY = ray[0]!;
  let nearest = Infinity;
  for (let i = 0; i < obstacles.length; i += 4) {
    const ax = obstacles[i]! - x;
    const ay = obstacles[i + 1]! - y;
    const bx = obstacles[i + 2]! - x;
    const by = obstacles[i + 3]! - y;
    nearest = Math.min(nearest, alongRay(lowX, lowY, ax, ay, bx, by));
    if (halfAngle === 0) continue;
    nearest = Math.min(nearest, alongRay(highX, highY, ax, ay, bx, by));
    if (between(lowX, lowY, highX, highY, ax, ay))
      nearest = Math.min(nearest, Math.sqrt(ax * ax + ay * ay));
    if (between(lowX, lowY, highX, highY, bx, by))
      nearest = Math.min(nearest, Math.sqrt(bx * bx + by * by));
    const ex = bx - ax;
    const ey = by - ay;
    const lengthSquared = ex * ex + ey * ey;
    const share = lengthSquared > 0 ? -(ax * ex + ay * ey) / lengthSquared : -1;
    if (share > 0 && share < 1) {
      const fx = ax + share * ex;
      const fy = ay + share * ey;
      if (between(lowX, lowY, highX, highY, fx, fy))
        nearest = Math.min(nearest, Math.sqrt(fx * fx + fy * fy));
    }
  }
  return nearest;
}

/** Distance along the unit ray (dx, dy) from the origin to the edge a–b, or Infinity. */
function alongRay(dx: number, dy: number, ax: number, ay: number, bx: number, by: number): number {
  const ex = bx - ax;
  const ey = by - ay;
  const determinant = dx * ey - dy * ex;
  if (Math.abs(determinant) < 1e-12) return Infinity;
  const distance = (ax * ey - ay * ex) / determinant;
  const share = (ax * dy - ay * dx) / determinant;
  return distance >= 0 && share >= 0 && share <= 1 ? distance : Infinity;
}

/** Whether (px, py) lies between the two boundary rays, counter-clockwise from low to high. */
function between(
  lowX: number,
  lowY: number,
  highX: number,
  highY: number,
  px: number,
  py: number,
): boolean {
  return lowX * py - lowY * px >= 0 && highX * py - highY * px <= 0;
}
