import type { Offset, Zone } from '../../field/field.ts';
import { COARSE, hitChance } from './hitChance.ts';
import { ODD, type OffsetDraw, type OffsetPosterior } from './posterior.ts';

/** What is known of a chance: its mean, and where it lies with 95 %. */
export interface ChanceRange {
  expected: number;
  low: number;
  high: number;
}

/** The chance to hit under each draw of a posterior, with the middle of the runs moved by `shift`. */
export function chancesOf(posterior: OffsetPosterior, zone: Zone, shift: Offset): number[] {
  return posterior.draws.map((draw) => chanceOf(draw, zone, shift));
}

function chanceOf({ mean, spread, odd }: OffsetDraw, zone: Zone, shift: Offset): number {
  const middle = {
    along: mean.along + shift.along,
    left: mean.left + shift.left,
    turned: mean.turned + shift.turned,
  };
  const even = hitChance(zone, spread, middle, COARSE);
  // So few odd runs do not show in the chance.
  if (odd < 1e-3) return even;
  const { covariance, turnedSpread, turnedWithAlong, turnedWithLeft } = spread;
  const wide = {
    covariance: {
      along: ODD ** 2 * covariance.along,
      left: ODD ** 2 * covariance.left,
      cross: ODD ** 2 * covariance.cross,
    },
    turnedSpread: ODD * turnedSpread,
    turnedWithAlong: ODD ** 2 * turnedWithAlong,
    turnedWithLeft: ODD ** 2 * turnedWithLeft,
  };
  return (1 - odd) * even + odd * hitChance(zone, wide, middle, COARSE);
}

/** Mean and 95 % range of equally or differently likely chances. */
export function rangeOf(chances: readonly number[], weights?: readonly number[]): ChanceRange {
  const order = chances.map((_, i) => i).sort((a, b) => chances[a]! - chances[b]!);
  const weightOf = (i: number) => weights?.[i] ?? 1;
  const total = order.reduce((sum, i) => sum + weightOf(i), 0);
  const expected = order.reduce((sum, i) => sum + weightOf(i) * chances[i]!, 0) / total;
  const quantile = (share: number) => {
    let sum = 0;
    for (const i of order) {
      sum += weightOf(i);
      if (sum >= share * total) return chances[i]!;
    }
    return chances[order.at(-1)!]!;
  };
  return { expected, low: quantile(0.025), high: quantile(0.975) };
}
