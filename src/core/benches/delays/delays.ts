import { mean, meanEstimate, median, standardDeviation } from '../../mathematics/sample.ts';
import { found, type Findings } from '../../robot/finding.ts';
import { leastSquares, withStandardError, type Estimate } from '../../mathematics/leastSquares.ts';

/** What a hub said while the robot turned to and fro; all of one length. */
export interface MotionLog {
  /** s, rising. */
  time: ArrayLike<number>;
  /** Heading by the wheels, rad: (right − left travel) / track. */
  wheels: ArrayLike<number>;
  /** Heading by the gyro, rad. */
  gyro: ArrayLike<number>;
}

export interface DelaysResult {
  /** Mean time between two lines, s, and its standard deviation. */
  period: Estimate;
  jitter: number;
  longestGap: number;
  /** How much later the gyro tells a turn than the wheels do, s; null when nothing turned. */
  latency: Estimate | null;
  /** Correlation of the two rates over the lag, for the picture. */
  correlation: { lag: number; value: number }[];
  samples: number;
}

/** Longest lag that is looked for, s. */
const LONGEST_LAG = 0.25;
/** Blocks of the log that give a lag each. */
const BLOCKS = 8;
/** Samples of the mean that smooths encoder steps; odd. */
const SMOOTHED_OVER = 9;
/**
 * Share of a line's time that the steps of encoders and heading leave in the lag; more lines do not
 * remove it. Found by simulation with and without steps: docs/mathematics.md.
 */
const STEPS_LEAVE = 0.01;
/** Spread of the heading, rad, below which a block holds no turn to compare. */
const LEAST_TURNING = 0.03;

/**
 * Loop period and jitter from the time stamps, and the sensor's latency as the lag at which the
 * rates of wheels and gyro agree best: cross-correlation over the whole log finds it to a sample,
 * then each block gives a lag between the samples, and the blocks their interval.
 *
 * @returns null with fewer than 50 lines
 */
export function delaysResult({ time, wheels, gyro }: MotionLog): DelaysResult | null {
  const count = time.length;
  if (count < 50) return null;
  const gaps = Array.from({ length: count - 1 }, (_, i) => time[i + 1]! - time[i]!);
  const usual = median(gaps);
  const steady = gaps.filter((gap) => gap < 3 * usual);
  const step = mean(steady);
  const grid = evenly(time, usual);
  const wheelPath = smoothed(resampled(time, wheels, grid));
  const gyroPath = smoothed(resampled(time, gyro, grid));
  const wheelRates = rates(wheelPath, usual);
  const gyroRates = rates(gyroPath, usual);
  const lags = Math.round(LONGEST_LAG / usual);
  const correlation = Array.from({ length: lags + 1 }, (_, lag) => ({
    lag: lag * usual,
    value: correlationAt(wheelRates, gyroRates, lag),
  }));
  return {
    period: meanEstimate(steady) ?? { value: step, standardError: 0, low: step, high: step },
    jitter: standardDeviation(steady),
    longestGap: gaps.reduce((most, gap) => Math.max(most, gap), 0),
    latency: latencyOf(wheelPath, gyroPath, usual, correlation),
    correlation,
    samples: count,
  };
}

function evenly(time: ArrayLike<number>, period: number): number[] {
  const count = Math.floor((time[time.length - 1]! - time[0]!) / period);
  return Array.from({ length: count + 1 }, (_, i) => time[0]! + i * period);
}

/** Values at other times, straight between the readings around them. */
function resampled(
  time: ArrayLike<number>,
  values: ArrayLike<number>,
  grid: readonly number[],
): Float64Array {
  const result = new Float64Array(grid.length);
  let later = 1;
  grid.forEach((wanted, i) => {
    while (later < time.length - 1 && time[later]! < wanted) later++;
    const [a, b] = [time[later - 1]!, time[later]!];
    const share = b > a ? (wanted - a) / (b - a) : 0;
    result[i] = values[later - 1]! + share * (values[later]! - values[later - 1]!);
  });
  return result;
}

