import type { Offset } from '../../field/field.ts';
import { median, scaledMad } from '../../mathematics/sample.ts';

/** Fewer runs show no outlier. */
const FEWEST = 6;
/** Passes of the robust covariance; the second makes it nearly independent of the axes. */
const PASSES = 2;
/** Median of χ² with two degrees of freedom, 2·ln 2: brings distances to their scale in few runs. */
const MEDIAN_OF_SQUARES = 2 * Math.LN2;

/**
 * Robust Mahalanobis distance of each offset from the middle of all, in standard deviations: median
 * and orthogonalised Gnanadesikan-Kettenring covariance, which a few wild runs do not move.
 * Distances are scaled so that their median square is that of a normal distribution.
 * Empty with fewer than six runs or where more than half of them are alike.
 *
 * Source: R. A. Maronna and R. H. Zamar, Technometrics 44 (2002).
 */
export function robustDistances(offsets: readonly Offset[]): number[] {
  if (offsets.length < FEWEST) return [];
  let points: [number, number][] = offsets.map(({ along, left }) => [along, left]);
  for (let pass = 0; pass < PASSES; pass++) {
    const scales = [0, 1].map((i) => scaledMad(points.map((point) => point[i]!)));
    if (scales.some((scale) => scale === 0)) return [];
    const [first, second] = scales as [number, number];
    const scaled = points.map(([a, b]): [number, number] => [a / first, b / second]);
    // The correlation from the spreads of sum and difference; its eigenvectors are the diagonals.
    const sum = scaledMad(scaled.map(([a, b]) => a + b));
    const difference = scaledMad(scaled.map(([a, b]) => a - b));
    const together = (sum ** 2 - difference ** 2) / 4;
    if (together === 0) {
      points = scaled;
      continue;
    }
    points = scaled.map(([a, b]) => [(a + b) / Math.SQRT2, (a - b) / Math.SQRT2]);
  }
  const centre = [0, 1].map((i) => median(points.map((point) => point[i]!)));
  const spread = [0, 1].map((i) => scaledMad(points.map((point) => point[i]!)));
  if (spread.some((scale) => scale === 0)) return [];
  const squares = points.map((point) =>
    [0, 1].reduce((total, i) => total + ((point[i]! - centre[i]!) / spread[i]!) ** 2, 0),
  );
  const scale = MEDIAN_OF_SQUARES / median(squares);
  return squares.map((square) => Math.sqrt(square * scale));
}
