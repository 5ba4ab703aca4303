import { formatFixed } from '../../mathematics/quantity.ts';
import { degrees, radians } from '../../mathematics/angle.ts';
import { readingStep } from '../../mathematics/readingStep.ts';
import type { RobotParameters } from '../../robot/parameters.ts';
import { turnDeceleration } from '../../robot/stopping.ts';
import type { TurnStyle } from '../../robot/driveBase.ts';
import {
  estimateOf,
  leastSquares,
  pValue,
  type Estimate,
  type LinearFit,
} from '../../mathematics/leastSquares.ts';
import { meanEstimate, transformed } from '../../mathematics/sample.ts';
import { found, spreadOfEstimate, type Findings } from '../../robot/finding.ts';
import { studentQuantile } from '../../mathematics/quantiles.ts';
import { say } from '../../language/say.ts';

/** One trial: the brake was set when the gyro had passed `trigger`; the robot truly turned `measured`. */
export interface TurnTrial {
  /** Reported turn at which the brake was set, rad without sign. */
  trigger: number;
  /** Turning rate, rad/s without sign. */
  rate: number;
  /** True turn by protractor, rad without sign. */
  measured: number;
  /** Which way it turned, seen from above; null when nobody noted it. */
  way?: 'left' | 'right' | null;
}

/** What the trials say about how the overshoot grows. */
type TurnFinding = 'constant' | 'proportional' | 'both' | 'cannot tell' | 'one angle only';

/**
 * The stop-early model true = slope·trigger + c(ω) with c(ω) = ω·τ + ω²/(2α).
 * Section 5 of docs/mathematics.md.
 */
export interface TurnModel {
  slope: Estimate;
  /** c at each rate that was tried, rad, by rising rate. */
  runOn: { rate: number; estimate: Estimate }[];
  /** τ in s and 1/(2α) in s²/rad; null unless at least two rates were tried. */
  delay: Estimate | null;
  brakingTerm: Estimate | null;
  finding: TurnFinding;
  /** p-values of "the slope is 1" and of "the run-on is 0". */
  constantP: number | null;
  proportionalP: number | null;
  residualSpread: number;
  fit: LinearFit;
  trials: number;
}

/** What protractors are read to, degrees. */
const PROTRACTOR_STEPS = [5, 2, 1, 0.5];
/** Below this p-value a hypothesis counts as refuted. */
const REFUTED = 0.05;
/** Rates or angles closer than this, rad/s or rad, count as the same. */
const SAME = 0.01;

/**
 * Fits the stop-early model to trials.
 *
 * @returns null with fewer trials than the model needs: one more than it has coefficients, which is
 *   2 with one angle, 3 with several, 4 with several rates
 */
export function fitTurnModel(trials: readonly TurnTrial[]): TurnModel | null {
  const rates = distinct(trials.map((trial) => trial.rate));
  const angles = distinct(trials.map((trial) => trial.trigger));
  const severalRates = rates.length > 1;
  const slopeKnown = angles.length > 1;
  // The slope is 1 by assumption while only one angle was tried.
  const rowOf = (rate: number) => (severalRates ? [rate, rate * rate] : [1]);
  const rows = trials.map((trial) =>
    slopeKnown ? [trial.trigger, ...rowOf(trial.rate)] : rowOf(trial.rate),
  );
  const values = trials.map((trial) => trial.measured - (slopeKnown ? 0 : trial.trigger));
  const step = readingStep(
    trials.map(({ measured }) => degrees(measured)),
    PROTRACTOR_STEPS,
  );
  const fit = leastSquares(rows, values, radians(step));
  if (fit === null) return null;

  const lead = slopeKnown ? [0] : [];
  const runOnAt = (rate: number) => estimateOf(fit, [...lead, ...rowOf(rate)]);
  const slope = slopeKnown
    ? estimateOf(fit, [1, ...rowOf(0).map(() => 0)])
    : { value: 1, standardError: 0, low: 1, high: 1 };
  const meanRate = trials.reduce((sum, trial) => sum + trial.rate, 0) / trials.length;
  const constantP = slopeKnown ? pValue(slope, 1, fit.degreesOfFreedom) : null;
  const proportionalP = slopeKnown ? pValue(runOnAt(meanRate), 0, fit.degreesOfFreedom) : null;
  return {
    slope,
    runOn: rates.map((rate) => ({ rate, estimate: runOnAt(rate) })),
    delay: severalRates ? estimateOf(fit, [...lead, 1, 0]) : null,
    brakingTerm: severalRates ? estimateOf(fit, [...lead, 0, 1]) : null,
    finding: findingOf(constantP, proportionalP),
    constantP,
    proportionalP,
    residualSpread: fit.residualSpread,
    fit,
    trials: trials.length,
  };
}

