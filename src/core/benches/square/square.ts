import { determinant, inverse, Matrix } from 'ml-matrix';
import { alongArc } from '../../robot/driveBase.ts';
import type { Pose } from '../../mathematics/pose.ts';
import { found, type Findings } from '../../robot/finding.ts';
import { withStandardError, type Estimate } from '../../mathematics/leastSquares.ts';

/** Which way round the square was driven, seen from above. */
export type SquareWay = 'right' | 'left';

/** Where one square ended, in the frame in which the robot started: x ahead, y to the left, mm. */
export interface SquareTrial {
  way: SquareWay;
  x: number;
  y: number;
}

/** Robots that turn by encoders: what the wheels are. */
export interface EncoderSquare {
  by: 'encoders';
  /** Right wheel diameter over left. */
  wheelRatio: Estimate;
  track: Estimate;
}

/**
 * Robots that turn by gyro: what a corner and a side really are. The length of the sides cannot be
 * told from the ends: a square closes whatever its size. It comes from the wheels' own bench.
 */
export interface GyroSquare {
  by: 'gyro';
  /** True corner minus 90°, rad; the same sense in both ways round. */
  cornerError: Estimate;
  /** Heading lost along each side, rad; counter-clockwise positive in both ways round. */
  sideDrift: Estimate;
}

export interface SquareResult<Found> {
  /** Mean end of each way round, mm. */
  means: Record<SquareWay, { x: number; y: number }>;
  found: Found;
  /** First-order wheel ratio and track of Borenstein and Feng; null for gyro squares. */
  firstOrder: { wheelRatio: number; track: number } | null;
  /** Worst distance of a mean end from the start, before and with the found numbers taken in, mm. */
  before: number;
  after: number;
  /** Standard deviation of one end about its fitted end, mm, ahead and left. */
  spread: { x: number; y: number };
  /** Correlation of the errors of the two numbers that were found. */
  correlation: number;
  trials: number;
}

const CORNER = Math.PI / 2;
const SIDES = 4;

/** First-order result of the bidirectional square path. */
export function firstOrderSquare(
  right: { x: number; y: number },
  left: { x: number; y: number },
  side: number,
  track: number,
): { wheelRatio: number; track: number } {
  // Borenstein and Feng, IEEE Trans. Robotics and Automation 12(6), 1996, equations 10 to 20.
  const alpha = (right.x + left.x) / (-4 * side);
  const beta = (right.x - left.x) / (-4 * side);
  const radius = side / 2 / Math.sin(beta / 2);
  const wheelRatio = beta === 0 ? 1 : (radius + track / 2) / (radius - track / 2);
  return { wheelRatio, track: (track * CORNER) / (CORNER - alpha) };
}

/**
 * Where a square ends that is driven and turned by encoders: an exact arc for every side and corner.
 *
 * @param estimated track by which the corners are told, mm
 */
export function encoderSquareEnd(
  way: SquareWay,
  side: number,
  estimated: number,
  track: number,
  wheelRatio: number,
): Pose {
  const leftShare = 2 / (1 + wheelRatio);
  const rightShare = leftShare * wheelRatio;
  const half = ((way === 'left' ? 1 : -1) * CORNER * estimated) / 2;
  let pose: Pose = { x: 0, y: 0, heading: 0 };
  for (let i = 0; i < SIDES; i++) {
    pose = alongArc(pose, { left: side * leftShare, right: side * rightShare }, track);
    pose = alongArc(pose, { left: -half * leftShare, right: half * rightShare }, track);
  }
  return pose;
}

/** Where a square ends that is driven and turned by a gyro. */
export function gyroSquareEnd(
  way: SquareWay,
  side: number,
  cornerError: number,
  sideDrift: number,
): Pose {
  const corner = (way === 'left' ? 1 : -1) * (CORNER + cornerError);
  let pose: Pose = { x: 0, y: 0, heading: 0 };
  for (let i = 0; i < SIDES; i++) {
    // On a track of 1 mm the difference of the wheels is the turn itself.
    pose = alongArc(pose, { left: side - sideDrift / 2, right: side + sideDrift / 2 }, 1);
    pose = { ...pose, heading: pose.heading + corner };
  }
  return pose;
}

