import normalCdf from '@stdlib/stats-base-dists-normal-cdf';
import normalQuantile from '@stdlib/stats-base-dists-normal-quantile';
import type { Estimate } from '../../mathematics/leastSquares.ts';
import { meanEstimate, standardDeviation, tFactor } from '../../mathematics/sample.ts';
import { found, foundSpread, type Findings } from '../../robot/finding.ts';

/** One reading of reflected light, a share of 1, over a surface that somebody named. */
export interface LightSample {
  surface: 'dark' | 'light';
  value: number;
}

export interface LightResult {
  dark: Estimate;
  light: Estimate;
  darkSpread: number;
  lightSpread: number;
  /** Where both kinds of error are equally likely. */
  threshold: Estimate;
  /** Distance of the two levels in spreads, d′. */
  margin: number;
  /** Chance that one look is on the wrong side. */
  falseLook: number;
  samples: number;
}

/** Looks that must fall on a line to be sure of it. */
const LOOKS_ON_A_LINE = 3;
/** Smallest spread that is estimated, a share: a sensor that shows whole per cents hides less. */
const LEAST_SPREAD = 0.003;

/**
 * Threshold between dark and light at equal error: with standard deviations s it is
 * (μd·sl + μl·sd)/(sd + sl), the point that lies as many spreads from one as from the other. A dozen
 * samples know a spread to a fifth only, which the interval says. Each class keeps its own: to test first whether the
 * spreads differ, and to take them as one when the test does not show it, makes an interval that holds the threshold
 * in 56 to 63 % of cases (a pretest's bias). Section 7 of docs/mathematics.md.
 *
 * @returns null with fewer than two samples of either
 */
export function lightResult(samples: readonly LightSample[]): LightResult | null {
  const of = (surface: LightSample['surface']) =>
    samples.filter((sample) => sample.surface === surface).map(({ value }) => value);
  const [darks, lights] = [of('dark'), of('light')];
  const [dark, light] = [meanEstimate(darks), meanEstimate(lights)];
  if (dark === null || light === null) return null;
  const [darkSpread, lightSpread] = [darks, lights].map((values) =>
    Math.max(LEAST_SPREAD, standardDeviation(values)),
  ) as [number, number];
  const sum = darkSpread + lightSpread;
  const value = (dark.value * lightSpread + light.value * darkSpread) / sum;
  const gap = light.value - dark.value;
  // Delta method: the two means, and the two spreads with s/√(2(n − 1)).
  const ofSpread = (n: number) =>
    (gap * darkSpread * lightSpread) / (sum * sum * Math.sqrt(2 * (n - 1)));
  const standardError = Math.hypot(
    (dark.standardError * lightSpread) / sum,
    (light.standardError * darkSpread) / sum,
    ofSpread(darks.length),
    ofSpread(lights.length),
  );
  const half = tFactor(Math.min(darks.length, lights.length) - 1) * standardError;
  return {
    dark,
    light,
    darkSpread,
    lightSpread,
    threshold: { value, standardError, low: value - half, high: value + half },
    margin: gap / Math.sqrt((darkSpread ** 2 + lightSpread ** 2) / 2),
    falseLook: gap > 0 ? normalCdf(-gap / sum, 0, 1) : 1,
    samples: darks.length + lights.length,
  };
}

/** Expected false triggers a second while the robot drives over one surface. */
export function falseTriggersPerSecond(result: LightResult, loopPeriod: number): number {
  return result.falseLook / loopPeriod;
}

/** Fastest drive, mm/s, that still has three looks on a line of this width. */
export function topSpeedOverLine(width: number, loopPeriod: number): number {
  return width / (LOOKS_ON_A_LINE * loopPeriod);
}

/** What differs from an earlier place, in shares; `real` when the intervals do not meet. */
export function lightChange(before: LightResult, now: LightResult) {
  const of = (a: Estimate, b: Estimate) => ({
    change: b.value - a.value,
    real: Math.abs(b.value - a.value) > Math.hypot(half(a), half(b)),
  });
  return {
    dark: of(before.dark, now.dark),
    light: of(before.light, now.light),
    threshold: of(before.threshold, now.threshold),
    /** Chance of a wrong look if the old threshold were kept. */
    falseWithOld: Math.max(
      1 - normalCdf(before.threshold.value, now.dark.value, now.darkSpread),
      normalCdf(before.threshold.value, now.light.value, now.lightSpread),
    ),
  };
}

function half(estimate: Estimate): number {
  return (estimate.high - estimate.low) / 2;
}

/** Margin d′ under which one look in a hundred is wrong. */
export const SAFE_MARGIN = 2 * normalQuantile(0.99, 0, 1);

/** The numbers of a setup that the result changes. */
export function lightFindings(result: LightResult): Findings {
  return {
    'light.dark': found(result.dark),
    'light.light': found(result.light),
    'light.noise': foundSpread(
      Math.max(result.darkSpread, result.lightSpread),
      result.samples / 2 - 1,
    ),
    'light.threshold': { value: result.threshold.value },
  };
}
