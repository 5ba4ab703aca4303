import type { MotionLog } from '../../benches/delays/delays.ts';
import { travelAfter } from '../../robot/brakedMove.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { leastSquares, withStandardError, type Estimate } from '../../mathematics/leastSquares.ts';

/** What a log of a turn says of the robot, with the curves that were fitted to it. */
export interface LogFit {
  /** Lag of the motors, s. */
  lag: Estimate;
  /** How much later the gyro tells a turn than the wheels do, s. */
  latency: Estimate;
  /** Standard deviation of a heading about the fitted curve, rad. */
  noise: number;
  /** Turning rate that it came to, rad/s. */
  rate: number;
  /** s from the first motion, and rad turned, without sign: what was read, and what was fitted. */
  measured: { time: number; wheels: number; gyro: number }[];
  fitted: { time: number; wheels: number; gyro: number }[];
  /** The same turn by the numbers that the setup has now. */
  simulated: { time: number; wheels: number; gyro: number }[];
}

/** Turn by the wheels that counts as motion, and that a log needs, rad. */
const MOVES = 0.02;
const LEAST_TURN = 0.4;
/** Rest before the motion that is looked at as well, and the longest stretch, s. */
const BEFORE = 0.15;
const LONGEST = 1.2;
const ITERATIONS = 25;

/**
 * Fits lag, latency and noise to a log in which the robot turns on the spot from rest: the wheels
 * answer with the motors' lag under their acceleration limit, and the gyro tells the same later. By
 * Gauss-Newton on the heading of the wheels, and then on that of the gyro.
 *
 * @returns null when no turn from rest is in the log
 */
export function fitLog(log: MotionLog, setup: RobotParameters): LogFit | null {
  const stretch = turnIn(log);
  if (stretch === null) return null;
  const { times, wheels, gyro } = stretch;
  const perTurn = setup.drive.track / 2;
  const turned = (time: number, rate: number, lag: number) =>
    time <= 0 ? 0 : travelAfter(time, rate * perTurn, { ...setup.motor, lag }) / perTurn;

  const byWheels = gaussNewton(
    [0, stretch.rate, setup.motor.lag],
    [0.001, 0.01, 0.001],
    (start, rate, lag) =>
      times.map((time, i) => wheels[i]! - turned(time - start, rate, Math.max(0.002, lag))),
  );
  if (byWheels === null) return null;
  const [start, rate, lag] = byWheels.values as [number, number, number];
  // The reading from which the headings count has noise of its own.
  const byGyro = gaussNewton(
    [0, 1, setup.gyro.latency],
    [0.001, 0.001, 0.001],
    (zero, scale, latency) =>
      times.map((time, i) => gyro[i]! - zero - scale * turned(time - start - latency, rate, lag)),
  );
  if (byGyro === null) return null;
  const [zero, scale, latency] = byGyro.values as [number, number, number];
  const curve = (of: { rate: number; lag: number; scale: number; latency: number }) =>
    times.map((time) => ({
      time,
      wheels: turned(time - start, of.rate, of.lag),
      gyro: of.scale * turned(time - start - of.latency, of.rate, of.lag),
    }));
  return {
    lag: estimate(lag, byWheels, 2),
    latency: estimate(latency, byGyro, 2),
    noise: byGyro.residualSpread,
    rate,
    measured: times.map((time, i) => ({ time, wheels: wheels[i]!, gyro: gyro[i]! - zero })),
    fitted: curve({ rate, lag, scale, latency }),
    simulated: curve({
      rate,
      lag: setup.motor.lag,
      scale: setup.gyro.scale,
      latency: setup.gyro.latency,
    }),
  };
}

interface Fit {
  values: number[];
  errors: number[];
  degreesOfFreedom: number;
  residualSpread: number;
}

function estimate(value: number, fit: Fit, at: number): Estimate {
  return withStandardError(value, fit.errors[at]!, fit.degreesOfFreedom);
}

/** Least squares of a smooth model by repeated linear ones; null when it does not settle. */
function gaussNewton(
  first: number[],
  steps: readonly number[],
  residuals: (...values: number[]) => number[],
): Fit | null {
  let values = first;
  for (let i = 0; i < ITERATIONS; i++) {
    const now = residuals(...values);
    const columns = values.map((value, k) => {
      const changed = values.with(k, value + steps[k]!);
      return residuals(...changed).map((residual, j) => (now[j]! - residual) / steps[k]!);
    });
    const fit = leastSquares(
      now.map((_, j) => columns.map((column) => column[j]!)),
      now,
    );
    if (fit === null) return null;
    values = values.map((value, k) => value + fit.coefficients[k]!);
    if (!values.every(Number.isFinite)) return null;
    if (fit.coefficients.every((change, k) => Math.abs(change) < 1e-4 * steps[k]!)) {
      return {
        values,
        errors: values.map((_, k) => Math.sqrt(fit.covariance[k]![k]!)),
        degreesOfFreedom: fit.degreesOfFreedom,
        residualSpread: fit.residualSpread,
      };
    }
  }
  return null;
}

/** The first turn from rest until it slows down; headings without sign and from 0. */
function turnIn({ time, wheels, gyro }: MotionLog): {
  times: number[];
  wheels: number[];
  gyro: number[];
  rate: number;
} | null {
  const count = time.length;
  let begins = 1;
  while (begins < count && Math.abs(wheels[begins]! - wheels[0]!) < MOVES) begins++;
  if (begins >= count - 10) return null;
  const way = Math.sign(wheels[begins]! - wheels[0]!);
  let from = begins;
  while (from > 0 && time[begins]! - time[from]! < BEFORE) from--;
  const rateAt = (i: number) =>
    (way * (wheels[Math.min(count - 1, i + 2)]! - wheels[Math.max(0, i - 2)]!)) /
    (time[Math.min(count - 1, i + 2)]! - time[Math.max(0, i - 2)]!);
  let to = begins;
  let most = 0;
  while (to < count - 1 && time[to]! - time[begins]! < LONGEST) {
    most = Math.max(most, rateAt(to));
    // Where it is a fifth slower than it was, the turn is being ended.
    if (to > begins + 8 && rateAt(to) < 0.8 * most) break;
    to++;
  }
  // The last readings may already be of the brake.
  to -= 4;
  if (to - from < 12 || Math.abs(wheels[to]! - wheels[from]!) < LEAST_TURN) return null;
  const pick = (values: ArrayLike<number>) =>
    Array.from({ length: to - from }, (_, i) => way * (values[from + i]! - values[from]!));
  return {
    times: Array.from({ length: to - from }, (_, i) => time[from + i]! - time[begins]!),
    wheels: pick(wheels),
    gyro: pick(gyro),
    rate: rateAt(to - 3),
  };
}
