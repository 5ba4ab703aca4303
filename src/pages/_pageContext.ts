import type { AstroGlobal } from 'astro';
import { formatDistanceToNowStrict } from 'date-fns';
import type { FieldRecord, GyroCheck, Robot, Route, Run, Session } from '../contracts/records.ts';
import { checkpointsOf } from '../core/route/plan.ts';
import { measuredRuns } from '../core/analysis/runs/measured.ts';
import { verdictOf, type Verdict } from '../core/analysis/runs/verdict.ts';
import { database } from '../store/database.ts';
import { getFieldAt, listFields } from '../store/fields.ts';
import { newestBenchRecord } from '../store/benchRecords.ts';
import { listRobots } from '../store/robots.ts';
import { listRoutes } from '../store/routes.ts';
import { listRuns } from '../store/runs.ts';
import { listSessions } from '../store/sessions.ts';
import type { WorkflowState } from '../ui/workflow.ts';
import { addressWith } from '../ui/sheetAddress.ts';

/** What every station shows around its sheet, and what it works on. */
export interface PageContext {
  robots: Robot[];
  fields: FieldRecord[];
  routes: Route[];
  sessions: Session[];
  /** What was chosen last, or the newest; null while there is none. */
  robot: Robot | null;
  route: Route | null;
  /** The field as the route's newest revision stands on it. */
  field: FieldRecord | null;
  /** The field that is drawn on, with its newest drawing. */
  drawn: FieldRecord | null;
  session: Session | null;
  /** The newest check of the robot's gyro; null before the first. */
  gyro: GyroCheck | null;
  /** The newest runs of the chosen route, oldest first. */
  runs: Run[];
  loop: WorkflowState[];
}

/** As many runs as the loop bar and the sheets look back on by themselves. */
const NEWEST = 400;
const REMEMBERED_FOR = 60 * 60 * 24 * 365;

/** What the address of a sheet has to say. */
type Named = 'robot' | 'route' | 'session' | 'field';

/**
 * Loads a station. What it works on stands in its address; an address that does not say it, or says what is not there
 * (any more), is answered with the way to one that does, by what was chosen last on this device, or
 * the newest. So two tabs never mix, and the process itself remembers nothing.
 *
 * @param named what the address has to name, where there is any
 */
export async function loadStation(
  astro: AstroGlobal,
  named: readonly Named[],
): Promise<PageContext | Response> {
  const [robots, fields, routes, sessions] = await Promise.all([
    listRobots(database()),
    listFields(database()),
    listRoutes(database()),
    listSessions(database()),
  ]);
  const newestRoute = routes.toSorted((a, b) =>
    b.revision.createdAt.localeCompare(a.revision.createdAt),
  )[0];
  const wantedRobot = wanted(astro, 'robot', robots);
  const wantedRoute = wanted(astro, 'route', routes);
  const byRobot = astro.url.searchParams.has('robot') && !astro.url.searchParams.has('route');
  const route =
    (byRobot
      ? routes.find((candidate) => candidate.robotId === wantedRobot?.id)
      : (wantedRoute ?? newestRoute)) ?? null;
  const robot =
    (byRobot ? wantedRobot : robots.find((candidate) => candidate.id === route?.robotId)) ??
    wantedRobot ??
    robots[0] ??
    null;
  const ofRoute =
    route === null ? null : await getFieldAt(database(), route.revision.fieldRevisionId);
  const field = ofRoute ?? fields[0] ?? null;
  const drawn = wanted(astro, 'field', fields) ?? fields.find(({ id }) => id === field?.id) ?? null;
  const session = wanted(astro, 'session', sessions) ?? sessions[0] ?? null;
  const found = { robot, route, session, field: drawn };
  const missing = named.filter(
    (name) => found[name] !== null && astro.url.searchParams.get(name) !== found[name].id,
  );
  if (missing.length > 0 && !astro.url.searchParams.has('new')) {
    const address = new URL(astro.url);
    for (const name of missing) address.searchParams.set(name, found[name]!.id);
    return astro.redirect(address.pathname + address.search);
  }
  for (const name of named) remember(astro, name, found[name]?.id);
  const runs =
    route === null ? [] : await listRuns(database(), { routeId: route.id, limit: NEWEST });
  const gyro = await newestGyroCheck(robot);
  return {
    gyro,
    robots,
    fields,
    routes,
    sessions,
    robot,
    route,
    field,
    drawn: drawn ?? fields[0] ?? null,
    session,
    runs,
    loop: loopStates({ robot, gyro, route, field, session }, runs),
  };
}

