import { piecesOf, solidEdges, visibleEdges, type Field } from '../field/field.ts';
import type { Segment } from '../mathematics/polygon.ts';
import { packSegments, type PackedSegments } from '../mathematics/ray.ts';

/** A field as the simulated robot meets it. */
export interface World {
  /** What range sensors see. */
  seen: PackedSegments;
  /** What the robot runs into. */
  solid: PackedSegments;
  /** Printed lines: x1, y1, x2, y2, half width, reflectance of each piece. */
  lines: Float64Array;
  /** What the colour of each piece is called, null where nobody said, and that of the bare table. */
  colours: readonly (string | null)[];
  ground: string;
}

/** Numbers that describe a piece of line in {@link World.lines}. */
export const LINE_NUMBERS = 6;

export function worldOf(field: Field): World {
  const lines = field.lines.flatMap((line) =>
    piecesOf(line.points).flatMap(({ from, to }) => [
      from.x,
      from.y,
      to.x,
      to.y,
      line.width / 2,
      line.reflectance,
    ]),
  );
  return {
    seen: packSegments(visibleEdges(field)),
    solid: packSegments(solidEdges(field)),
    lines: new Float64Array(lines),
    colours: field.lines.flatMap((line) => piecesOf(line.points).map(() => line.colour)),
    ground: field.ground,
  };
}

/** A world of nothing but edges, seen and solid. */
export function worldOfEdges(edges: readonly Segment[]): World {
  const packed = packSegments(edges);
  return { seen: packed, solid: packed, lines: new Float64Array(0), colours: [], ground: 'white' };
}

/**
 * How light the ground is in a spot, 0 to 1: the share of its width that each line covers, seen
 * across the line. Exact for a straight edge wider than the spot, which is what sensors are held to.
 *
 * @param spot radius of the spot, mm
 */
export function reflectanceAt(lines: Float64Array, x: number, y: number, spot: number): number {
  let light = 1;
  for (let i = 0; i < lines.length; i += LINE_NUMBERS) {
    const covered = coverOf(lines, i, x, y, spot);
    const reflected = 1 - covered * (1 - lines[i + 5]!);
    if (reflected < light) light = reflected;
  }
  return light;
}

/** The share of a spot's width that the piece of line at `i` covers. */
export function coverOf(
  lines: Float64Array,
  i: number,
  x: number,
  y: number,
  spot: number,
): number {
  const half = lines[i + 4]!;
  const reach = half + spot;
  const ax = lines[i]!;
  const ay = lines[i + 1]!;
  const dx = lines[i + 2]! - ax;
  const dy = lines[i + 3]! - ay;
  const length = dx * dx + dy * dy;
  const along = length > 0 ? ((x - ax) * dx + (y - ay) * dy) / length : 0;
  // Ends are round by half the line's width, so that corners of a bent line are closed.
  const share = along < 0 ? 0 : along > 1 ? 1 : along;
  const ox = x - ax - share * dx;
  const oy = y - ay - share * dy;
  const squared = ox * ox + oy * oy;
  if (squared >= reach * reach) return 0;
  const away = Math.sqrt(squared);
  const right = away + spot < half ? away + spot : half;
  const left = away - spot > -half ? away - spot : -half;
  return (right - left) / (2 * spot);
}
