import { radians } from '../../mathematics/angle.ts';
import { estimateOf, leastSquares, type Estimate } from '../../mathematics/leastSquares.ts';
import { mean, transformed } from '../../mathematics/sample.ts';
import { found, type Findings } from '../../robot/finding.ts';

/** A turn on the spot through several whole turns, told by the motors and counted by eye. */
export interface TrackTrial {
  /** Turn by the motors' degrees and the estimated track, rad; left positive. */
  told: number;
  /** True turn: the whole turns that were counted, and the rest by protractor; rad. */
  measured: number;
}

export interface TrackResult {
  /** True turn over told turn. */
  share: Estimate;
  track: Estimate;
  /** Mean share of the left and of the right turns, when both were driven. */
  bySide: { left: number; right: number } | null;
  residuals: number[];
  trials: number;
}

/** What a protractor is read to, rad. */
const PROTRACTOR_STEP = radians(0.5);

/**
 * Effective track from turns on the spot: each wheel rolls told·b/2, and the robot turns by that
 * over the true half track, so b_true = b·told/measured. The scrub of the tyres is a random walk:
 * trials are weighted by 1/told.
 *
 * @returns null with fewer than two trials
 */
export function trackResult(trials: readonly TrackTrial[], track: number): TrackResult | null {
  const roots = trials.map(({ told }) => Math.sqrt(Math.abs(told)));
  const fit = leastSquares(
    roots.map((root) => [root]),
    trials.map(({ told, measured }, i) => (Math.sign(told) * measured) / roots[i]!),
    PROTRACTOR_STEP / mean(roots),
  );
  if (fit === null) return null;
  const share = estimateOf(fit, [1]);
  return {
    share,
    track: transformed(share, (value) => track / value),
    bySide: sides(trials),
    residuals: trials.map(({ told, measured }) => measured - share.value * told),
    trials: trials.length,
  };
}

function sides(trials: readonly TrackTrial[]): TrackResult['bySide'] {
  const share = (list: readonly TrackTrial[]) =>
    list.reduce((sum, trial) => sum + trial.measured, 0) /
    list.reduce((sum, trial) => sum + trial.told, 0);
  const left = trials.filter(({ told }) => told > 0);
  const right = trials.filter(({ told }) => told < 0);
  return left.length > 0 && right.length > 0 ? { left: share(left), right: share(right) } : null;
}

/**
 * The number of a setup that the result changes. The told turn was counted in wheel turns, so the track is right only
 * as far as the wheels are.
 */
export function trackFindings({ track }: TrackResult, wheelDiameter: number): Findings {
  return {
    'drive.track': found(track, {
      leansOn: { 'drive.wheelDiameter': track.value / wheelDiameter },
    }),
  };
}
