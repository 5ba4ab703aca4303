import type { Point } from './pose.ts';

/** A straight piece between two points, in mm. */
export interface Segment {
  from: Point;
  to: Point;
}

/** Whether a point lies inside a simple polygon (even-odd rule); points on the edge may go either way. */
export function insidePolygon(point: Point, corners: readonly Point[]): boolean {
  let inside = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const a = corners[i]!;
    const b = corners[j]!;
    const straddles = a.y > point.y !== b.y > point.y;
    if (straddles && point.x < ((b.x - a.x) * (point.y - a.y)) / (b.y - a.y) + a.x) {
      inside = !inside;
    }
  }
  return inside;
}

/** The edges of a closed polygon, in order. */
export function edgesOf(corners: readonly Point[]): Segment[] {
  return corners.map((from, i) => ({ from, to: corners[(i + 1) % corners.length]! }));
}

/** The four corners of an axis-parallel rectangle, counter-clockwise from its lower left. */
export function rectangle(x: number, y: number, width: number, height: number): Point[] {
  return [
    { x, y },
    { x: x + width, y },
    { x: x + width, y: y + height },
    { x, y: y + height },
  ];
}

/** Arithmetic mean of the corners: good enough to hang a label on. */
export function middleOf(corners: readonly Point[]): Point {
  const sum = corners.reduce((acc, c) => ({ x: acc.x + c.x, y: acc.y + c.y }), { x: 0, y: 0 });
  return { x: sum.x / corners.length, y: sum.y / corners.length };
}
