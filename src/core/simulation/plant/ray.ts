import { Direction } from './direction';

/**
 * Distance in mm from (x, y) to the nearest obstacle point between two directions, counter-clockwise from
 * `low` to `high` and less than half a turn apart; Infinity when there is none.
 *
 * Where both are the same this is a ray. On each edge the nearest point within a cone is either the foot of
 * the perpendicular, an end point, or a crossing with one of the two boundary rays.
 *
 * @param obstacles x1, y1, x2, y2 an edge
 */
export function nearestInCone(
  obstacles: StaticArray<f64>,
  edges: i32,
  x: f64,
  y: f64,
  low: Direction,
  high: Direction,
): f64 {
  const lowX = low.x;
  const lowY = low.y;
  const highX = high.x;
  const highY = high.y;
  const isRay = lowX == highX && lowY == highY;
  let nearest: f64 = Infinity;
  for (let i = 0; i < 4 * edges; i += 4) {
    const ax = unchecked(obstacles[i]) - x;
    const ay = unchecked(obstacles[i + 1]) - y;
    const bx = unchecked(obstacles[i + 2]) - x;
    const by = unchecked(obstacles[i + 3]) - y;
    // On which side of the boundary rays the ends lie: left of the low and right of the high one is inside.
    const aLow = lowX * ay - lowY * ax;
    const bLow = lowX * by - lowY * bx;
    const aHigh = highX * ay - highY * ax;
    const bHigh = highX * by - highY * bx;
    // Most edges lie wholly beside the cone.
    if ((aLow < 0 && bLow < 0) || (aHigh > 0 && bHigh > 0)) continue;
    const ex = bx - ax;
    const ey = by - ay;
    if (aLow * bLow <= 0) nearest = Math.min(nearest, alongRay(lowX, lowY, ax, ay, ex, ey));
    if (isRay) continue;
    if (aHigh * bHigh <= 0) nearest = Math.min(nearest, alongRay(highX, highY, ax, ay, ex, ey));
    if (aLow >= 0 && aHigh <= 0) nearest = Math.min(nearest, Math.sqrt(ax * ax + ay * ay));
    if (bLow >= 0 && bHigh <= 0) nearest = Math.min(nearest, Math.sqrt(bx * bx + by * by));
    const lengthSquared = ex * ex + ey * ey;
    const share = lengthSquared > 0 ? -(ax * ex + ay * ey) / lengthSquared : -1;
    if (share <= 0 || share >= 1) continue;
    const fx = ax + share * ex;
    const fy = ay + share * ey;
    if (lowX * fy - lowY * fx >= 0 && highX * fy - highY * fx <= 0) {
      nearest = Math.min(nearest, Math.sqrt(fx * fx + fy * fy));
    }
  }
  return nearest;
}

/** Distance along the unit ray (dx, dy) from the origin to the edge that begins at (ax, ay), or Infinity. */
function alongRay(dx: f64, dy: f64, ax: f64, ay: f64, ex: f64, ey: f64): f64 {
  const determinant = dx * ey - dy * ex;
  if (Math.abs(determinant) < 1e-12) return Infinity;
  const distance = (ax * ey - ay * ex) / determinant;
  return distance >= 0 ? distance : Infinity;
}
