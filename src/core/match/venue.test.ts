import { describe, expect, it } from 'vitest';
import type { BenchOf } from '../benches/index.ts';
import { radians } from '../mathematics/angle.ts';
import { normal } from '../mathematics/randomness.ts';
import { STARTING_SETUP } from '../robot/parameters.ts';
import { checkpointsOf } from '../route/checkpoints.ts';
import { EVERY_KIND_FIELD, EVERY_KIND_PLAN } from '../../../tests/fixtures/everyKind.ts';
import type { RouteToPlay } from './matchSummary.ts';
import type { RunOfMatch } from './routeProspect.ts';
import { dependants, venueChecks, type MeasuredAt, type VenueQuestion } from './venue.ts';

const ARRIVED = '2026-03-07T08:00:00.000Z';
const checkpointId = checkpointsOf(EVERY_KIND_PLAN).at(-1)!.id;

/** Runs that end around a place, spread by 5 mm. */
function runs(count: number, sessionId: string, along: number, seed: number): RunOfMatch[] {
  const bell = normal(seed);
  return Array.from({ length: count }, (_, i) => ({
    measurements: [{ checkpointId, along: along + 5 * bell(), left: 5 * bell(), turned: null }],
    outcomes: [],
    setAside: null,
    battery: sessionId === 'venue' ? 7.4 : 8,
    gyroAt: null,
    happenedAt: new Date(Date.parse(ARRIVED) + 60_000 * i).toISOString(),
    sessionId,
    seconds: null,
  }));
}

const routeWith = (driven: RunOfMatch[]): RouteToPlay => ({
  plan: EVERY_KIND_PLAN,
  field: EVERY_KIND_FIELD,
  checkpointId,
  runs: driven,
  evidence: {
    routeId: 'route',
    name: 'Post',
    goal: 0.9,
    points: 10,
    verdict: 'leave it',
    runs: 10,
    hits: 9,
    now: null,
    aimed: null,
    settledAfter: null,
    contradicts: false,
    minutesPerRun: 1,
  },
});

const light = (dark: number, bright: number, createdAt: string): MeasuredAt => ({
  createdAt,
  bench: {
    kind: 'light',
    place: '',
    lineWidth: 20,
    conditions: { battery: null, surface: '', unit: '' },
    trials: [0, 1, 2, 3, 4, 5].flatMap((i): BenchOf<'light'>['trials'] => [
      { surface: 'dark', value: dark + 0.004 * (i % 3), struck: null },
      { surface: 'light', value: bright - 0.004 * (i % 3), struck: null },
    ]),
  },
});

const ask = (part: Partial<VenueQuestion>) =>
  venueChecks({
    sessionId: 'venue',
    since: ARRIVED,
    setup: STARTING_SETUP,
    records: [],
    routes: [],
    ...part,
  });
const checkOf = (of: string, part: Partial<VenueQuestion>) =>
  ask(part).find((check) => check.of === of)!;

describe('the venue list', () => {
  it('asks for all of it before anything was looked at', () => {
    const checks = ask({ routes: [routeWith(runs(10, 'home', 0, 1))] });
    expect(checks.map(({ of }) => of)).toEqual(['light', 'gyro', 'battery', 'table']);
    expect(checks.every(({ state }) => state === 'open')).toBe(true);
  });

  it('says when the threshold of the setup belongs to another room', () => {
    const routes = [routeWith([])];
    const home = light(0.12, 0.6, '2026-03-01T08:00:00.000Z');
    const as = (here: MeasuredAt) => checkOf('light', { routes, records: [home, here] });
    expect(as(light(0.14, 0.58, '2026-03-07T08:30:00.000Z')).state).toBe('as at home');
    const changed = as(light(0.4, 0.9, '2026-03-07T08:30:00.000Z'));
    expect(changed).toMatchObject({ state: 'changed' });
    if (changed.of !== 'light') throw new Error('It is the light.');
    expect(changed.threshold!.home).toBeCloseTo(0.36, 1);
    expect(changed.threshold!.here).toBeCloseTo(0.65, 1);
    expect(changed.threshold!.falseLook).toBeGreaterThan(0.5);
  });

  it('looks at the battery of the newest run there', () => {
    const routes = [routeWith([...runs(10, 'home', 0, 1), ...runs(1, 'venue', 0, 2)])];
    expect(checkOf('battery', { routes })).toMatchObject({
      state: 'changed',
      voltage: { used: 8, here: 7.4 },
    });
  });

  it('holds the gyro there beside that at home', () => {
    const rest = (bias: number, fitness: 'fit' | 'not fit', createdAt: string): MeasuredAt => ({
      createdAt,
      bench: {
        kind: 'rest',
        fitness,
        found: { bias: { value: bias, standardError: 0, low: bias, high: bias } },
      } as BenchOf<'rest'>,
    });
    const records = [
      rest(radians(0.01), 'fit', '2026-03-01T08:00:00.000Z'),
      rest(radians(0.6), 'not fit', '2026-03-07T08:10:00.000Z'),
    ];
    expect(checkOf('gyro', { records })).toEqual({
      of: 'gyro',
      state: 'changed',
      drift: { home: radians(0.01), here: radians(0.6) },
      fit: false,
    });
  });
});

describe('three test drives', () => {
  const tableOf = (away: number, seed: number) =>
    checkOf('table', {
      routes: [routeWith([...runs(12, 'home', 0, seed), ...runs(3, 'venue', away, 5000 + seed)])],
    });

  it('show a table that shifts the ends by three spreads, and seldom one that does not', () => {
    const told = (away: number) =>
      Array.from({ length: 200 }, (_, seed) => tableOf(away, seed)).filter(
        ({ state }) => state === 'changed',
      ).length;
    expect(told(15)).toBeGreaterThan(180);
    // One visit in twenty, and three standard errors of 200 visits.
    expect(told(0)).toBeLessThanOrEqual(10 + 9);
  });

  it('are asked for until there are three', () => {
    const two = checkOf('table', {
      routes: [routeWith([...runs(12, 'home', 0, 1), ...runs(2, 'venue', 0, 2)])],
    });
    expect(two).toMatchObject({ state: 'begun', runs: 2, shift: null });
  });
});

describe('what depends on what', () => {
  it('names the moves that use light, colour, gyro and range', () => {
    const found = dependants([routeWith([])]);
    expect(found.map(({ use }) => use)).toEqual(['light', 'colour', 'gyro', 'range', 'start']);
    const byLight = found[0]!.routes[0]!;
    const kinds = byLight.positions.map((at) => EVERY_KIND_PLAN.moves[at]!.kind);
    expect(kinds).toContain('until line');
    expect(kinds).toContain('follow line');
  });
});