/**
 * Squares of a robot that turns by encoders: wheel ratio and track by a fit of the exact path to all
 * ends, started from the first-order result. Section 3 of docs/mathematics.md.
 *
 * @returns null without at least two ends each way round
 */
export function encoderSquare(
  trials: readonly SquareTrial[],
  side: number,
  estimatedTrack: number,
): SquareResult<EncoderSquare> | null {
  const means = meanEnds(trials);
  if (means === null) return null;
  const firstOrder = firstOrderSquare(means.right, means.left, side, estimatedTrack);
  const model = (way: SquareWay, [track, ratio]: readonly number[]) =>
    encoderSquareEnd(way, side, estimatedTrack, track! * estimatedTrack, ratio!);
  const start = [firstOrder.track / estimatedTrack, firstOrder.wheelRatio];
  const fit = fitEnds(trials, model, start);
  const [track, wheelRatio] = fit.estimates as [Estimate, Estimate];
  const scaled = (estimate: Estimate): Estimate => ({
    value: estimate.value * estimatedTrack,
    standardError: estimate.standardError * estimatedTrack,
    low: estimate.low * estimatedTrack,
    high: estimate.high * estimatedTrack,
  });
  return {
    means,
    found: { by: 'encoders', wheelRatio, track: scaled(track) },
    firstOrder,
    ...beforeAndAfter(means, model, fit.values),
    spread: fit.spread,
    correlation: fit.correlation,
    trials: trials.length,
  };
}

/**
 * Squares of a robot that turns by gyro: corner error and drift along a side.
 *
 * @returns null without at least two ends each way round
 */
export function gyroSquare(
  trials: readonly SquareTrial[],
  side: number,
): SquareResult<GyroSquare> | null {
  const means = meanEnds(trials);
  if (means === null) return null;
  const model = (way: SquareWay, [corner, drift]: readonly number[]) =>
    gyroSquareEnd(way, side, corner!, drift!);
  const fit = fitEnds(trials, model, [0, 0]);
  const [cornerError, sideDrift] = fit.estimates as [Estimate, Estimate];
  return {
    means,
    found: { by: 'gyro', cornerError, sideDrift },
    firstOrder: null,
    ...beforeAndAfter(means, model, fit.values),
    spread: fit.spread,
    correlation: fit.correlation,
    trials: trials.length,
  };
}

type Model = (way: SquareWay, parameters: readonly number[]) => { x: number; y: number };

function meanEnds(trials: readonly SquareTrial[]): SquareResult<unknown>['means'] | null {
  const of = (way: SquareWay) => {
    const ends = trials.filter((trial) => trial.way === way);
    return ends.length < 2
      ? null
      : {
          x: ends.reduce((sum, end) => sum + end.x, 0) / ends.length,
          y: ends.reduce((sum, end) => sum + end.y, 0) / ends.length,
        };
  };
  const [right, left] = [of('right'), of('left')];
  return right === null || left === null ? null : { right, left };
}

/** What remains of the mean ends when the found part is taken off. */
function beforeAndAfter(
  means: SquareResult<unknown>['means'],
  model: Model,
  values: readonly number[],
): { before: number; after: number } {
  const ways = ['right', 'left'] as const;
  const rest = ways.map((way) => {
    const end = model(way, values);
    return Math.hypot(means[way].x - end.x, means[way].y - end.y);
  });
  return {
    before: Math.max(...ways.map((way) => Math.hypot(means[way].x, means[way].y))),
    after: Math.max(...rest),
  };
}

const MOST_STEPS = 50;
/** A spread below this, mm, is no spread of squares that somebody measured. */
const LEAST_SPREAD = 1e-3;

/**
 * Gauss-Newton fit of end points. Ahead and left errors of one square differ in size and go
 * together, so after a first fit the residuals' covariance weights a second one. Squares the other
 * way round are mirrored first: then the errors of both ways have the same shape.
 */