function findingOf(constantP: number | null, proportionalP: number | null): TurnFinding {
  if (constantP === null || proportionalP === null) return 'one angle only';
  const constantHolds = constantP >= REFUTED;
  const proportionalHolds = proportionalP >= REFUTED;
  if (constantHolds && proportionalHolds) return 'cannot tell';
  if (constantHolds) return 'constant';
  return proportionalHolds ? 'proportional' : 'both';
}

/** The finding as a sentence for the people at the table. */
export function turnSentence(model: TurnModel): string {
  const first = model.runOn[0]!;
  const last = model.runOn[model.runOn.length - 1]!;
  const runOn =
    first === last
      ? say`${inDegrees(first.estimate.value)} further`
      : say`${inDegrees(first.estimate.value)} further at ${inDegrees(first.rate, 0)}/s and ${inDegrees(last.estimate.value)} further at ${inDegrees(last.rate, 0)}/s`;
  const share = `${formatFixed(100 * (model.slope.value - 1), 1)} %`;
  switch (model.finding) {
    case 'constant':
      return say`The robot turns ${runOn} than the stop, the same number of degrees for small and large turns.`;
    case 'proportional':
      return say`The robot turns ${share} further than the stop, the same share for small and large turns.`;
    case 'both':
      return say`The robot turns ${runOn} than the stop, and ${share} of the angle on top of that.`;
    case 'cannot tell':
      return say`The trials fit both a fixed number of degrees and a fixed share. Try angles that lie further apart.`;
    case 'one angle only':
      return say`The robot turns ${runOn} than the stop. Whether that is the same for other angles needs trials at another angle.`;
  }
}

/**
 * The reported turn at which to brake for a wanted true turn, with a 95 % interval for one future
 * turn (prediction, not confidence), both in rad.
 */
export function triggerFor(
  model: TurnModel,
  wanted: number,
  rate: number,
): { trigger: number; low: number; high: number } {
  const [slope, runOn] = [model.slope.value, runOnOf(model, rate)];
  const trigger = (wanted - runOn) / slope;
  const row = designRow(model, trigger, rate);
  const confidence = estimateOf(model.fit, row).standardError;
  const spread = Math.hypot(model.residualSpread, confidence) / slope;
  const margin = studentQuantile(0.975, model.fit.degreesOfFreedom) * spread;
  return { trigger, low: trigger - margin, high: trigger + margin };
}

function designRow(model: TurnModel, trigger: number, rate: number): number[] {
  const lead = model.constantP === null ? [] : [trigger];
  return model.delay === null ? [...lead, 1] : [...lead, rate, rate * rate];
}

/** c(ω) of the fitted model, rad; with one tried rate it is taken as proportional to the rate. */
function runOnOf(model: TurnModel, rate: number): number {
  if (model.delay !== null && model.brakingTerm !== null) {
    return rate * model.delay.value + rate * rate * model.brakingTerm.value;
  }
  const only = model.runOn[0]!;
  return Math.abs(rate - only.rate) < SAME
    ? only.estimate.value
    : (only.estimate.value * rate) / only.rate;
}

/**
 * The numbers of a setup that the model changes. With one rate only the delay is taken from the trials and the braking
 * stays as it was, on which the delay then leans; with several rates both are, when they show it at all. The gyro's
 * scale stays as it is until the data refute it: the simpler model. The rates are those that were told: a robot that is
 * quicker than its setup says turned on from a higher rate.
 */
