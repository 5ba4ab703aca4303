import { homographyOf } from '../mathematics/homography.ts';
import type { Point } from '../mathematics/pose.ts';
import { adjustViews } from './adjustViews.ts';
import type { Lens } from './lens.ts';
import { tagCorners, type SeenTag, type TableTag } from './tags.ts';

/** A picture of the sheet for the lens: its tags with their corners, px. */
export type LensView = readonly SeenTag[];

/** Fewer tags of the sheet in a picture say too little. */
export const TAGS_A_VIEW = 8;
/** From so many views on a lens is known. */
export const VIEWS_ENOUGH = 8;

/** What is asked of the views, in the order in which they are asked for. */
export const WANTED_VIEWS = [
  'flat',
  'left',
  'right',
  'upper',
  'lower',
  'tilted left',
  'tilted right',
  'tilted away',
  'tilted here',
  'near',
] as const;
export type WantedView = (typeof WANTED_VIEWS)[number];

/** How a lens was calibrated. */
export interface CalibratedLens {
  lens: Lens;
  /** Typical distance between a corner and where it should be, px. */
  residual: number;
  views: number;
}

/**
 * The lens from views of a flat sheet of tags: a first focal length from what a homography says of it (Zhang 2000, with the
 * axis in the middle of the picture), then everything together. Null when the views do not say it.
 */
export function calibrateLens(
  views: readonly LensView[],
  sheet: readonly TableTag[],
  size: { width: number; height: number },
): CalibratedLens | null {
  if (views.length < 3) return null;
  const centre = { x: (size.width - 1) / 2, y: (size.height - 1) / 2 };
  const focal = focalLength(views, sheet, centre) ?? USUAL_FOCAL * size.width;
  const lens: Lens = { fx: focal, fy: focal, cx: centre.x, cy: centre.y, k1: 0, k2: 0 };
  const adjusted = adjustViews({ views, tags: sheet, lens, find: 'lens' });
  if (adjusted === null) return null;
  return { lens: adjusted.lens, residual: adjusted.residual, views: views.length };
}

/** The focal length of usual cameras, in widths of their pictures. */
const USUAL_FOCAL = 0.75;

/** By least squares over both conditions of each view; null when all look straight at the sheet. */
function focalLength(
  views: readonly LensView[],
  sheet: readonly TableTag[],
  centre: Point,
): number | null {
  let [products, squares] = [0, 0];
  for (const view of views) {
    const pairs = view.flatMap(({ id, corners }) => {
      const tag = sheet.find((one) => one.id === id);
      if (tag === undefined) return [];
      return tagCorners(tag, tag.size).map((place, i) => ({
        picture: place,
        field: { x: corners[i]!.x - centre.x, y: corners[i]!.y - centre.y },
      }));
    });
    const found = homographyOf(pairs);
    if (found === null) continue;
    const [a, b, , d, e, , g, h] = found;
    // Both axes of the sheet stand upright on each other and are of one length: ω = diag(1/f², 1/f², 1).
    for (const [plane, depth] of [
      [a * b + d * e, g * h],
      [a * a + d * d - b * b - e * e, g * g - h * h],
    ] as const) {
      products -= plane * depth;
      squares += depth * depth;
    }
  }
  const square = products / squares;
  return square > 0 && Number.isFinite(square) ? Math.sqrt(square) : null;
}

/** Of the picture’s sides: beyond so much of them the sheet lies at their edge. */
const EDGE = 0.14;
/** The sheet fills so much of the picture when it is near. */
const NEAR = 0.45;
/** From so much on it is tilted, and below so much it is flat: the far side against the near one. */
const [TILTED, FLAT] = [1.13, 1.06];

/** Which of the wanted views a picture of the sheet is: it may be several at once. */
export function viewsIn(view: LensView, size: { width: number; height: number }): WantedView[] {
  const corners = view.flatMap((tag) => [...tag.corners]);
  const xs = corners.map(({ x }) => x / size.width);
  const ys = corners.map(({ y }) => y / size.height);
  const mid = (values: readonly number[]) => (Math.min(...values) + Math.max(...values)) / 2;
  const span = (values: readonly number[]) => Math.max(...values) - Math.min(...values);
  const sideOf = (tag: SeenTag) => Math.sqrt(area(tag));
  const ordered = (axis: 'x' | 'y') => {
    const sorted = view.toSorted((a, b) => a.corners[0][axis] - b.corners[0][axis]);
    const third = Math.max(1, Math.floor(sorted.length / 3));
    const mean = (tags: readonly SeenTag[]) =>
      tags.reduce((sum, tag) => sum + sideOf(tag), 0) / tags.length;
    return mean(sorted.slice(-third)) / mean(sorted.slice(0, third));
  };
  const [acrossRatio, downRatio] = [ordered('x'), ordered('y')];
  const found: WantedView[] = [];
  const isFlat = [acrossRatio, downRatio].every((ratio) => ratio < FLAT && ratio > 1 / FLAT);
  if (isFlat) found.push('flat');
  if (mid(xs) < 0.5 - EDGE) found.push('left');
  if (mid(xs) > 0.5 + EDGE) found.push('right');
  if (mid(ys) < 0.5 - EDGE) found.push('upper');
  if (mid(ys) > 0.5 + EDGE) found.push('lower');
  if (acrossRatio > TILTED) found.push('tilted left');
  if (acrossRatio < 1 / TILTED) found.push('tilted right');
  if (downRatio > TILTED) found.push('tilted away');
  if (downRatio < 1 / TILTED) found.push('tilted here');
  if (span(xs) * span(ys) > NEAR) found.push('near');
  return found;
}

/** The area of a tag in the picture, px². */
function area({ corners }: SeenTag): number {
  return Math.abs(
    corners.reduce((sum, { x, y }, i) => {
      const next = corners[(i + 1) % 4]!;
      return sum + x * next.y - next.x * y;
    }, 0) / 2,
  );
}
