import { radians } from '../../mathematics/angle.ts';
import { estimateOf, leastSquares, type Estimate } from '../../mathematics/leastSquares.ts';
import { found, type Findings } from '../../robot/finding.ts';
import { say } from '../../language/say.ts';

/** Whole turns made by hand against a mark. */
export interface ScaleTrial {
  /** Which way the robot was turned, seen from above. */
  way: 'right' | 'left';
  /** Whole turns. */
  turns: number;
  /** Change of the sensor's reading in its own sign, rad. */
  reported: number;
}

export interface GyroScale {
  /** Reported turn over true turn, without its sign. */
  scale: Estimate;
  /** Whether the reading rises in a right turn. */
  rightPositive: boolean;
  /** Trials whose sign says otherwise than the rest: turned the other way than was noted. */
  oddOnes: number[];
  residuals: number[];
  trials: number;
}

const FULL_TURN = 2 * Math.PI;
/** How well a hand sees whether the mark is reached, rad. */
const HAND_STEP = radians(1);

/**
 * Scale and sign of a gyro from whole turns by hand: k = reported/(n·360°), by least squares through
 * the origin over all trials.
 *
 * @returns null with fewer than two trials, or when their signs are half and half
 */
export function gyroScale(trials: readonly ScaleTrial[]): GyroScale | null {
  const rising = trials.map(
    ({ way, reported }) => Math.sign(reported) === (way === 'right' ? 1 : -1),
  );
  const votes = rising.filter(Boolean).length;
  if (votes * 2 === trials.length) return null;
  const rightPositive = votes * 2 > trials.length;
  const oddOnes = rising.flatMap((rises, i) => (rises === rightPositive ? [] : [i]));
  const counted = trials.filter((_, i) => rising[i] === rightPositive);
  // A hand stops beside the mark by as much after one turn as after five: equal weights.
  const fit = leastSquares(
    counted.map(({ turns }) => [turns * FULL_TURN]),
    counted.map(({ reported }) => Math.abs(reported)),
    HAND_STEP,
  );
  if (fit === null) return null;
  const scale = estimateOf(fit, [1]);
  return {
    scale,
    rightPositive,
    oddOnes,
    residuals: trials.map(
      ({ turns, reported }) => Math.abs(reported) - scale.value * turns * FULL_TURN,
    ),
    trials: counted.length,
  };
}

/** What the sign says, against what the setup says. */
export function signSentence(result: GyroScale, estimatedRightPositive: boolean): string {
  const happened = result.rightPositive
    ? say`Turned right, the reading rose`
    : say`Turned right, the reading fell`;
  return result.rightPositive === estimatedRightPositive
    ? say`${happened}, as the setup says.`
    : say`${happened}: the sign is reversed, or the sensor sits upside down.`;
}

/** The numbers of a setup that the result changes. */
export function scaleFindings({ scale, rightPositive }: GyroScale): Findings {
  return { 'gyro.scale': found(scale), 'gyro.rightPositive': { value: rightPositive } };
}