export function turnFindings(model: TurnModel, setup: RobotParameters, style: TurnStyle): Findings {
  const findings: Findings = {};
  const expected = 1 / setup.gyro.scale;
  const slopeKnown = model.constantP !== null;
  const refuted = slopeKnown && pValue(model.slope, expected, model.fit.degreesOfFreedom) < REFUTED;
  if (refuted) findings['gyro.scale'] = found(transformed(model.slope, (slope) => 1 / slope));
  // What goes on after the stop is known far better when it need not be told apart from the scale.
  const runOn = slopeKnown && !refuted ? givenSlope(model.fit, expected) : runOnPart(model);
  const { delay, spread, leansOn } = delayOf(model, runOn, setup, style, findings);
  const afterLoop = Math.max(0, delay - setup.program.loopPeriod / 2);
  const before = setup.program.commandDelay;
  const commandDelay = Math.min(before, afterLoop);
  if (commandDelay < before) {
    findings['program.commandDelay'] = { value: commandDelay, spread: before - commandDelay };
  }
  findings['gyro.latency'] = {
    value: afterLoop - commandDelay,
    spread,
    // A sensor that reads less than the turn and one that is late look alike.
    ...(refuted ? { correlations: { 'gyro.scale': -correlationIn(model.fit, 0, 1) } } : {}),
    leansOn: {
      ...leansOn,
      ...(commandDelay < before ? {} : { 'program.commandDelay': -1 }),
    },
  };
  return findings;
}

/** The fit without its slope, which is taken to be what it was found to be. */
function runOnPart({ fit, constantP }: TurnModel): LinearFit & { perScale: number } {
  if (constantP === null) return { ...fit, perScale: 0 };
  return {
    ...fit,
    coefficients: fit.coefficients.slice(1),
    covariance: fit.covariance.slice(1).map((row) => row.slice(1)),
    perScale: 0,
  };
}

/**
 * The fit without its slope, which is known from elsewhere: the other coefficients given it.
 *
 * @returns also how the first of them changes with the gyro's scale
 */
function givenSlope(fit: LinearFit, slope: number): LinearFit & { perScale: number } {
  const { coefficients, covariance, degreesOfFreedom } = fit;
  const [lead, ...others] = coefficients as [number, ...number[]];
  const variance = covariance[0]![0]!;
  const pull = others.map((_, i) => (variance > 0 ? covariance[0]![i + 1]! / variance : 0));
  return {
    ...fit,
    coefficients: others.map((value, i) => value + pull[i]! * (slope - lead)),
    covariance: others.map((_, i) =>
      others.map((_, j) => covariance[i + 1]![j + 1]! - pull[i]! * pull[j]! * variance),
    ),
    degreesOfFreedom: degreesOfFreedom + 1,
    perScale: -pull[0]! * slope ** 2,
  };
}

/** The delay of a stop, how well it is known, and the braking among the findings where the trials show it. */
function delayOf(
  model: TurnModel,
  fit: LinearFit & { perScale: number },
  setup: RobotParameters,
  style: TurnStyle,
  findings: Findings,
): { delay: number; spread: number; leansOn: Record<string, number> } {
  const { noLoadSpeed, braking } = setup.motor;
  const deceleration = turnDeceleration(setup, style);
  const perWheel = braking / deceleration;
  const severalRates = model.delay !== null;
  const brakingTerm = severalRates ? estimateOf(fit, [0, 1]) : null;
  // A run-on of about nothing tells no braking, however many times it is measured.
  if (brakingTerm !== null && brakingTerm.low > 0) {
    const delay = estimateOf(fit, [1, 0]);
    findings['motor.braking'] = found(
      transformed(brakingTerm, (term) => perWheel / (2 * term)),
      {
        correlations: { 'gyro.latency': -correlationIn(fit, 0, 1) },
        leansOn: { 'motor.noLoadSpeed': perWheel / brakingTerm.value / noLoadSpeed },
      },
    );
    return {
      delay: delay.value,
      spread: spreadOfEstimate(delay),
      leansOn: {
        'motor.noLoadSpeed': -delay.value / noLoadSpeed,
        'gyro.scale': fit.perScale,
      },
    };
  }
  const { rate } = model.runOn[0]!;
  const runOn = estimateOf(fit, severalRates ? [rate, rate * rate] : [1]);
  const delay = runOn.value / rate - rate / (2 * deceleration);
  const shortest = setup.program.loopPeriod / 2;
  if (delay >= shortest) {
    return {
      delay,
      spread: spreadOfEstimate(runOn) / rate,
      leansOn: {
        'motor.braking': rate / (2 * deceleration * braking),
        'motor.noLoadSpeed': -(runOn.value / rate + rate / (2 * deceleration)) / noLoadSpeed,
        'gyro.scale': fit.perScale / rate,
      },
    };
  }
  // Nothing sees a heading faster than half a loop: the braking must be harder than estimated.
  if (runOn.low > rate * shortest) {
    findings['motor.braking'] = found(
      transformed(runOn, (angle) => (perWheel * rate * rate) / (2 * (angle - rate * shortest))),
    );
  }
  return { delay: shortest, spread: shortest, leansOn: {} };
}