function fitEnds(trials: readonly SquareTrial[], model: Model, start: readonly number[]) {
  const mirror = (way: SquareWay) => (way === 'left' ? 1 : -1);
  const residualsAt = (values: readonly number[]) =>
    trials.map(({ way, x, y }) => {
      const end = model(way, values);
      return [x - end.x, mirror(way) * (y - end.y)] as const;
    });
  // Two means of two coordinates less the two parameters: as if each coordinate had lost two.
  const degreesOfFreedom = trials.length - 2;
  const solve = (from: readonly number[], weight: Matrix) => {
    let values = [...from];
    let information = Matrix.eye(values.length);
    for (let step = 0; step < MOST_STEPS; step++) {
      const jacobians = trials.map(({ way }) => jacobian(model, way, mirror(way), values));
      const residuals = residualsAt(values);
      const normal = Matrix.zeros(values.length, values.length);
      const gradient = Matrix.zeros(values.length, 1);
      jacobians.forEach((rows, i) => {
        const weighted = rows.transpose().mmul(weight);
        normal.add(weighted.mmul(rows));
        gradient.add(weighted.mmul(Matrix.columnVector([...residuals[i]!])));
      });
      information = inverse(normal);
      const change = information.mmul(gradient).to1DArray();
      values = values.map((value, i) => value + change[i]!);
      if (change.every((part) => Math.abs(part) < 1e-13)) break;
    }
    return { values, information };
  };
  const first = solve(start, Matrix.eye(2));
  const covariance = residualCovariance(residualsAt(first.values), degreesOfFreedom);
  // Ends that are all alike, or all on one line, give no weights.
  const regular =
    determinant(covariance) > LEAST_SPREAD ** 4 * Math.max(1, covariance.trace() ** 2);
  const weighted = regular ? solve(first.values, inverse(covariance)) : first;
  // The weights are estimates too: with ν degrees of freedom and p parameters the variance is larger by
  // about 1 + p/ν, without which intervals of ten squares hold the truth in 93 % only.
  const variance = regular ? 1 + weighted.values.length / degreesOfFreedom : covariance.get(0, 0);
  return {
    values: weighted.values,
    estimates: weighted.values.map((value, i) =>
      withStandardError(
        value,
        Math.sqrt(Math.max(0, variance * weighted.information.get(i, i))),
        degreesOfFreedom,
      ),
    ),
    spread: { x: Math.sqrt(covariance.get(0, 0)), y: Math.sqrt(covariance.get(1, 1)) },
    correlation:
      weighted.information.get(0, 1) /
      Math.sqrt(weighted.information.get(0, 0) * weighted.information.get(1, 1)),
  };
}

function residualCovariance(
  residuals: readonly (readonly [number, number])[],
  degreesOfFreedom: number,
): Matrix {
  const sum = Matrix.zeros(2, 2);
  for (const residual of residuals) {
    const column = Matrix.columnVector([...residual]);
    sum.add(column.mmul(column.transpose()));
  }
  return sum.div(degreesOfFreedom);
}

/** Change of a mirrored end with each parameter, by central differences. */
function jacobian(model: Model, way: SquareWay, mirror: number, values: readonly number[]): Matrix {
  const step = 1e-6;
  const columns = values.map((_, i) => {
    const moved = (by: number) =>
      model(
        way,
        values.map((value, j) => (i === j ? value + by : value)),
      );
    const [up, down] = [moved(step), moved(-step)];
    return [(up.x - down.x) / (2 * step), (mirror * (up.y - down.y)) / (2 * step)];
  });
  return new Matrix(columns).transpose();
}

/** The numbers of a setup that the result changes: none of a robot that turns by its gyro. */
export function squareFindings(
  { found: by, correlation }: SquareResult<EncoderSquare | GyroSquare>,
  wheelDiameter: number,
): Findings {
  if (by.by === 'gyro') return {};
  return {
    'drive.wheelRatio': found(by.wheelRatio, { correlations: { 'drive.track': correlation } }),
    'drive.track': found(by.track, {
      leansOn: { 'drive.wheelDiameter': by.track.value / wheelDiameter },
    }),
  };
}
