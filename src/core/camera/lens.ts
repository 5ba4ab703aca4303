import type { Point } from '../mathematics/pose.ts';

/**
 * A pinhole with radial distortion, in pixels whose middles are whole numbers.
 * Source: D. Brown, Close-range camera calibration, Photogrammetric Engineering 37 (1971), the first two radial terms.
 */
export interface Lens {
  /** Focal lengths, px. */
  fx: number;
  fy: number;
  /** Where the axis meets the picture, px. */
  cx: number;
  cy: number;
  /** Radial distortion: by 1 + k1·r² + k2·r⁴ a direction is seen farther out. */
  k1: number;
  k2: number;
}

/** Where a direction is seen: x to the right and y down, both over the depth; answers in px. */
export function throughLens(lens: Lens, { x, y }: Point): Point {
  const r = x * x + y * y;
  const grown = 1 + r * (lens.k1 + lens.k2 * r);
  return { x: lens.fx * x * grown + lens.cx, y: lens.fy * y * grown + lens.cy };
}

/** Rounds by which a direction is found: each takes away most of what is left. */
const ROUNDS = 20;

/** The direction that is seen at a point of the picture: the inverse of {@link throughLens} for lenses that fold nothing. */
export function fromLens(lens: Lens, { x: u, y: v }: Point): Point {
  const seen = { x: (u - lens.cx) / lens.fx, y: (v - lens.cy) / lens.fy };
  let at = seen;
  for (let round = 0; round < ROUNDS; round++) {
    const r = at.x * at.x + at.y * at.y;
    const grown = 1 + r * (lens.k1 + lens.k2 * r);
    at = { x: seen.x / grown, y: seen.y / grown };
  }
  return at;
}

/** Focal length over the width of a picture, of cameras that nobody calibrated: what is usual, and its spread as a share. */
export const [USUAL_FOCAL, FOCAL_SPREAD] = [0.72, 0.2];

/**
 * A lens of which nothing is known but its focal length.
 *
 * @param focal over the width of the picture
 */
export function usualLens(focal: number, size: { width: number; height: number }): Lens {
  const f = focal * size.width;
  return { fx: f, fy: f, cx: (size.width - 1) / 2, cy: (size.height - 1) / 2, k1: 0, k2: 0 };
}
