import { foundSpread, spreadOfEstimate, type Findings } from '../../robot/finding.ts';
import { median, meanEstimate, scaledMad } from '../../mathematics/sample.ts';
import {
  estimateOf,
  leastSquares,
  withStandardError,
  type Estimate,
} from '../../mathematics/leastSquares.ts';
import { allanDeviation, allanFindings, type AllanFindings, type AllanPoint } from './allan.ts';

/** What a gyro said while the robot stood still; all of one length. */
export interface StillLog {
  /** s, rising. */
  time: ArrayLike<number>;
  /** rad, counter-clockwise positive, not wrapped. */
  heading: ArrayLike<number>;
}

/** A stretch of a log, s. */
interface Stretch {
  from: number;
  to: number;
}

export interface GyroRest {
  /** Drift while nothing moved, rad/s. */
  bias: Estimate;
  /** Stretches in which something moved; they do not count. */
  moved: Stretch[];
  /** Time at rest that was used, and the whole length of the log, s. */
  stillFor: number;
  lasted: number;
  samples: number;
  /** Smallest change of the heading that the sensor shows, rad. */
  step: number;
  /** White noise of one reading about its trend, rad. */
  noise: number;
  allan: AllanPoint[];
  findings: AllanFindings;
}

/** Time over which a rate is taken to look for movement, s. */
const RATE_WINDOW = 0.1;
/** A rate this many robust spreads away from the rest counts as movement. */
const MOVED_SPREADS = 6;
/** Slower than this, rad/s, nothing counts as movement: half a degree a second. */
const SLOWEST_MOVEMENT = 0.009;
/** Windows in succession that make a movement, and time around it that is not trusted either, s. */
const MOVED_WINDOWS = 2;
const MOVED_MARGIN = 0.3;
/** Blocks into which the still time is cut; enough for an interval, few enough to be long. */
const BLOCKS = 12;
/** Shortest still time, s, from which a drift is told. */
const SHORTEST_STILL = 3;

/**
 * Drift of a gyro at rest, with an interval that allows for correlated residuals: heading noise is
 * integrated rate noise, so neighbouring readings err together. The log is cut into blocks, each gives
 * a slope by least squares, and the blocks' slopes are as good as independent.
 *
 * @param sensorStep what the sensor is known to count in, rad; 0 when nobody knows
 * @returns null when less than {@link SHORTEST_STILL} of the log is still
 */
export function gyroRest(log: StillLog, sensorStep = 0): GyroRest | null {
  const count = log.time.length;
  if (count < FEWEST) return fewReadings(log, sensorStep);
  const lasted = log.time[count - 1]! - log.time[0]!;
  const moved = movements(log);
  const still = complement(moved, log.time[0]!, log.time[count - 1]!);
  const stillFor = still.reduce((sum, { from, to }) => sum + to - from, 0);
  if (stillFor < SHORTEST_STILL) return null;
  const slopes = blockSlopes(log, still, stillFor / BLOCKS);
  const blocks = meanEstimate(slopes.map(({ slope }) => slope));
  if (blocks === null) return null;
  const step = smallestStep(log.heading);
  const noise = Math.sqrt(median(slopes.map(({ residual }) => residual)));
  const bounded = roundingOf(step, sensorStep, noise, lasted);
  const bias = withStandardError(
    blocks.value,
    Math.hypot(blocks.standardError, bounded),
    slopes.length - 1,
  );
  const longest = still.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a));
  const allan = allanOfStretch(log, longest);
  return {
    bias,
    moved,
    stillFor,
    lasted,
    samples: count,
    step,
    noise,
    allan,
    findings: allanFindings(allan, longest.to - longest.from),
  };
}

/** What a sensor counts in of which nothing is known and whose reading never changes, rad: whole degrees. */
const COARSEST_STEP = Math.PI / 180;

