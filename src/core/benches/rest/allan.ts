import { mean } from '../../mathematics/sample.ts';

/** Overlapping Allan deviation of a rate at one averaging time. */
export interface AllanPoint {
  /** Averaging time, s. */
  averaged: number;
  /** rad/s. */
  deviation: number;
}

export interface AllanFindings {
  /** Angle random walk, rad/√s: that of the stretch that falls with 1/√τ; null when the curve has none. */
  randomWalk: number | null;
  /** Bias instability, rad/s: the minimum over 0.664; null when the log never reaches the minimum. */
  biasInstability: number | null;
  /** Averaging time of that minimum, s. */
  minimumAt: number | null;
}

/** Averaging times a decade. */
const POINTS_PER_DECADE = 8;
/** The longest averaging time is this share of the log: beyond it too few differences are left. */
const LONGEST_SHARE = 1 / 9;
/** Bias instability is √(2·ln 2/π) of the flicker floor: IEEE Std 952, annex C. */
const FLICKER = 0.664;

/**
 * Overlapping Allan deviation from the heading θ that a gyro summed up (IEEE Std 952-1997, annex C):
 * σ²(τ) = Σ (θ[k+2m] − 2θ[k+m] + θ[k])² / (2τ²(N − 2m)), τ = m·period.
 *
 * @param heading rad, evenly sampled
 * @param period s between two readings
 */
export function allanDeviation(heading: readonly number[], period: number): AllanPoint[] {
  const count = heading.length;
  const longest = Math.floor(count * LONGEST_SHARE);
  const points: AllanPoint[] = [];
  let before = 0;
  for (let exponent = 0; ; exponent += 1 / POINTS_PER_DECADE) {
    const m = Math.round(10 ** exponent);
    if (m > longest) break;
    if (m === before) continue;
    before = m;
    let sum = 0;
    for (let k = 0; k + 2 * m < count; k++) {
      const second = heading[k + 2 * m]! - 2 * heading[k + m]! + heading[k]!;
      sum += second * second;
    }
    const averaged = m * period;
    points.push({
      averaged,
      deviation: Math.sqrt(sum / (2 * averaged * averaged * (count - 2 * m))),
    });
  }
  return points;
}

/** What the curve says, as far as the log is long enough to say it. */
export function allanFindings(points: readonly AllanPoint[], lasted: number): AllanFindings {
  const lowest = points.reduce<AllanPoint | null>(
    (best, point) => (best === null || point.deviation < best.deviation ? point : best),
    null,
  );
  // The minimum is only a minimum when the curve clearly rises again after it.
  const rises =
    lowest !== null && points.at(-1)!.deviation > 1.15 * lowest.deviation && lasted >= 60;
  return {
    randomWalk: angleRandomWalk(points),
    biasInstability: rises ? lowest.deviation / FLICKER : null,
    minimumAt: rises ? lowest.averaged : null,
  };
}

/** A stretch of the curve falls with 1/√τ when its slope in logarithms is no farther from −½ than this. */
const NEAR_HALF = 0.2;
/** So many decades of averaging times the stretch must have, and the curve is looked at over so many at a time. */
const SHORTEST_STRETCH = 0.5;
const LOOK_OVER = 0.4;

/**
 * Angle random walk from the stretch of the curve that falls with 1/√τ (IEEE Std 952, annex C): σ(τ) = N/√τ. The
 * deviation at 1 s is N only when that stretch reaches there: at short times the readings' own noise falls with 1/τ,
 * and at long ones the drift wanders.
 */
function angleRandomWalk(points: readonly AllanPoint[]): number | null {
  const curve = points.map(({ averaged, deviation }) => ({
    x: Math.log10(averaged),
    y: Math.log10(deviation),
  }));
  const stretch = curve.filter(({ x, y }) => {
    const end = curve.find((point) => point.x >= x + LOOK_OVER);
    const slope = end === undefined || !Number.isFinite(y) ? NaN : (end.y - y) / (end.x - x);
    return Math.abs(slope + 0.5) <= NEAR_HALF;
  });
  const [first, last] = [stretch[0], stretch.at(-1)];
  if (first === undefined || last!.x + LOOK_OVER - first.x < SHORTEST_STRETCH) return null;
  const level = mean(stretch.map(({ x, y }) => y + x / 2));
  return 10 ** level;
}
