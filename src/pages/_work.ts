import type { APIContext } from 'astro';
import type { FieldRecord } from '../contracts/fields.ts';
import type { Link } from '../contracts/link.ts';
import type { Run, Session } from '../contracts/practices.ts';
import type { GyroCheck, Robot } from '../contracts/robots.ts';
import type { Route } from '../contracts/routes.ts';
import type { Catalogue } from '../store/catalogue.ts';
import { database } from '../store/database.ts';
import { getRobotAtWork } from '../store/robots.ts';
import { getRouteOnField } from '../store/routes.ts';
import { newestRuns } from '../store/runs.ts';

/** What a device works on: what was chosen last, or the newest; null while there is none. */
export interface Work {
  robot: Robot | null;
  /** The newest link to the robot's hub, and the newest check of its gyro; null before the first. */
  link: Link | null;
  gyro: GyroCheck | null;
  route: Route | null;
  /** The field as the route's newest revision stands on it. */
  field: FieldRecord | null;
  session: Session | null;
  /** The newest runs of the chosen route's revision that was driven last, oldest first. */
  runs: Run[];
}

/** As many runs as the loop bar and the sheets look back on; older ones say little of today's robot. */
export const JUDGED_RUNS = 200;

/** What the address of a sheet has to say. */
export type Named = 'robot' | 'route' | 'session' | 'field';

/** Where a device says what it works on. */
type Asked = Pick<APIContext, 'url' | 'cookies'>;

/** What a sheet works on, by identifiers: what its address says, or was chosen last, or is the newest. */
export function choose(asked: Asked, catalogue: Catalogue): Record<Named, string | null> {
  const { robots, routes, fields, sessions } = catalogue;
  const newestRoute = routes.toSorted((a, b) => b.revisedAt.localeCompare(a.revisedAt))[0];
  const wantedRobot = wanted(asked, 'robot', robots);
  const wantedRoute = wanted(asked, 'route', routes);
  const byRobot = asked.url.searchParams.has('robot') && !asked.url.searchParams.has('route');
  const route = byRobot
    ? routes.find(({ robotId }) => robotId === wantedRobot?.id)
    : (wantedRoute ?? newestRoute);
  const robot =
    (byRobot ? wantedRobot : robots.find(({ id }) => id === route?.robotId)) ??
    wantedRobot ??
    robots[0];
  const field =
    wanted(asked, 'field', fields) ?? fields.find(({ id }) => id === route?.fieldId) ?? fields[0];
  const session = wanted(asked, 'session', sessions) ?? sessions[0];
  return {
    robot: robot?.id ?? null,
    route: route?.id ?? null,
    field: field?.id ?? null,
    session: session?.id ?? null,
  };
}

/** What the address names, or else what was chosen last on this device. */
function wanted<T extends { id: string }>(
  { url, cookies }: Asked,
  name: Named,
  list: readonly T[],
): T | undefined {
  const id = url.searchParams.get(name) ?? cookies.get(`corvat-${name}`)?.value;
  return list.find((item) => item.id === id);
}

/** Loads what was chosen, in three questions to the database. */
export async function loadWork(
  chosen: Record<Named, string | null>,
  catalogue: Catalogue,
): Promise<Work> {
  const [atWork, onField, runs] = await Promise.all([
    chosen.robot === null ? null : getRobotAtWork(database(), chosen.robot),
    chosen.route === null ? null : getRouteOnField(database(), chosen.route),
    chosen.route === null ? [] : newestRuns(database(), chosen.route, JUDGED_RUNS),
  ]);
  return {
    robot: atWork?.robot ?? null,
    link: atWork?.link ?? null,
    gyro: atWork?.gyro ?? null,
    route: onField?.route ?? null,
    field: onField?.field ?? null,
    session: catalogue.sessions.find(({ id }) => id === chosen.session) ?? null,
    runs,
  };
}
