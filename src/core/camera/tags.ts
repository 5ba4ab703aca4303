import type { Point } from '../mathematics/pose.ts';

/** Four corners: upper left, upper right, lower right and lower left of a tag as it is printed. */
export type Corners = readonly [Point, Point, Point, Point];

/** A tag that was found in a picture, px. */
export interface SeenTag {
  id: number;
  corners: Corners;
}

/** A tag that lies on the table: its middle and its side, mm, and how far it is turned, rad counter-clockwise. */
export interface TableTag extends Point {
  id: number;
  size: number;
  heading: number;
}

/** The corners of a tag that lies at a place, mm. */
export function tagCorners({ x, y, heading }: Point & { heading: number }, size: number): Corners {
  const [cosine, sine] = [Math.cos(heading), Math.sin(heading)];
  const corner = (right: number, up: number): Point => ({
    x: x + (size / 2) * (cosine * right - sine * up),
    y: y + (size / 2) * (sine * right + cosine * up),
  });
  return [corner(-1, 1), corner(1, 1), corner(1, -1), corner(-1, -1)];
}