function correlationIn({ covariance }: LinearFit, i: number, j: number): number {
  return covariance[i]![j]! / Math.sqrt(covariance[i]![i]! * covariance[j]![j]!);
}

/** The spread that sampling alone puts on a turn, rad: a uniform error of width ω·T. */
export function samplingSpread(rate: number, loopPeriod: number): number {
  return (rate * loopPeriod) / Math.sqrt(12);
}

/** Least turn, rad, that reaches the rate before the brake: shorter trials measure something else. */
export function shortestFullTurn(setup: RobotParameters, rate: number, style: TurnStyle): number {
  const acceleration =
    (turnDeceleration(setup, style) * setup.motor.acceleration) / setup.motor.braking;
  // The lag hides the last few per cent of the speed for three of its time constants.
  return (rate * rate) / (2 * acceleration) + 3 * rate * setup.motor.lag;
}

function distinct(values: readonly number[]): number[] {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.filter((value, i) => i === 0 || value - sorted[i - 1]! > SAME);
}

function inDegrees(angle: number, digits = 1): string {
  return `${formatFixed(degrees(angle), digits)}°`;
}

/** How far the robot turns on to the left and to the right, when both were tried. */
export interface TurnSides {
  left: Estimate;
  right: Estimate;
  /** p-value of "both are the same". */
  sameP: number;
}

/**
 * The run-on of either side at the mean rate, by a fit of each with the common slope.
 *
 * @returns null unless each side has two trials
 */
export function turnSides(trials: readonly TurnTrial[], model: TurnModel): TurnSides | null {
  const further = (way: 'left' | 'right') =>
    trials
      .filter((trial) => trial.way === way)
      .map(({ measured, trigger, rate }) => {
        const expected = model.slope.value * trigger + runOnOf(model, rate);
        return measured - expected;
      });
  const meanRate = trials.reduce((sum, trial) => sum + trial.rate, 0) / trials.length;
  const [left, right] = [meanEstimate(further('left')), meanEstimate(further('right'))];
  if (left === null || right === null) return null;
  const common = runOnOf(model, meanRate);
  const difference = {
    value: left.value - right.value,
    standardError: Math.hypot(left.standardError, right.standardError),
    low: 0,
    high: 0,
  };
  const freedom = trials.filter(({ way }) => way !== undefined && way !== null).length - 2;
  return {
    left: shifted(left, common),
    right: shifted(right, common),
    sameP: pValue(difference, 0, freedom),
  };
}

/** One record of the turn bench as the battery was. */
export interface RunOnAtBattery {
  battery: number;
  /** Run-on at one common rate, rad. */
  runOn: number;
}

/**
 * Change of the run-on with the battery, rad/V, over several records.
 *
 * @returns null with fewer than three records, or when all were made at one voltage
 */
export function runOnTrend(records: readonly RunOnAtBattery[]): Estimate | null {
  const fit = leastSquares(
    records.map(({ battery }) => [1, battery]),
    records.map(({ runOn }) => runOn),
  );
  return fit === null ? null : estimateOf(fit, [0, 1]);
}

/** The run-on at a rate, as the model has it, rad. */
export function runOnAtRate(model: TurnModel, rate: number): number {
  return runOnOf(model, rate);
}

function shifted(estimate: Estimate, by: number): Estimate {
  return {
    ...estimate,
    value: estimate.value + by,
    low: estimate.low + by,
    high: estimate.high + by,
  };
}
