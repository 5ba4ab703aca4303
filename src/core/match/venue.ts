import { lightChange, lightResult, type LightResult } from '../benches/light/light.ts';
import { countedReadings } from '../benches/definition.ts';
import type { Bench, BenchOf } from '../benches/index.ts';
import { measuredRuns } from '../analysis/runs/measured.ts';
import type { Estimate } from '../mathematics/leastSquares.ts';
import { studentQuantile } from '../mathematics/quantiles.ts';
import { mean, standardDeviation } from '../mathematics/sample.ts';
import type { RobotParameters } from '../robot/parameters.ts';
import { checkpointsOf } from '../route/checkpoints.ts';
import { usesOf, type Use } from '../route/uses.ts';
import type { RouteToPlay } from './matchSummary.ts';

/** A bench that was measured, and when. */
export interface MeasuredAt {
  bench: Bench;
  createdAt: string;
}

/** How far a check of the venue list has come. */
type VenueState =
  | 'open'
  /** Begun, and not enough to say something. */
  | 'begun'
  | 'as at home'
  | 'changed';

/** One check of the venue list. */
export type VenueCheck =
  | {
      of: 'light';
      state: VenueState;
      /** Threshold at home and here, and how often one look is wrong with that of the setup; null until measured. */
      threshold: { home: number | null; here: number; falseLook: number } | null;
    }
  | {
      of: 'gyro';
      state: VenueState;
      /** Drift here and at home, rad/s. */
      drift: { home: number | null; here: number } | null;
      fit: boolean | null;
    }
  | { of: 'battery'; state: VenueState; voltage: { used: number; here: number } | null }
  | {
      of: 'table';
      state: VenueState;
      routeId: string;
      name: string;
      /** Test drives here. */
      runs: number;
      /** Where they end, less where they ended at home, mm; null until there are three. */
      shift: { along: Estimate; left: Estimate } | null;
    };

/** All that the venue list is worked out from. */
export interface VenueQuestion {
  /** The practice at the venue, and when it began. */
  sessionId: string;
  since: string;
  setup: RobotParameters;
  records: readonly MeasuredAt[];
  routes: readonly RouteToPlay[];
}

/** Test drives of a route that say whether the table is another one. */
export const TEST_DRIVES = 3;
/** A shift smaller than this changes no aim, mm. */
const WORTH = 3;
/** A battery that is so much below the voltage in use is not the one that was measured, V. */
const LOWER = 0.3;
/** A visit in twenty may be told of a difference that is none. */
const WRONG_VISITS = 0.05;
/** One look in a hundred that is wrong is too many. */
const WRONG_LOOKS = 0.01;

/** What is to be looked at again at a venue, and what differs from home. */
export function venueChecks(question: VenueQuestion): VenueCheck[] {
  const needsLight = question.routes.some(({ plan }) => usesOf(plan).light.length > 0);
  return [
    ...(needsLight ? [lightCheck(question)] : []),
    gyroCheck(question),
    batteryCheck(question),
    ...question.routes.map((route) => tableCheck(route, question)),
  ];
}

/** The newest record of a bench before the venue, and the newest there. */
function homeAndHere<Kind extends Bench['kind']>(
  kind: Kind,
  { records, since }: VenueQuestion,
): { home: BenchOf<Kind> | null; here: BenchOf<Kind> | null } {
  const own = records
    .filter((one): one is { bench: BenchOf<Kind>; createdAt: string } => one.bench.kind === kind)
    .toSorted((a, b) => a.createdAt.localeCompare(b.createdAt));
  const newest = (list: typeof own) => list.at(-1)?.bench ?? null;
  return {
    home: newest(own.filter(({ createdAt }) => createdAt < since)),
    here: newest(own.filter(({ createdAt }) => createdAt >= since)),
  };
}

function lightCheck(question: VenueQuestion): VenueCheck {
  const { home, here } = homeAndHere('light', question);
  const resultOf = (bench: BenchOf<'light'> | null): LightResult | null =>
    bench === null ? null : lightResult(countedReadings(bench.trials));
  const [before, now] = [resultOf(home), resultOf(here)];
  if (now === null)
    return { of: 'light', state: here === null ? 'open' : 'begun', threshold: null };
  const { threshold } = question.setup.light;
  const kept = { ...now, threshold: { ...now.threshold, value: threshold } };
  const falseLook = lightChange(kept, now).falseWithOld;
  return {
    of: 'light',
    state: falseLook > WRONG_LOOKS ? 'changed' : 'as at home',
    threshold: { home: before?.threshold.value ?? null, here: now.threshold.value, falseLook },
  };
}

