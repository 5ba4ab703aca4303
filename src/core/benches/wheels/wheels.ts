import type { DriveBase } from '../../robot/parameters.ts';
import { estimateOf, leastSquares, type Estimate } from '../../mathematics/leastSquares.ts';
import { mean, transformed } from '../../mathematics/sample.ts';
import { found, foundSpread, type Findings } from '../../robot/finding.ts';

/** One straight, driven at equal motor degrees left and right. */
export interface DistanceTrial {
  /** Distance by the motors' degrees and the estimated wheels, mm without sign. */
  told: number;
  /** Distance ahead by the tape, along the line in which the robot stood, mm. */
  ahead: number;
  /** Distance to the left of that line at the end, mm; null when nobody measured it. */
  left: number | null;
}

export interface WheelsResult {
  /** Measured distance over the told one. */
  scale: Estimate;
  wheelDiameter: Estimate;
  /** Spread of the distance, mm per √mm driven. */
  slip: number;
  /** Right wheel diameter over left; null with fewer than two sideways readings. */
  wheelRatio: Estimate | null;
  /** Residuals of the distance, mm, one a trial. */
  residuals: number[];
  trials: number;
}

/**
 * Effective wheel diameter and wheel ratio from straights. Section 3 of docs/mathematics.md.
 *
 * Slip is a random walk, so the variance of a distance grows with the distance: each trial is
 * weighted by 1/told, which makes the scale Σ measured / Σ told.
 *
 * @returns null with fewer than two trials
 */
export function wheelsResult(
  trials: readonly DistanceTrial[],
  estimated: Pick<DriveBase, 'wheelDiameter' | 'track'>,
): WheelsResult | null {
  const roots = trials.map(({ told }) => Math.sqrt(told));
  const lengths = trials.map(({ ahead, left }) => arcLength(ahead, left ?? 0));
  const fit = leastSquares(
    roots.map((root) => [root]),
    lengths.map((length, i) => length / roots[i]!),
    TAPE_STEP / mean(roots),
  );
  if (fit === null) return null;
  const scale = estimateOf(fit, [1]);
  return {
    scale,
    wheelDiameter: transformed(scale, (value) => value * estimated.wheelDiameter),
    slip: fit.residualSpread,
    wheelRatio: ratioResult(trials, estimated.track),
    residuals: trials.map(({ told }, i) => lengths[i]! - scale.value * told),
    trials: trials.length,
  };
}

/**
 * Ratio of the wheels from the sideways ends. A circle that leaves along the start line and passes
 * (ahead, left) has the curvature κ = 2·left/(ahead² + left²), exactly; equal motor degrees then mean
 * D_R/D_L = (2 + κ·b)/(2 − κ·b). The heading also wanders on the way, as a
 * random walk: left/ahead = κ·d/2 + wander has a variance that grows with d, so it is divided by √d.
 */
function ratioResult(trials: readonly DistanceTrial[], track: number): Estimate | null {
  const measured = trials.filter(({ left }) => left !== null);
  const chordSquare = ({ ahead, left }: DistanceTrial) => ahead ** 2 + left! ** 2;
  const fit = leastSquares(
    measured.map((trial) => [chordSquare(trial) / trial.ahead ** 1.5 / 2]),
    measured.map((trial) => trial.left! / trial.ahead ** 1.5),
  );
  if (fit === null) return null;
  return transformed(estimateOf(fit, [1]), (curvature) => ratioOfCurvature(curvature, track));
}

/** Right over left wheel diameter of a robot that runs this curvature (1/mm, left positive). */
export function ratioOfCurvature(curvature: number, track: number): number {
  return (2 + curvature * track) / (2 - curvature * track);
}

/** Length of the arc from a start along +x to (ahead, left), mm. */
export function arcLength(ahead: number, left: number): number {
  const halfTurn = Math.atan2(left, ahead);
  const chord = Math.hypot(ahead, left);
  return Math.abs(halfTurn) < 1e-6 ? chord : (chord * halfTurn) / Math.sin(halfTurn);
}

/** What a tape is read to, mm. */
const TAPE_STEP = 1;

/** The numbers of a setup that the result changes. */
export function wheelsFindings(result: WheelsResult): Findings {
  return {
    'drive.wheelDiameter': found(result.wheelDiameter),
    'ground.slip': foundSpread(result.slip, result.trials - 1),
    ...(result.wheelRatio === null ? {} : { 'drive.wheelRatio': found(result.wheelRatio) }),
  };
}
