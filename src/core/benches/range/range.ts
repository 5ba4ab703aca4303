import type { RangeSensor } from '../../robot/parameters.ts';
import { found, foundSpread, type Findings } from '../../robot/finding.ts';
import {
  estimateOf,
  leastSquares,
  type Estimate,
  type LinearFit,
} from '../../mathematics/leastSquares.ts';
import { firstPassage } from '../../mathematics/firstPassage.ts';
import { studentQuantile } from '../../mathematics/quantiles.ts';
import { mean, median, standardDeviation } from '../../mathematics/sample.ts';

/** One reading of a range sensor against a tape. */
export interface RangeReading {
  /** Which sensor. */
  unit: string;
  /** True distance by the tape, mm. */
  tape: number;
  /** What the sensor said: mm, or V of an analog one. */
  reading: number;
  /** Angle between the beam and the perpendicular of the wall, rad. */
  incidence: number;
  /** Standard deviation of single readings, when this is the mean of several. */
  noise?: number | null;
}

export interface RangeUnit {
  unit: string;
  /** Reading = offset + slope · tape. Of an analog unit: volts, and volts a mm. */
  slope: Estimate;
  intercept: Estimate;
  /** Reading minus tape at the middle of the tape distances, mm; NaN of an analog unit. */
  offset: Estimate;
  /** Spread of one reading about the line, in mm of distance. */
  noise: number;
  residuals: { tape: number; residual: number }[];
  /** Tape distances between which the residuals stay within the limit, mm; null if none do. */
  useful: { from: number; to: number } | null;
  odd: boolean;
  /** Readings that were square to the wall, and so made the line. */
  readings: number;
  fit: LinearFit;
}

export interface RangeResult {
  units: RangeUnit[];
  /** Median offset of the units, mm. */
  medianOffset: number;
}

/** What a tape is read to, mm. */
const TAPE_STEP = 1;

/** Beyond this angle, rad, a reading is not used for the line. */
const SQUARE_WITHIN = 0.06;
/**
 * Units of one kind differ by about this, mm, as far as is known before any is measured, and so surely as if so many
 * had been: two others that happen to agree do not make a third one odd.
 */
const UNITS_DIFFER = 3;
const UNITS_KNOWN = 4;
/** A set of units without an odd one is said to have one in so many cases, and never for less than so much, mm. */
const FALSE_ALARM = 0.05;
const ODD_AT_LEAST = 5;

/**
 * Calibration of range sensors by a tape table. Section 6 of docs/mathematics.md.
 *
 * @param limit residual, mm, up to which a distance counts as useful
 * @param analog whether the readings are volts
 * @returns null when no unit has three readings at two distances
 */
export function rangeResult(
  readings: readonly RangeReading[],
  limit: number,
  analog: boolean,
): RangeResult | null {
  const names = [...new Set(readings.map(({ unit }) => unit))];
  const units = names.flatMap((unit) => {
    const own = readings.filter(
      (one) => one.unit === unit && Math.abs(one.incidence) <= SQUARE_WITHIN,
    );
    const result = unitResult(unit, own, limit, analog);
    return result === null ? [] : [result];
  });
  if (units.length === 0) return null;
  const offsets = units.map(({ offset }) => offset.value);
  return {
    units: units.map((unit, i) => ({ ...unit, odd: isOdd(offsets, i) })),
    medianOffset: median(offsets),
  };
}

/**
 * Whether a unit is the odd one: it is held against the others alone, since among three units an odd one would widen
 * the very spread that it is judged by. Student's t, with the spread of the others drawn towards what units of one
 * kind have, and corrected for the number of units. Of two that differ nobody can say which it is.
 */
function isOdd(offsets: readonly number[], unit: number): boolean {
  const others = offsets.filter((_, i) => i !== unit);
  const n = others.length;
  if (n < 2) return false;
  const freedom = UNITS_KNOWN + n - 1;
  const squares = UNITS_KNOWN * UNITS_DIFFER ** 2 + (n - 1) * standardDeviation(others) ** 2;
  const error = Math.sqrt((squares / freedom) * (1 + 1 / n));
  const limit = studentQuantile(1 - FALSE_ALARM / (2 * offsets.length), freedom) * error;
  return Math.abs(offsets[unit]! - mean(others)) > Math.max(ODD_AT_LEAST, limit);
}

function unitResult(
  unit: string,
  readings: readonly RangeReading[],
  limit: number,
  analog: boolean,
): RangeUnit | null {
  // The tape is exact beside the sensor, so the reading is what has the error.
  const fit = leastSquares(
    readings.map(({ tape }) => [1, tape]),
    readings.map(({ reading }) => reading),
    analog ? 0 : TAPE_STEP,
  );
  if (fit === null) return null;
  const slope = estimateOf(fit, [0, 1]);
  const middle = readings.reduce((sum, { tape }) => sum + tape, 0) / readings.length;
  const atMiddle = estimateOf(fit, [1, middle]);
  const perMillimetre = analog ? Math.abs(slope.value) : 1;
  const shifted = (by: number): Estimate => ({
    ...atMiddle,
    value: atMiddle.value - by,
    low: atMiddle.low - by,
    high: atMiddle.high - by,
  });
  const residuals = readings.map(({ tape, reading }) => ({
    tape,
    residual: (reading - estimateOf(fit, [1, tape]).value) / perMillimetre,
  }));
  return {
    unit,
    slope,
    intercept: estimateOf(fit, [1, 0]),
    offset: shifted(analog ? atMiddle.value : middle),
    noise: noiseOf(readings, fit.residualSpread) / perMillimetre,
    residuals,
    useful: usefulRange(readings, limit, perMillimetre),
    odd: false,
    readings: readings.length,
    fit,
  };
}