function gyroCheck(question: VenueQuestion): VenueCheck {
  const { home, here } = homeAndHere('rest', question);
  if (here === null) return { of: 'gyro', state: 'open', drift: null, fit: null };
  const fit = here.fitness === 'cannot tell' ? null : here.fitness === 'fit';
  return {
    of: 'gyro',
    state: fit === null ? 'begun' : fit ? 'as at home' : 'changed',
    drift: { home: home?.found.bias.value ?? null, here: here.found.bias.value },
    fit,
  };
}

function batteryCheck({ routes, sessionId, setup }: VenueQuestion): VenueCheck {
  const noted = routes
    .flatMap(({ runs }) => runs)
    .filter((run) => run.sessionId === sessionId && run.battery !== null)
    .toSorted((a, b) => a.happenedAt.localeCompare(b.happenedAt))
    .at(-1);
  if (noted === undefined) return { of: 'battery', state: 'open', voltage: null };
  const { voltage: used } = setup.battery;
  const here = noted.battery!;
  const state = here < used - LOWER ? 'changed' : 'as at home';
  return { of: 'battery', state, voltage: { used, here } };
}

function tableCheck(
  { evidence: { routeId, name }, plan, field, runs }: RouteToPlay,
  { sessionId, routes }: VenueQuestion,
): VenueCheck {
  const check = { of: 'table' as const, routeId, name };
  const checkpoint = checkpointsOf(plan).at(-1);
  const model = field.models.find(({ id }) => id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined)
    return { ...check, state: 'open', runs: 0, shift: null };
  const offsets = (here: boolean) =>
    measuredRuns(
      runs.filter((run) => (run.sessionId === sessionId) === here),
      checkpoint,
      model.zone,
    ).runs.map(({ offset }) => offset);
  const [home, here] = [offsets(false), offsets(true)];
  const found = { ...check, runs: here.length };
  if (here.length < TEST_DRIVES || home.length < TEST_DRIVES)
    return { ...found, state: here.length === 0 ? 'open' : 'begun', shift: null };
  const shiftOf = (axis: 'along' | 'left') =>
    pooledDifference(
      home.map((offset) => offset[axis]),
      here.map((offset) => offset[axis]),
      2 * routes.length,
    );
  const shift = { along: shiftOf('along'), left: shiftOf('left') };
  const differs = Object.values(shift).some(isShift);
  return { ...found, state: differs ? 'changed' : 'as at home', shift };
}

/**
 * The mean here less that at home. Three test drives know no spread, so it is taken to be one at both places; and of all
 * that is asked at a venue one answer in twenty visits is wrong where nothing differs.
 *
 * @param questions how many such differences are asked about at once
 */
function pooledDifference(
  home: readonly number[],
  here: readonly number[],
  questions: number,
): Estimate {
  const freedom = home.length + here.length - 2;
  const squares =
    (home.length - 1) * standardDeviation(home) ** 2 +
    (here.length - 1) * standardDeviation(here) ** 2;
  const standardError = Math.sqrt((squares / freedom) * (1 / home.length + 1 / here.length));
  const margin = studentQuantile(1 - WRONG_VISITS / (2 * questions), freedom) * standardError;
  const value = mean(here) - mean(home);
  return { value, standardError, low: value - margin, high: value + margin };
}

/** Whether a table shifts the ends of a route: surely, and by enough to matter. */
export function isShift({ value, low, high }: Estimate): boolean {
  return Math.abs(value) > WORTH && (low > 0 || high < 0);
}

/** What depends on what: for each of the things that a venue changes, the moves of each route that use it. */
export function dependants(
  routes: readonly RouteToPlay[],
): { use: Use; routes: { name: string; positions: number[] }[] }[] {
  const uses = routes.map(({ plan, evidence }) => ({ name: evidence.name, uses: usesOf(plan) }));
  return (['light', 'colour', 'gyro', 'range', 'start'] as const).flatMap((use) => {
    const own = uses
      .map((route) => ({ name: route.name, positions: route.uses[use] }))
      .filter(({ positions }) => positions.length > 0);
    return own.length === 0 ? [] : [{ use, routes: own }];
  });
}
