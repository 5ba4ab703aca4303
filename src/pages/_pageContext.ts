import type { AstroGlobal } from 'astro';
import type { Link } from '../contracts/link.ts';
import type { FieldRecord } from '../contracts/fields.ts';
import type { GyroCheck, Robot } from '../contracts/robots.ts';
import type { Route } from '../contracts/routes.ts';
import type { Run, Session } from '../contracts/practices.ts';
import { checkpointsOf } from '../core/route/checkpoints.ts';
import { measuredRuns } from '../core/analysis/runs/measured.ts';
import { verdictOf, type Verdict } from '../core/analysis/runs/verdict.ts';
import { countBy } from '../server/requestConventions.ts';
import { database } from '../store/database.ts';
import { readCatalogue, type Catalogue } from '../store/catalogue.ts';
import { getRobotAtWork } from '../store/robots.ts';
import { getRouteOnField } from '../store/routes.ts';
import { newestRuns } from '../store/runs.ts';
import type { WorkflowState } from '../ui/workflow.ts';
import { addressWith } from '../ui/sheetAddress.ts';
import { formatAgo } from '../core/language/dates.ts';
import { say } from '../core/language/say.ts';

/** What every station shows around its sheet, and what it works on. */
export interface PageContext extends Catalogue {
  /** What was chosen last, or the newest; null while there is none. */
  robot: Robot | null;
  /** The newest link to the robot's hub, and the newest check of its gyro; null before the first. */
  link: Link | null;
  gyro: GyroCheck | null;
  route: Route | null;
  /** The field as the route's newest revision stands on it. */
  field: FieldRecord | null;
  /** The field that is drawn on. */
  drawnId: string | null;
  session: Session | null;
  /** The newest runs of the chosen route's revision that was driven last, oldest first. */
  runs: Run[];
  loop: WorkflowState[];
}

/** As many runs as the loop bar and the sheets look back on; older ones say little of today's robot. */
export const JUDGED_RUNS = 200;
const REMEMBERED_FOR = 60 * 60 * 24 * 365;

/** What the address of a sheet has to say. */
type Named = 'robot' | 'route' | 'session' | 'field';

/**
 * Loads a station, in four questions to the database; a sheet has two more for what is its own. What it works on stands
 * in its address; an address that does not say it, or says what is not there (any more), is answered with the way to one
 * that does, by what was chosen last on this device, or the newest. So two tabs never mix, and the process itself
 * remembers nothing.
 *
 * @param named what the address has to name, where there is any
 */
export async function loadStation(
  astro: AstroGlobal,
  named: readonly Named[],
): Promise<PageContext | Response> {
  const catalogue = await readCatalogue(database());
  countBy(catalogue.team);
  const chosen = choose(astro, catalogue);
  const missing = named.filter(
    (name) => chosen[name] !== null && astro.url.searchParams.get(name) !== chosen[name],
  );
  if (missing.length > 0 && !astro.url.searchParams.has('new')) {
    const address = new URL(astro.url);
    for (const name of missing) address.searchParams.set(name, chosen[name]!);
    return astro.redirect(address.pathname + address.search);
  }
  for (const name of named) remember(astro, name, chosen[name]);
  const [atWork, onField, runs] = await Promise.all([
    chosen.robot === null ? null : getRobotAtWork(database(), chosen.robot),
    chosen.route === null ? null : getRouteOnField(database(), chosen.route),
    chosen.route === null ? [] : newestRuns(database(), chosen.route, JUDGED_RUNS),
  ]);
  const on = {
    robot: atWork?.robot ?? null,
    link: atWork?.link ?? null,
    gyro: atWork?.gyro ?? null,
    route: onField?.route ?? null,
    field: onField?.field ?? null,
    session: catalogue.sessions.find(({ id }) => id === chosen.session) ?? null,
  };
  return { ...catalogue, ...on, drawnId: chosen.field, runs, loop: loopStates(on, runs) };
}

