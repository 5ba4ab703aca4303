import { estimateOf, leastSquares, type Estimate } from '../../mathematics/leastSquares.ts';
import { mean } from '../../mathematics/sample.ts';
import { found, type Findings } from '../../robot/finding.ts';

/** One straight or turn at a voltage; lengths in mm, angles in rad, without sign. */
export interface BatteryReading {
  voltage: number;
  /** What came of it, by tape or protractor. */
  measured: number;
  /** How far it went on after it began to stop; null when nobody knows. */
  stopping: number | null;
  /** Top speed, mm/s or rad/s. */
  top: number | null;
  /** Share of the lines on which a sensor of the bus did not answer. */
  faults: number | null;
}

/** How a move changes with the voltage: everything for one volt more, with its 95 % interval. */
export interface BatteryResult {
  measured: Estimate;
  stopping: Estimate | null;
  top: Estimate | null;
  faults: Estimate | null;
  /** Change of the top speed over a change in proportion to the voltage: 0 when the hub keeps the speed. */
  follows: Estimate | null;
  /** The highest voltage at which a sensor of the bus fell silent, V; null when none did. */
  silentFrom: number | null;
  /** Voltages that were seen, V. */
  lowest: number;
  highest: number;
  /** What the fit says at the lowest and the highest voltage. */
  ends: { voltage: number; measured: number }[];
  /** Residuals of what was measured, one a reading. */
  residuals: number[];
}

/** Voltages nearer together than this tell nothing of a slope, V. */
const LEAST_RANGE = 0.3;

/**
 * Straight lines through what was measured over the voltage. Section 16 of docs/mathematics.md.
 *
 * @param inUse voltage for which the robot's numbers hold, V
 * @returns null with fewer than three readings, or when their voltages lie too near together
 */
export function batteryResult(
  readings: readonly BatteryReading[],
  inUse: number,
): BatteryResult | null {
  const voltages = readings.map(({ voltage }) => voltage);
  const [lowest, highest] = [Math.min(...voltages), Math.max(...voltages)];
  const fit = lineOf(readings, inUse, ({ measured }) => measured);
  if (fit === null || highest - lowest < LEAST_RANGE) return null;
  const at = (voltage: number) => fit.inUse + fit.slope.value * (voltage - inUse);
  const top = lineOf(readings, inUse, (one) => one.top);
  const slope = (of: (one: BatteryReading) => number | null) =>
    lineOf(readings, inUse, of)?.slope ?? null;
  const silent = readings.filter(({ faults }) => faults !== null && faults > 0);
  return {
    measured: fit.slope,
    stopping: slope(({ stopping }) => stopping),
    top: top?.slope ?? null,
    faults: slope(({ faults }) => faults),
    // The speed at the voltage in use is known far better than how it changes.
    follows: top === null ? null : scaled(top.slope, inUse / top.inUse),
    silentFrom: silent.length === 0 ? null : Math.max(...silent.map(({ voltage }) => voltage)),
    lowest,
    highest,
    ends: [lowest, highest].map((voltage) => ({ voltage, measured: at(voltage) })),
    residuals: readings.map(({ voltage, measured }) => measured - at(voltage)),
  };
}

/** A quantity as a line over the voltage: its value at the voltage in use, and its change a volt. */
function lineOf(
  readings: readonly BatteryReading[],
  inUse: number,
  of: (one: BatteryReading) => number | null,
): { inUse: number; slope: Estimate } | null {
  const known = readings.flatMap((one): [number, number][] => {
    const value = of(one);
    return value === null ? [] : [[one.voltage - inUse, value]];
  });
  const middle = mean(known.map(([volts]) => volts));
  const fit = leastSquares(
    known.map(([volts]) => [1, volts - middle]),
    known.map(([, value]) => value),
  );
  if (fit === null) return null;
  const slope = estimateOf(fit, [0, 1]);
  return { inUse: fit.coefficients[0]! - slope.value * middle, slope };
}

function scaled({ value, standardError, low, high }: Estimate, by: number): Estimate {
  return {
    value: by * value,
    standardError: by * standardError,
    low: by * low,
    high: by * high,
  };
}

/** The number of a setup that the result changes; none while it is not known how the speed follows. */
export function batteryFindings({ follows }: BatteryResult): Findings {
  if (follows === null) return {};
  return {
    'battery.speedFollows': { ...found(follows), value: Math.min(5, Math.max(0, follows.value)) },
  };
}
