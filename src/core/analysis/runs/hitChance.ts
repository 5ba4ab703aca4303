import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import type { Offset, Zone } from '../../field/field.ts';
import type { OffsetSpread } from './summary.ts';

/** Slices of the zone along the arrival heading, and steps across one when the heading counts too. */
interface Fineness {
  slices: number;
  across: number;
  /** How far the sums go, in standard deviations. */
  reach: number;
}
/** The error of the sum is below 1e-4. */
const FINE: Fineness = { slices: 400, across: 48, reach: 8 };
/** The error of the sum is below 0.01: for many draws whose mean is sought. */
export const COARSE: Fineness = { slices: 20, across: 9, reach: 4.5 };
/** Spread that reading a ruler to the millimetre puts on any measurement, mm and rad. */
const RULER_SPREAD = 0.3;
const PROTRACTOR_SPREAD = 0.003;

/**
 * Chance that a run with this mean offset and the summary's spread scores: the bivariate normal
 * integrated over the zone and, where the heading counts, the normal of the heading given the place.
 *
 * @param mean the mean to assume: the measured one, zero after a perfect aim, or an aim's result
 */
export function hitChance(
  zone: Zone,
  summary: OffsetSpread,
  mean: Offset,
  fineness: Fineness = FINE,
): number {
  const { covariance } = summary;
  const { slices, reach } = fineness;
  const alongSpread = Math.max(RULER_SPREAD, Math.sqrt(covariance.along));
  // y given x: regression on along, with what is left of the spread.
  const slope = covariance.cross / alongSpread ** 2;
  const leftSpread = Math.max(
    RULER_SPREAD,
    Math.sqrt(Math.max(0, covariance.left - slope * covariance.cross)),
  );
  const heading = headingGivenPlace(zone, summary, mean);
  const [from, to] = alongRange(zone);
  const low = Math.max(from, mean.along - reach * alongSpread);
  const high = Math.min(to, mean.along + reach * alongSpread);
  if (high <= low) return 0;
  const width = (high - low) / slices;
  let chance = 0;
  for (let i = 0; i < slices; i++) {
    const along = low + (i + 0.5) * width;
    const middle = mean.left + slope * (along - mean.along);
    const density = normalDensity((along - mean.along) / alongSpread) / alongSpread;
    for (const [right, left] of crossings(zone, along)) {
      chance +=
        density * width * acrossChance(along, right, left, middle, leftSpread, heading, fineness);
    }
  }
  return Math.min(1, chance);
}

/** Chance of the heading being within tolerance at a place; null when any heading scores. */
type HeadingChance = ((along: number, left: number) => number) | null;

function headingGivenPlace(zone: Zone, summary: OffsetSpread, mean: Offset): HeadingChance {
  const tolerance = zone.headingTolerance;
  if (tolerance === null) return null;
  const { along: a, left: b, cross: c } = summary.covariance;
  const determinant = a * b - c * c;
  const usable = determinant > 1e-9 * (a + b) ** 2;
  const perAlong = usable
    ? (b * summary.turnedWithAlong - c * summary.turnedWithLeft) / determinant
    : 0;
  const perLeft = usable
    ? (a * summary.turnedWithLeft - c * summary.turnedWithAlong) / determinant
    : 0;
  const explained = perAlong * summary.turnedWithAlong + perLeft * summary.turnedWithLeft;
  const spread = Math.max(
    PROTRACTOR_SPREAD,
    Math.sqrt(Math.max(0, summary.turnedSpread ** 2 - explained)),
  );
  return (along, left) => {
    const expected = mean.turned + perAlong * (along - mean.along) + perLeft * (left - mean.left);
    return (
      normalCdf((tolerance - expected) / spread, 0, 1) -
      normalCdf((-tolerance - expected) / spread, 0, 1)
    );
  };
}

function acrossChance(
  along: number,
  right: number,
  left: number,
  middle: number,
  spread: number,
  heading: HeadingChance,
  { across: steps, reach }: Fineness,
): number {
  if (heading === null) {
    return normalCdf((left - middle) / spread, 0, 1) - normalCdf((right - middle) / spread, 0, 1);
  }
  const low = Math.max(right, middle - reach * spread);
  const high = Math.min(left, middle + reach * spread);
  if (high <= low) return 0;
  const width = (high - low) / steps;
  let chance = 0;
  for (let i = 0; i < steps; i++) {
    const at = low + (i + 0.5) * width;
    chance += (normalDensity((at - middle) / spread) / spread) * width * heading(along, at);
  }
  return chance;
}

function alongRange(zone: Zone): [number, number] {
  if (zone.shape.kind === 'circle') return [-zone.shape.radius, zone.shape.radius];
  const values = zone.shape.corners.map((corner) => corner.x);
  return [Math.min(...values), Math.max(...values)];
}

/** Where the zone begins and ends across at one place along: pairs of left coordinates. */
function crossings(zone: Zone, along: number): [number, number][] {
  if (zone.shape.kind === 'circle') {
    const half = Math.sqrt(Math.max(0, zone.shape.radius ** 2 - along ** 2));
    return [[-half, half]];
  }
  const { corners } = zone.shape;
  const at: number[] = [];
  corners.forEach((a, i) => {
    const b = corners[(i + 1) % corners.length]!;
    if (a.x > along !== b.x > along) at.push(a.y + ((along - a.x) / (b.x - a.x)) * (b.y - a.y));
  });
  at.sort((p, q) => p - q);
  return at.flatMap((value, i) => (i % 2 === 0 ? [[value, at[i + 1]!] as [number, number]] : []));
}

function normalDensity(z: number): number {
  return Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
}