/**
 * How much drift the sensor's step hides, as a standard deviation, rad/s. A reading that never changes may hide any
 * drift of less than a step over the log; one that changes by single steps, a part of that; noise of half a step
 * shakes it free, and is then in the blocks already.
 */
function roundingOf(step: number, sensorStep: number, noise: number, lasted: number): number {
  if (step === 0) return (sensorStep > 0 ? sensorStep : COARSEST_STEP) / Math.sqrt(3) / lasted;
  return noise > step / 2 ? 0 : step / Math.sqrt(6) / lasted;
}

/** Fewer readings than this were written down by hand: nothing can be said of blocks or movements. */
const FEWEST = 20;

/** Drift from a handful of readings by one straight line. */
function fewReadings({ time, heading }: StillLog, sensorStep: number): GyroRest | null {
  const times = Array.from(time);
  const headings = Array.from(heading);
  const fit = leastSquares(
    times.map((t) => [1, t - times[0]!]),
    headings,
  );
  const lasted = (times.at(-1) ?? 0) - (times[0] ?? 0);
  if (fit === null || lasted < SHORTEST_STILL) return null;
  const line = estimateOf(fit, [0, 1]);
  const step = smallestStep(heading);
  const error = Math.hypot(
    line.standardError,
    roundingOf(step, sensorStep, fit.residualSpread, lasted),
  );
  return {
    bias: withStandardError(line.value, error, fit.degreesOfFreedom),
    moved: [],
    stillFor: lasted,
    lasted,
    samples: times.length,
    step,
    noise: fit.residualSpread,
    allan: [],
    findings: allanFindings([], lasted),
  };
}

/** Stretches in which the rate leaves what the rest of the log shows, or jumps. */
function movements({ time, heading }: StillLog): Stretch[] {
  // Means of windows: single readings are too noisy to show a slow lean on the table.
  const means = windowMeans(time, heading);
  const windows = means.slice(1).map((window, i) => ({
    from: means[i]!.from,
    to: window.to,
    rate: (window.heading - means[i]!.heading) / RATE_WINDOW,
  }));
  if (windows.length === 0) return [];
  const rates = windows.map(({ rate }) => rate);
  const middle = median(rates);
  // A sensor that shows whole steps makes rates of whole steps a window.
  const limit = Math.max(
    SLOWEST_MOVEMENT,
    MOVED_SPREADS * scaledMad(rates),
    (1.5 * smallestStep(heading)) / RATE_WINDOW,
  );
  const stretches: Stretch[] = [];
  for (let first = 0; first < windows.length; first++) {
    let last = first;
    while (last < windows.length && Math.abs(windows[last]!.rate - middle) > limit) last++;
    const jump = Math.abs(windows[first]!.rate - middle) > 3 * limit;
    if (last - first >= MOVED_WINDOWS || jump) {
      stretches.push({
        from: windows[first]!.from - MOVED_MARGIN,
        to: windows[Math.max(first, last - 1)]!.to + MOVED_MARGIN,
      });
    }
    first = Math.max(first, last - 1);
  }
  return merged(stretches, time[0]!, time[time.length - 1]!);
}

function windowMeans(time: ArrayLike<number>, heading: ArrayLike<number>) {
  const means: { from: number; to: number; heading: number }[] = [];
  let first = 0;
  let sum = 0;
  for (let i = 0; i < time.length; i++) {
    if (time[i]! - time[first]! >= RATE_WINDOW) {
      means.push({ from: time[first]!, to: time[i]!, heading: sum / (i - first) });
      first = i;
      sum = 0;
    }
    sum += heading[i]!;
  }
  return means;
}

function merged(stretches: readonly Stretch[], start: number, end: number): Stretch[] {
  const result: Stretch[] = [];
  for (const { from, to } of stretches) {
    const last = result.at(-1);
    // Half a second between two nudges is no rest.
    if (last !== undefined && from < last.to + 0.5) last.to = Math.min(end, Math.max(last.to, to));
    else result.push({ from: Math.max(start, from), to: Math.min(end, to) });
  }
  return result;
}