/** What a sheet works on, by identifiers: what its address says, or was chosen last, or is the newest. */
function choose(astro: AstroGlobal, catalogue: Catalogue): Record<Named, string | null> {
  const { robots, routes, fields, sessions } = catalogue;
  const newestRoute = routes.toSorted((a, b) => b.revisedAt.localeCompare(a.revisedAt))[0];
  const wantedRobot = wanted(astro, 'robot', robots);
  const wantedRoute = wanted(astro, 'route', routes);
  const byRobot = astro.url.searchParams.has('robot') && !astro.url.searchParams.has('route');
  const route = byRobot
    ? routes.find(({ robotId }) => robotId === wantedRobot?.id)
    : (wantedRoute ?? newestRoute);
  const robot =
    (byRobot ? wantedRobot : robots.find(({ id }) => id === route?.robotId)) ??
    wantedRobot ??
    robots[0];
  const field =
    wanted(astro, 'field', fields) ?? fields.find(({ id }) => id === route?.fieldId) ?? fields[0];
  const session = wanted(astro, 'session', sessions) ?? sessions[0];
  return {
    robot: robot?.id ?? null,
    route: route?.id ?? null,
    field: field?.id ?? null,
    session: session?.id ?? null,
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

function remember(astro: AstroGlobal, name: Named, id: string | null): void {
  const cookie = `corvat-${name}`;
  if (id === null || astro.cookies.get(cookie)?.value === id) return;
  astro.cookies.set(cookie, id, {
    path: '/',
    maxAge: REMEMBERED_FOR,
    sameSite: 'lax',
    httpOnly: true,
  });
}

function benchState(
  robot: Robot | null,
  gyro: GyroCheck | null,
): Pick<WorkflowState, 'state' | 'tone'> {
  if (robot === null) return { state: say`no robot yet`, tone: 'plain' };
  if (gyro === null) {
    return { state: say`setup ${robot.setup.number}, gyro not checked`, tone: 'warn' };
  }
  const age = formatAgo(gyro.at, Date.now());
  switch (gyro.fitness) {
    case 'fit':
      return { state: say`gyro fit, checked ${age}`, tone: 'good' };
    case 'not fit':
      return { state: say`gyro not fit, ${age}`, tone: 'warn' };
    case 'cannot tell':
      return { state: say`gyro unclear, ${age}`, tone: 'warn' };
  }
}

function loopStates(
  on: Pick<PageContext, 'robot' | 'gyro' | 'route' | 'field' | 'session'>,
  runs: readonly Run[],
): WorkflowState[] {
  const { robot, gyro, route, field, session } = on;
  const driven = runs[0]?.revisionNumber ?? null;
  const verdict = route && field && driven !== null ? verdictOn(route, field, runs) : null;
  const identity = new URLSearchParams();
  if (robot !== null) identity.set('robot', robot.id);
  if (route !== null) identity.set('route', route.id);
  if (session !== null) identity.set('session', session.id);
  const to = (path: string) => addressWith(path, identity, {});
  return [
    { name: 'Today', href: to('/'), ...todayState(session) },
    { name: 'Bench', href: to('/bench'), ...benchState(robot, gyro) },
    {
      name: 'Route',
      href: to('/route'),
      state: route === null ? say`no route yet` : say`${route.name}, rev ${route.revision.number}`,
      tone: 'plain',
    },
    {
      name: 'Table',
      href: to('/table'),
      state:
        verdict === null
          ? say`no runs yet`
          : say`${verdict.runs} runs of rev ${driven!}, ${verdict.hits} hits`,
      tone: 'plain',
    },
    { name: 'Verdict', href: to('/verdict'), ...verdictState(verdict) },
  ];
}

function todayState(session: Session | null): Pick<WorkflowState, 'state' | 'tone'> {
  return {
    state:
      session === null
        ? say`where to begin`
        : `${session.title}, ${formatAgo(session.startedAt, Date.now())}`,
    tone: 'plain',
  };
}

function verdictOn(route: Route, field: FieldRecord, runs: readonly Run[]): Verdict | null {
  const checkpoint = checkpointsOf(route.revision.plan).at(-1);
  const model = field.field.models.find((candidate) => candidate.id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined) return null;
  const measured = measuredRuns(runs, checkpoint, model.zone);
  return verdictOf(measured.runs, measured.zone, route.goal, measured.ticks);
}

function verdictState(verdict: Verdict | null): Pick<WorkflowState, 'state' | 'tone'> {
  if (verdict === null) return { state: say`nothing to judge yet`, tone: 'plain' };
  switch (verdict.kind) {
    case 'too early':
      return { state: say`too early: ${verdict.runs} runs`, tone: 'plain' };
    case 'leave it':
      return { state: say`leave it`, tone: 'good' };
    case 'unstable':
      return { state: say`unstable: find the cause`, tone: 'warn' };
    case 'aim':
      return { state: say`aim: change a number`, tone: 'warn' };
    case 'tighten':
      return { state: say`tighten the spread`, tone: 'warn' };
    case 'cannot tell':
      return { state: say`cannot tell yet`, tone: 'plain' };
  }
}