/** Spread of a single reading: what was seen of it, or what the line leaves over where single readings made it. */
function noiseOf(readings: readonly RangeReading[], residualSpread: number): number {
  const seen = readings.flatMap(({ noise }) => noise ?? []);
  return seen.length === 0 ? residualSpread : Math.sqrt(mean(seen.map((one) => one * one)));
}

/**
 * The widest run of neighbouring distances whose readings stay within the limit of one line. Near
 * and far ends bend the line, so it is fitted to the middle half first and then grown.
 */
function usefulRange(
  readings: readonly RangeReading[],
  limit: number,
  perMillimetre: number,
): { from: number; to: number } | null {
  const sorted = readings.toSorted((a, b) => a.tape - b.tape);
  const quarter = Math.floor(sorted.length / 4);
  const core = sorted.slice(quarter, sorted.length - quarter);
  const fit = leastSquares(
    core.map(({ tape }) => [1, tape]),
    core.map(({ reading }) => reading),
  );
  if (fit === null) return null;
  const within = ({ tape, reading }: RangeReading) =>
    Math.abs(reading - estimateOf(fit, [1, tape]).value) / perMillimetre <= limit;
  let best: { from: number; to: number } | null = null;
  let from = 0;
  for (let i = 0; i <= sorted.length; i++) {
    if (i < sorted.length && within(sorted[i]!)) continue;
    if (i > from) {
      const run = { from: sorted[from]!.tape, to: sorted[i - 1]!.tape };
      if (best === null || run.to - run.from > best.to - best.from) best = run;
    }
    from = i + 1;
  }
  return best;
}

/** What the sensor says at a true distance: the set point for a program, in mm or V. */
export function readingAt(unit: RangeUnit, distance: number): Estimate {
  return estimateOf(unit.fit, [1, distance]);
}

/**
 * What a beam reads at an angle ψ to the perpendicular: its axis d/cos ψ; a cone sees the nearest
 * point within it, which is the perpendicular itself as long as ψ is within the half angle.
 */
export function obliqueDistance(
  distance: number,
  incidence: number,
  coneHalfAngle: number,
): number {
  const beyond = Math.max(0, Math.abs(incidence) - coneHalfAngle);
  return distance / Math.cos(beyond);
}

export interface StoppingDistance {
  /** How far the robot runs on after the true distance passed the trigger, mm. */
  runOn: number;
  /** True distance at which the stop must be seen, mm. */
  seenAt: number;
  /** How much earlier than one without noise it stops on average, mm: a chance reading comes before the mark. */
  early: number;
  /** The number to compare the reading with, mm or V. */
  trigger: number;
  /** Fastest approach, mm/s, at which n readings still fall into the margin. */
  topSpeed: number;
}

/** Looks that must fall between "seen" and "too late". */
const LOOKS_NEEDED = 3;

/**
 * The trigger that stops a robot at a wanted distance: v·τ + v²/(2a) further out, less what the noise of the readings
 * makes it stop early on average, as the unit reads it.
 *
 * @param speed mm/s
 * @param delay s from the true distance to the brake
 * @param braking mm/s²
 * @param margin mm that the robot may come too near
 * @param period s between two looks
 */
export function stoppingDistance(
  unit: RangeUnit,
  wanted: number,
  { speed, delay, braking }: { speed: number; delay: number; braking: number },
  margin: number,
  period: number,
): StoppingDistance {
  const runOn = speed * delay + speed ** 2 / (2 * braking);
  const step = speed * period;
  // The delay has half a step in it already, by which the mark is passed without noise.
  const early = firstPassage(unit.noise, step).early;
  const seenAt = wanted + runOn - early;
  return {
    runOn,
    early,
    seenAt,
    trigger: readingAt(unit, seenAt).value,
    topSpeed: margin / (LOOKS_NEEDED * period),
  };
}

/**
 * Chance that a loop meets an exact value at all: resolution / (rate · period), at most 1. Why
 * programs compare with less-than and never with equals.
 */
export function chanceOfEquality(resolution: number, rate: number, period: number): number {
  return Math.min(1, resolution / (Math.abs(rate) * period));
}

/**
 * The numbers of a setup that a unit's result changes. Nobody knows what it reads beyond the distances that were tried:
 * the limits move only where readings left the line, or were right beyond them.
 */
export function rangeFindings(
  { offset, noise, useful, readings, residuals }: RangeUnit,
  { shortest, longest }: Pick<RangeSensor, 'shortest' | 'longest'>,
): Findings {
  const tapes = residuals.map(({ tape }) => tape);
  const limits: Record<string, number> =
    useful === null
      ? {}
      : {
          'range.shortest':
            useful.from > Math.min(...tapes) ? useful.from : Math.min(shortest, useful.from),
          'range.longest':
            useful.to < Math.max(...tapes) ? useful.to : Math.max(longest, useful.to),
        };
  return {
    'range.offset': found(offset),
    'range.noise': foundSpread(noise, readings - 2),
    ...Object.fromEntries(Object.entries(limits).map(([path, value]) => [path, { value }])),
  };
}