/** What the address names, or else what was chosen last on this device. */
function wanted<T extends { id: string }>(
  astro: AstroGlobal,
  name: Named,
  list: readonly T[],
): T | undefined {
  const asked = astro.url.searchParams.get(name);
  const id = asked ?? astro.cookies.get(`corvat-${name}`)?.value;
  return list.find((item) => item.id === id);
}

function remember(astro: AstroGlobal, name: Named, id: string | undefined): void {
  const cookie = `corvat-${name}`;
  if (id === undefined || astro.cookies.get(cookie)?.value === id) return;
  astro.cookies.set(cookie, id, {
    path: '/',
    maxAge: REMEMBERED_FOR,
    sameSite: 'lax',
    httpOnly: true,
  });
}

/** Runs of the newest revision that was driven, and that revision's number. */
export function newestRuns(runs: readonly Run[]): { revision: number; runs: Run[] } | null {
  if (runs.length === 0) return null;
  const revision = Math.max(...runs.map((run) => run.revisionNumber));
  return { revision, runs: runs.filter((run) => run.revisionNumber === revision) };
}

/** The newest check of the robot's gyro: the go or no-go of its benches. */
async function newestGyroCheck(robot: Robot | null): Promise<GyroCheck | null> {
  const newest = robot === null ? null : await newestBenchRecord(database(), robot.id, 'rest');
  if (newest?.bench.kind !== 'rest') return null;
  const { fitness, sentence, found } = newest.bench;
  return { fitness, sentence, drift: found.bias.value, at: newest.createdAt };
}

function benchState(
  robot: Robot | null,
  gyro: GyroCheck | null,
): Pick<WorkflowState, 'state' | 'tone'> {
  if (robot === null) return { state: 'no robot yet', tone: 'plain' };
  if (gyro === null) {
    return { state: `setup ${robot.setup.number}, gyro not checked`, tone: 'warn' };
  }
  const age = formatDistanceToNowStrict(gyro.at);
  switch (gyro.fitness) {
    case 'fit':
      return { state: `gyro fit, checked ${age} ago`, tone: 'good' };
    case 'not fit':
      return { state: `gyro not fit, ${age} ago`, tone: 'warn' };
    case 'cannot tell':
      return { state: `gyro unclear, ${age} ago`, tone: 'warn' };
  }
}

function loopStates(
  on: Pick<PageContext, 'robot' | 'gyro' | 'route' | 'field' | 'session'>,
  runs: readonly Run[],
): WorkflowState[] {
  const { robot, gyro, route, field, session } = on;
  const newest = newestRuns(runs);
  const verdict = route && field && newest ? verdictOn(route, field, newest.runs) : null;
  const identity = new URLSearchParams();
  if (robot !== null) identity.set('robot', robot.id);
  if (route !== null) identity.set('route', route.id);
  if (session !== null) identity.set('session', session.id);
  const to = (path: string) => addressWith(path, identity, {});
  return [
    { name: 'Bench', href: to('/bench'), ...benchState(robot, gyro) },
    {
      name: 'Route',
      href: to('/route'),
      state: route === null ? 'no route yet' : `${route.name}, rev ${route.revision.number}`,
      tone: 'plain',
    },
    {
      name: 'Table',
      href: to('/table'),
      state:
        verdict === null || newest === null
          ? 'no runs yet'
          : `${verdict.runs} runs of rev ${newest.revision}, ${verdict.hits} hits`,
      tone: 'plain',
    },
    { name: 'Verdict', href: to('/verdict'), ...verdictState(verdict) },
  ];
}

function verdictOn(route: Route, field: FieldRecord, runs: readonly Run[]): Verdict | null {
  const checkpoint = checkpointsOf(route.revision.plan).at(-1);
  const model = field.field.models.find((candidate) => candidate.id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined) return null;
  const measured = measuredRuns(runs, checkpoint, model.zone);
  return verdictOf(measured.runs, measured.zone, route.goal);
}

function verdictState(verdict: Verdict | null): Pick<WorkflowState, 'state' | 'tone'> {
  if (verdict === null) return { state: 'nothing to judge yet', tone: 'plain' };
  switch (verdict.kind) {
    case 'too early':
      return { state: `too early: ${verdict.runs} runs`, tone: 'plain' };
    case 'leave it':
      return { state: 'leave it', tone: 'good' };
    case 'unstable':
      return { state: 'unstable: find the cause', tone: 'warn' };
    case 'aim':
      return { state: 'aim: change a number', tone: 'warn' };
    case 'tighten':
      return { state: 'tighten the spread', tone: 'warn' };
  }
}
