import type { Offset, Zone } from '../../field/field.ts';
import { leastSquares } from '../../mathematics/leastSquares.ts';
import { normal } from '../../mathematics/randomness.ts';
import { rangeOf, type ChanceRange } from './chanceRange.ts';
import { COARSE, hitChance } from './hitChance.ts';
import { AXES } from './stability.ts';

/** So many of the next runs are judged. */
const NEXT = 10;
const DRAWS = 100;
const SEED = 41;

/**
 * The chance to hit of the next ten runs, when the offset goes on along the straight line that the last ones
 * lie on. What is not known of the line is drawn from its normal, per axis.
 */
export function nextRunsChance(
  offsets: readonly Offset[],
  zone: Zone,
  heading: boolean,
): ChanceRange | null {
  const n = offsets.length;
  const middle = (n - 1) / 2;
  const rows = offsets.map((_, i) => [1, i - middle]);
  const lines = AXES.map((axis) =>
    axis === 'turned' && !heading
      ? null
      : leastSquares(
          rows,
          offsets.map((offset) => offset[axis]),
        ),
  );
  if (lines[0] === null || lines[1] === null) return null;
  const draw = normal(SEED);
  const chances = Array.from({ length: DRAWS }, () => {
    const drawn = lines.map((line) => {
      if (line === null) return { level: 0, slope: 0, spread: 0.003 };
      const { coefficients, covariance, residualSpread } = line;
      return {
        level: coefficients[0]! + Math.sqrt(covariance[0]![0]!) * draw(),
        slope: coefficients[1]! + Math.sqrt(covariance[1]![1]!) * draw(),
        spread: residualSpread,
      };
    });
    const [along, left, turned] = drawn as [Line, Line, Line];
    const spread = {
      covariance: { along: along.spread ** 2, left: left.spread ** 2, cross: 0 },
      turnedSpread: turned.spread,
      turnedWithAlong: 0,
      turnedWithLeft: 0,
    };
    let sum = 0;
    for (let next = n; next < n + NEXT; next++) {
      const at = (line: Line) => line.level + line.slope * (next - middle);
      const mean = { along: at(along), left: at(left), turned: at(turned) };
      sum += hitChance(zone, spread, mean, COARSE);
    }
    return sum / NEXT;
  });
  return rangeOf(chances);
}

interface Line {
  level: number;
  slope: number;
  spread: number;
}
