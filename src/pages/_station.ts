import type { AstroGlobal } from 'astro';
import { formatDistanceToNowStrict } from 'date-fns';
import { idSchema } from '../contracts/domain.ts';
import type { FieldRecord, GyroCheck, Robot, Route, Run, Session } from '../contracts/records.ts';
import { checkpointsOf } from '../core/route/moves.ts';
import { measuredRuns } from '../core/consistency/measured.ts';
import { verdictOf, type Verdict } from '../core/consistency/verdict.ts';
import { database } from '../store/database.ts';
import { listFields } from '../store/fields.ts';
import { newestBenchRecord } from '../store/benchRecords.ts';
import { listRobots } from '../store/robots.ts';
import { listRoutes } from '../store/routes.ts';
import { listRuns } from '../store/runs.ts';
import { listSessions } from '../store/sessions.ts';
import type { LoopState } from '../ui/loop.ts';

/** What every station shows around its sheet, and what it works on. */
export interface Station {
  robots: Robot[];
  fields: FieldRecord[];
  routes: Route[];
  sessions: Session[];
  /** What was chosen last, or the newest; null while there is none. */
  robot: Robot | null;
  route: Route | null;
  field: FieldRecord | null;
  session: Session | null;
  /** The newest check of the robot's gyro; null before the first. */
  gyro: GyroCheck | null;
  /** The newest runs of the chosen route, oldest first. */
  runs: Run[];
  loop: LoopState[];
}

/** As many runs as the loop bar and the sheets look back on by themselves. */
const NEWEST = 400;
const REMEMBERED_FOR = 60 * 60 * 24 * 365;

/**
 * Loads a station. The choice of robot, route and session comes from the address, is remembered in
 * cookies, and falls back to the newest: the process itself remembers nothing.
 */
export async function loadStation(astro: AstroGlobal): Promise<Station> {
  const [robots, fields, routes, sessions] = await Promise.all([
    listRobots(database()),
    listFields(database()),
    listRoutes(database()),
    listSessions(database()),
  ]);
  const newestRoute = routes.toSorted((a, b) =>
    b.revision.createdAt.localeCompare(a.revision.createdAt),
  )[0];
  const wantedRobot = chosen(astro, 'robot', robots);
  const wantedRoute = chosen(astro, 'route', routes);
  const route =
    (astro.url.searchParams.has('robot')
      ? routes.find((candidate) => candidate.robotId === wantedRobot?.id)
      : (wantedRoute ?? newestRoute)) ?? null;
  const robot =
    robots.find((candidate) => candidate.id === route?.robotId) ?? wantedRobot ?? robots[0] ?? null;
  const field = fields.find((candidate) => candidate.id === route?.fieldId) ?? fields[0] ?? null;
  const session = chosen(astro, 'session', sessions) ?? sessions[0] ?? null;
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
    session,
    runs,
    loop: loopStates(robot, gyro, route, field, runs),
  };
}

function chosen<T extends { id: string }>(
  astro: AstroGlobal,
  name: string,
  list: readonly T[],
): T | undefined {
  const cookie = `corvat-${name}`;
  const asked = astro.url.searchParams.get(name);
  if (asked !== null && idSchema.safeParse(asked).success) {
    astro.cookies.set(cookie, asked, { path: '/', maxAge: REMEMBERED_FOR, sameSite: 'lax' });
  }
  const id = asked ?? astro.cookies.get(cookie)?.value;
  return list.find((item) => item.id === id);
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
): Pick<LoopState, 'state' | 'mood'> {
  if (robot === null) return { state: 'no robot yet', mood: 'plain' };
  if (gyro === null) {
    return { state: `setup ${robot.setup.number}, gyro not checked`, mood: 'warn' };
  }
  const age = formatDistanceToNowStrict(gyro.at);
  switch (gyro.fitness) {
    case 'fit':
      return { state: `gyro fit, checked ${age} ago`, mood: 'good' };
    case 'not fit':
      return { state: `gyro not fit, ${age} ago`, mood: 'warn' };
    case 'cannot tell':
      return { state: `gyro unclear, ${age} ago`, mood: 'warn' };
  }
}

function loopStates(
  robot: Robot | null,
  gyro: GyroCheck | null,
  route: Route | null,
  field: FieldRecord | null,
  runs: readonly Run[],
): LoopState[] {
  const newest = newestRuns(runs);
  const verdict = route && field && newest ? verdictOn(route, field, newest.runs) : null;
  return [
    {
      name: 'Bench',
      href: '/bench',
      ...benchState(robot, gyro),
    },
    {
      name: 'Route',
      href: '/route',
      state: route === null ? 'no route yet' : `${route.name}, rev ${route.revision.number}`,
      mood: 'plain',
    },
    {
      name: 'Table',
      href: '/table',
      state:
        verdict === null || newest === null
          ? 'no runs yet'
          : `${verdict.runs} runs of rev ${newest.revision}, ${verdict.hits} hits`,
      mood: 'plain',
    },
    { name: 'Verdict', href: '/verdict', ...verdictState(verdict) },
  ];
}

function verdictOn(route: Route, field: FieldRecord, runs: readonly Run[]): Verdict | null {
  const checkpoint = checkpointsOf(route.revision.plan).at(-1);
  const model = field.field.models.find((candidate) => candidate.id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined) return null;
  const measured = measuredRuns(runs, checkpoint, model.zone);
  return verdictOf(measured.runs, measured.zone, route.goal);
}

function verdictState(verdict: Verdict | null): Pick<LoopState, 'state' | 'mood'> {
  if (verdict === null) return { state: 'nothing to judge yet', mood: 'plain' };
  switch (verdict.kind) {
    case 'too early':
      return { state: `too early: ${verdict.runs} runs`, mood: 'plain' };
    case 'leave it':
      return { state: 'leave it', mood: 'good' };
    case 'unstable':
      return { state: 'unstable: find the cause', mood: 'warn' };
    case 'aim':
      return { state: 'aim: change a number', mood: 'warn' };
    case 'tighten':
      return { state: 'tighten the spread', mood: 'warn' };
  }
}