function rates(values: Float64Array, period: number): Float64Array {
  const result = new Float64Array(Math.max(0, values.length - 1));
  for (let i = 0; i < result.length; i++) result[i] = (values[i + 1]! - values[i]!) / period;
  return result;
}

/** Pearson's correlation of a with b, where b comes `lag` samples later. */
function correlationAt(a: Float64Array, b: Float64Array, lag: number): number {
  const n = a.length - lag;
  let [sa, sb] = [0, 0];
  for (let i = 0; i < n; i++) {
    sa += a[i]!;
    sb += b[i + lag]!;
  }
  const [ma, mb] = [sa / n, sb / n];
  let [ab, aa, bb] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const [da, db] = [a[i]! - ma, b[i + lag]! - mb];
    ab += da * db;
    aa += da * da;
    bb += db * db;
  }
  return aa > 0 && bb > 0 ? ab / Math.sqrt(aa * bb) : 0;
}

function latencyOf(
  wheels: Float64Array,
  gyro: Float64Array,
  period: number,
  correlation: readonly { lag: number; value: number }[],
): Estimate | null {
  const best = correlation.reduce((a, b) => (b.value > a.value ? b : a));
  if (best.value < 0.5) return null;
  const coarse = Math.round(best.lag / period);
  const size = Math.floor((wheels.length - coarse - 2) / BLOCKS);
  const lags: number[] = [];
  for (let block = 0; block < BLOCKS; block++) {
    const lag = lagOfBlock(wheels, gyro, 1 + block * size, size, coarse);
    if (lag !== null) lags.push(lag * period);
  }
  const blocks = meanEstimate(lags);
  if (blocks === null) return null;
  return withStandardError(
    blocks.value,
    Math.hypot(blocks.standardError, STEPS_LEAVE * period),
    lags.length - 1,
  );
}

/**
 * Lag of one block in samples, as a number with decimals: near the coarse lag the late heading is
 * g(t) ≈ c + d·t + k·(w(t − coarse) − x·w′(t − coarse)), which gives x by least squares; d is the
 * gyro's drift.
 */
function lagOfBlock(
  wheels: Float64Array,
  gyro: Float64Array,
  from: number,
  size: number,
  coarse: number,
): number | null {
  const rows: number[][] = [];
  const values: number[] = [];
  for (let i = from; i < from + size; i++) {
    rows.push([1, i - from, wheels[i]!, (wheels[i + 1]! - wheels[i - 1]!) / 2]);
    values.push(gyro[i + coarse]!);
  }
  const turning = standardDeviation(rows.map((row) => row[2]!));
  if (rows.length < 10 || turning < LEAST_TURNING) return null;
  const fit = leastSquares(rows, values);
  if (fit === null || fit.coefficients[2] === 0) return null;
  return coarse - fit.coefficients[3]! / fit.coefficients[2]!;
}

/**
 * Mean over a window around each sample, the same for wheels and gyro so that their lag stays: it
 * takes away the steps of the encoders, which a derivative would blow up.
 */
function smoothed(values: Float64Array): Float64Array {
  const half = (SMOOTHED_OVER - 1) / 2;
  const result = new Float64Array(Math.max(0, values.length - 2 * half));
  for (let i = 0; i < result.length; i++) {
    let sum = 0;
    for (let j = 0; j < SMOOTHED_OVER; j++) sum += values[i + j]!;
    result[i] = sum / SMOOTHED_OVER;
  }
  return result;
}

/** The numbers of a setup that the result changes. */
export function delaysFindings({
  period,
  latency,
}: Pick<DelaysResult, 'period' | 'latency'>): Findings {
  return {
    'program.loopPeriod': { value: period.value },
    ...(latency === null
      ? {}
      : { 'gyro.latency': { ...found(latency), value: Math.max(0, latency.value) } }),
  };
}