function complement(moved: readonly Stretch[], start: number, end: number): Stretch[] {
  const still: Stretch[] = [];
  let from = start;
  for (const stretch of moved) {
    if (stretch.from > from) still.push({ from, to: stretch.from });
    from = stretch.to;
  }
  if (end > from) still.push({ from, to: end });
  return still;
}

/** Slopes of the heading in blocks of about one length that never reach over a movement. */
function blockSlopes(
  log: StillLog,
  still: readonly Stretch[],
  length: number,
): { slope: number; residual: number }[] {
  const slopes: { slope: number; residual: number }[] = [];
  for (const { from, to } of still) {
    const blocks = Math.max(1, Math.round((to - from) / length));
    // A rest much shorter than a block would weigh as much as a whole one.
    if (to - from < 0.6 * length) continue;
    const size = (to - from) / blocks;
    for (let block = 0; block < blocks; block++) {
      const line = slopeBetween(log, from + block * size, from + (block + 1) * size);
      if (line !== null) slopes.push(line);
    }
  }
  return slopes;
}

/** Index of the first sample at or after a time. */
function indexAt(time: ArrayLike<number>, wanted: number): number {
  let low = 0;
  let high = time.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (time[middle]! < wanted) low = middle + 1;
    else high = middle;
  }
  return low;
}

function slopeBetween(
  { time, heading }: StillLog,
  from: number,
  to: number,
): { slope: number; residual: number } | null {
  const first = indexAt(time, from);
  const last = indexAt(time, to);
  const n = last - first;
  if (n < 5) return null;
  let meanTime = 0;
  let meanHeading = 0;
  for (let i = first; i < last; i++) {
    meanTime += time[i]! / n;
    meanHeading += heading[i]! / n;
  }
  let tt = 0;
  let th = 0;
  let hh = 0;
  for (let i = first; i < last; i++) {
    // Centred first: times of minutes squared would swallow the small products.
    const t = time[i]! - meanTime;
    const h = heading[i]! - meanHeading;
    tt += t * t;
    th += t * h;
    hh += h * h;
  }
  if (tt === 0) return null;
  return { slope: th / tt, residual: Math.max(0, hh - (th * th) / tt) / (n - 2) };
}

/** The smallest change that occurs between two readings, rad; 0 when nothing ever changes. */
function smallestStep(heading: ArrayLike<number>): number {
  let smallest = Infinity;
  for (let i = 1; i < heading.length; i++) {
    const change = Math.abs(heading[i]! - heading[i - 1]!);
    if (change > 1e-9 && change < smallest) smallest = change;
  }
  return smallest === Infinity ? 0 : smallest;
}

function allanOfStretch({ time, heading }: StillLog, { from, to }: Stretch): AllanPoint[] {
  const first = indexAt(time, from);
  const last = indexAt(time, to);
  if (last - first < 20) return [];
  const period = (time[last - 1]! - time[first]!) / (last - 1 - first);
  return allanDeviation(Array.prototype.slice.call(heading, first, last) as number[], period);
}

/** The level of a stretch of the Allan curve is known to about this share. */
const WALK_KNOWN = 0.2;

/**
 * The numbers of a setup that a check changes. It tells the drift of one power-on, which differs from the next: what
 * they have in common is known no better than that.
 *
 * @param biasSpread how far the drift differs from one power-on to the next, rad/s
 */
export function restFindings(
  { bias, noise, step, samples, findings }: GyroRest,
  biasSpread: number,
): Findings {
  return {
    'gyro.bias': { value: bias.value, spread: Math.hypot(spreadOfEstimate(bias), biasSpread) },
    'gyro.noise': foundSpread(noise, samples - 2),
    ...(step > 0 ? { 'gyro.step': { value: step } } : {}),
    ...(findings.randomWalk === null
      ? {}
      : { 'gyro.angleWalk': { value: findings.randomWalk, spread: WALK_KNOWN } }),
  };
}
