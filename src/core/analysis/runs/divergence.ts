import type { TravelLog } from '../../benches/logs.ts';
import { stepsOf } from '../../route/plan.ts';
import { randomRun, type Experiment, type RunRecord } from '../../simulation/run.ts';
import { mean, standardDeviation } from '../../mathematics/sample.ts';

/** What the forecast expects at a time from the first motion, with its spread. */
interface ExpectedMoment {
  /** s. */
  time: number;
  /** rad counter-clockwise from the start, and its standard deviation. */
  heading: number;
  headingSpread: number;
  /** mm driven, backwards counted off, and its standard deviation. */
  travelled: number;
  travelledSpread: number;
}

/** Where a run left what was expected. */
export interface Divergence {
  /** s from the first motion. */
  time: number;
  /** Position of the move in the list of steps, repeats written out. */
  step: number;
  of: 'heading' | 'distance';
  /** Measured less expected at the end of the stretch that shows it, rad or mm. */
  by: number;
}

/** A recording of a run laid over its forecast. */
export interface RecordedRun {
  expected: ExpectedMoment[];
  /** What was sent at the same times; shorter when it ends sooner. */
  measured: { time: number; heading: number; travelled: number }[];
  /** Null when the run stayed within what was expected. */
  departure: Divergence | null;
}

/** Simulated runs that make the expectation. */
const RUNS = 60;
/** Time between two moments that are compared, s, and how long a departure must last. */
const STEP = 0.05;
const LASTS = 0.25;
/** Beyond this many standard deviations, which never count as less than this: rad and mm. */
const BEYOND = 4;
const LEAST_HEADING = 0.015;
const LEAST_TRAVEL = 4;
/** Motion that counts as the start of a run: rad or mm away from rest. */
const MOVED_HEADING = 0.02;
const MOVED_TRAVEL = 2;

/**
 * Lays a recording over simulated runs of the same plan, both from their first motion, and finds the
 * moment from which heading or distance stayed outside of what nearly all simulated runs do.
 * Null when nothing moves in it.
 */
export function recordedRun(
  experiment: Experiment,
  log: TravelLog,
  seed: number,
): RecordedRun | null {
  const begins = firstMotion(log);
  if (begins === null) return null;
  const runs = Array.from({ length: RUNS }, (_, run) => travelOf(randomRun(experiment, seed, run)));
  const lasts = Math.max(...runs.map(({ time }) => time.at(-1)!));
  const recorded = log.time[log.time.length - 1]! - log.time[begins]!;
  const expected: ExpectedMoment[] = [];
  const measured: RecordedRun['measured'] = [];
  for (let time = 0; time <= lasts; time += STEP) {
    const headings = runs.map((run) => valueAt(run.time, run.heading, time));
    const travels = runs.map((run) => valueAt(run.time, run.travelled, time));
    expected.push({
      time,
      heading: mean(headings),
      headingSpread: standardDeviation(headings),
      travelled: mean(travels),
      travelledSpread: standardDeviation(travels),
    });
    if (time > recorded) continue;
    const at = log.time[begins]! + time;
    measured.push({
      time,
      heading: valueAt(log.time, log.heading, at) - log.heading[begins]!,
      travelled: valueAt(log.time, log.travelled, at) - log.travelled[begins]!,
    });
  }
  return { expected, measured, departure: divergenceOf(expected, measured, experiment, runs) };
}

interface Travel {
  time: number[];
  heading: number[];
  travelled: number[];
  steps: number[];
}

/** A simulated run from its first motion: heading from its start, and way along its own nose. */
function travelOf({ trace }: RunRecord): Travel {
  const start = trace[0]!;
  let travelled = 0;
  let last = start;
  const whole = { time: [0], heading: [0], travelled: [0], steps: [start.move] };
  for (const moment of trace.slice(1)) {
    const middle = (moment.heading + last.heading) / 2;
    travelled += (moment.x - last.x) * Math.cos(middle) + (moment.y - last.y) * Math.sin(middle);
    whole.time.push(moment.time);
    whole.heading.push(moment.heading - start.heading);
    whole.travelled.push(travelled);
    whole.steps.push(moment.move);
    last = moment;
  }
  const begins = firstMotion(whole) ?? 0;
  const from = whole.time[begins]!;
  return {
    time: whole.time.slice(begins).map((time) => time - from),
    heading: whole.heading.slice(begins),
    travelled: whole.travelled.slice(begins),
    steps: whole.steps.slice(begins),
  };
}

/** The last moment of rest before the first motion; null when there is none. */
function firstMotion({ heading, travelled }: Pick<TravelLog, 'heading' | 'travelled'>) {
  for (let i = 1; i < heading.length; i++) {
    if (
      Math.abs(heading[i]! - heading[0]!) > MOVED_HEADING ||
      Math.abs(travelled[i]! - travelled[0]!) > MOVED_TRAVEL
    ) {
      return i - 1;
    }
  }
  return null;
}

function valueAt(times: ArrayLike<number>, values: ArrayLike<number>, time: number): number {
  let low = 0;
  let high = times.length - 1;
  if (time <= times[0]!) return values[0]!;
  if (time >= times[high]!) return values[high]!;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (times[middle]! <= time) low = middle;
    else high = middle;
  }
  const share = (time - times[low]!) / (times[high]! - times[low]!);
  return values[low]! + share * (values[high]! - values[low]!);
}

function divergenceOf(
  expected: readonly ExpectedMoment[],
  measured: RecordedRun['measured'],
  { plan }: Experiment,
  runs: readonly Travel[],
): Divergence | null {
  const needed = Math.round(LASTS / STEP);
  const beyond = { heading: 0, distance: 0 };
  for (const [i, now] of measured.entries()) {
    const wanted = expected[i]!;
    // Neighbouring moments are allowed too: a turn that comes a twentieth of a second late is no fault.
    const near = expected.slice(Math.max(0, i - 2), i + 3);
    const turn = nearest(
      now.heading,
      near.map(({ heading, headingSpread }) => [heading, Math.max(LEAST_HEADING, headingSpread)]),
    );
    const way = nearest(
      now.travelled,
      near.map(({ travelled, travelledSpread }) => [
        travelled,
        Math.max(LEAST_TRAVEL, travelledSpread),
      ]),
    );
    beyond.heading = turn > BEYOND ? beyond.heading + 1 : 0;
    beyond.distance = way > BEYOND ? beyond.distance + 1 : 0;
    const of = beyond.heading >= needed ? 'heading' : beyond.distance >= needed ? 'distance' : null;
    if (of === null) continue;
    const time = expected[i + 1 - needed]!.time;
    return {
      time,
      step: Math.min(stepAt(runs, time), stepsOf(plan.moves).length - 1),
      of,
      by: of === 'heading' ? now.heading - wanted.heading : now.travelled - wanted.travelled,
    };
  }
  return null;
}

function nearest(value: number, expected: readonly (readonly [number, number])[]): number {
  return Math.min(...expected.map(([middle, spread]) => Math.abs(value - middle) / spread));
}

/** The step in which most simulated runs are at a time. */
function stepAt(runs: readonly Travel[], time: number): number {
  const steps = runs
    .map((run) => {
      const later = run.time.findIndex((one) => one >= time);
      return run.steps[later < 0 ? run.steps.length - 1 : later]!;
    })
    .sort((a, b) => a - b);
  return steps[Math.floor(steps.length / 2)]!;
}
