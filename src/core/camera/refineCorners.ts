import type { Point } from '../mathematics/pose.ts';
import { shadeAt, type GreyPicture } from './greyPicture.ts';
import { TAG_CELLS } from './tagCodes.ts';
import type { Corners } from './tags.ts';

/** How far an edge is looked at into the tag and out of it, in cells: behind the dark one of its rim other light ones may follow. */
const [INWARDS, OUTWARDS] = [0.65, 0.95];
/** The same at the most, px. */
const FARTHEST = 5;
/** Along a profile, px, and along an edge, px. */
const [PROFILE_STEP, EDGE_STEP] = [0.25, 1];
/** The ends of an edge are rounded by blur, and say nothing of it. */
const LEFT_OUT = 0.1;
/** Points farther off the line than this many median deviations are none of it. */
const OUTLYING = 4;
const ROUNDS = 3;

/** A line by a point and its direction. */
interface Line extends Point {
  dx: number;
  dy: number;
}

/**
 * The corners of a dark tag on white paper to a few hundredths of a pixel: each edge is found in profiles across it, at
 * the place that parts light from dark as blur leaves it, lines are fitted through these, and meet. Null where
 * there is too little contrast, or the picture ends.
 */
export function refineCorners(picture: GreyPicture, corners: Corners): Corners | null {
  let found = corners;
  for (let round = 0; round < ROUNDS; round++) {
    const next = refinedOnce(picture, found);
    if (next === null) return null;
    found = next;
  }
  return found;
}

function refinedOnce(picture: GreyPicture, corners: Corners): Corners | null {
  const lines: Line[] = [];
  for (let i = 0; i < 4; i++) {
    const [from, to, after, before] = [0, 1, 2, 3].map((k) => corners[(i + k) % 4]!) as [
      Point,
      Point,
      Point,
      Point,
    ];
    // Seen obliquely, cells are narrower across one edge than along it.
    const across = Math.min(distance(from, to, after), distance(from, to, before));
    const line = edgeBetween(picture, from, to, across / TAG_CELLS);
    if (line === null) return null;
    lines.push(line);
  }
  const met = lines.map((line, i) => meeting(lines[(i + 3) % 4]!, line));
  return met.includes(null) ? null : (met as unknown as Corners);
}

/** The edge from one corner to the next; with the corners in the order of tags the paper lies to the left of it in the picture. */
function edgeBetween(picture: GreyPicture, from: Point, to: Point, cell: number): Line | null {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [dx, dy] = [(to.x - from.x) / length, (to.y - from.y) / length];
  // Out of the tag: rows count downwards, and its corners go round it with the clock.
  const [nx, ny] = [dy, -dx];
  const [inwards, outwards] = [INWARDS, OUTWARDS].map((part) =>
    Math.max(2, Math.round(Math.min(FARTHEST, part * cell) / PROFILE_STEP)),
  ) as [number, number];
  const count = Math.max(6, Math.floor((length * (1 - 2 * LEFT_OUT)) / EDGE_STEP));
  const profiles: number[][] = [];
  const places: number[] = [];
  for (let k = 0; k < count; k++) {
    const along = length * (LEFT_OUT + ((1 - 2 * LEFT_OUT) * (k + 0.5)) / count);
    const profile: number[] = [];
    for (let j = -inwards; j <= outwards; j++) {
      const across = j * PROFILE_STEP;
      profile.push(
        shadeAt(picture, from.x + along * dx + across * nx, from.y + along * dy + across * ny),
      );
    }
    if (profile.some(Number.isNaN)) return null;
    profiles.push(profile);
    places.push(along);
  }
  const usual = profiles[0]!.map((_, j) => mean(profiles.map((profile) => profile[j]!)));
  const [dark, light] = [
    Math.min(...usual.slice(0, inwards + 1)),
    Math.max(...usual.slice(inwards)),
  ];
  if (light - dark < LEAST_CONTRAST) return null;
  // Blur leaves the place where light and dark are halved, and moves everything else.
  const middle = (dark + light) / 2;
  const crossings = profiles.flatMap((profile, k) => {
    const at = crossing(profile, middle, inwards);
    return at === null ? [] : [{ along: places[k]!, off: (at - inwards) * PROFILE_STEP }];
  });
  if (crossings.length < LEAST_CROSSINGS) return null;
  const edge = { x: from.x, y: from.y, dx, dy };
  return lineThrough(
    crossings.map(({ along }) => along),
    crossings.map(({ off }) => off),
    edge,
    nx,
    ny,
  );
}

/** Less than this between paper and tag is no edge. */
const LEAST_CONTRAST = 12;

/** An edge of fewer is no edge. */
const LEAST_CROSSINGS = 5;

/** Where a profile rises through a shade, nearest to a place in it, in steps; null where it never does. */
function crossing(profile: readonly number[], shade: number, near: number): number | null {
  let best: number | null = null;
  for (let j = 0; j + 1 < profile.length; j++) {
    const [a, b] = [profile[j]!, profile[j + 1]!];
    if (!(a < shade && b >= shade)) continue;
    const at = j + (shade - a) / (b - a);
    if (best === null || Math.abs(at - near) < Math.abs(best - near)) best = at;
  }
  return best;
}

/** A straight line through offsets along an edge, without those that something else has moved. */
function lineThrough(
  places: readonly number[],
  offsets: readonly number[],
  edge: Line,
  nx: number,
  ny: number,
): Line {
  let kept = places.map((_, i) => i);
  let [at, slope] = [0, 0];
  for (let round = 0; round < 3; round++) {
    const px = mean(kept.map((i) => places[i]!));
    const py = mean(kept.map((i) => offsets[i]!));
    const sxx = kept.reduce((sum, i) => sum + (places[i]! - px) ** 2, 0);
    slope = kept.reduce((sum, i) => sum + (places[i]! - px) * (offsets[i]! - py), 0) / sxx;
    at = py - slope * px;
    const off = (i: number) => Math.abs(offsets[i]! - at - slope * places[i]!);
    const usual = kept.map(off).toSorted((a, b) => a - b)[Math.floor(kept.length / 2)]!;
    kept = places.map((_, i) => i).filter((i) => off(i) <= Math.max(OUTLYING * usual, 0.05));
  }
  return {
    x: edge.x + at * nx,
    y: edge.y + at * ny,
    dx: edge.dx + slope * nx,
    dy: edge.dy + slope * ny,
  };
}

function meeting(a: Line, b: Line): Point | null {
  const cross = a.dx * b.dy - a.dy * b.dx;
  if (Math.abs(cross) < 1e-3) return null;
  const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / cross;
  return { x: a.x + t * a.dx, y: a.y + t * a.dy };
}

/** How far a point lies off the line through two others, px. */
function distance(from: Point, to: Point, point: Point): number {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  return Math.abs(dx * (point.y - from.y) - dy * (point.x - from.x)) / Math.hypot(dx, dy);
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / values.length;
}
