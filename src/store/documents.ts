import { Op, type Sequelize, type WhereOptions } from 'sequelize';
import type {
  FieldFile,
  MatchFile,
  PictureType,
  RobotFile,
  RouteFile,
  RunRow,
} from '../core/formats/files.ts';
import type { TelemetryInFile } from '../core/telemetry/documents.ts';
import { NotFound } from './errors.ts';
import { getPicture } from './fields.ts';
import { listRehearsals } from './rehearsals.ts';
import { runsById } from './runs.ts';
import { tablesOf } from './tables/index.ts';
import type { RunRecordRow } from './tables/runs.ts';
import type { TelemetryRow } from './tables/telemetry.ts';
import { getColumn } from './telemetry.ts';
import { say } from '../core/language/say.ts';

/** Runs that are read at once: a season must not stand in memory. */
const RUNS_AT_ONCE = 500;
/** More rehearsals than a season has. */
const MOST_REHEARSALS = 10_000;

/** A robot with every setup and bench record, without the telemetry that those name. */
export async function robotDocument(database: Sequelize, id: string): Promise<RobotFile> {
  const { robots, setups, benchRecords } = tablesOf(database);
  const order: [string, string][] = [['number', 'ASC']];
  const [robot, setupRows, benchRows] = await Promise.all([
    robots.findByPk(id),
    setups.findAll({ where: { robotId: id }, order }),
    benchRecords.findAll({ where: { robotId: id }, order }),
  ]);
  if (robot === null) throw new NotFound(say`robot`);
  return {
    corvat: 'robot',
    version: 1,
    name: robot.name,
    id,
    createdAt: robot.createdAt.toISOString(),
    archivedAt: robot.archivedAt?.toISOString() ?? null,
    setups: setupRows.map((row) => ({
      id: row.id,
      number: row.number,
      reason: row.reason,
      createdAt: row.createdAt.toISOString(),
      setup: row.setup,
      sources: row.sources,
    })),
    benchRecords: benchRows.map((row) => ({
      id: row.id,
      number: row.number,
      createdAt: row.createdAt.toISOString(),
      bench: row.bench,
    })),
    telemetry: [],
  };
}

/** A field with every drawing, without the picture under it. */
export async function fieldDocument(database: Sequelize, id: string): Promise<FieldFile> {
  const { fields, fieldRevisions } = tablesOf(database);
  const [row, revisions] = await Promise.all([
    fields.findByPk(id),
    fieldRevisions.findAll({ where: { fieldId: id }, order: [['number', 'ASC']] }),
  ]);
  const newest = revisions.at(-1);
  if (row === null || newest === undefined) throw new NotFound(say`field`);
  return {
    corvat: 'field',
    version: 1,
    name: row.name,
    id,
    createdAt: row.createdAt.toISOString(),
    archivedAt: row.archivedAt?.toISOString() ?? null,
    field: newest.field,
    revisions: revisions.map((revision) => ({
      id: revision.id,
      number: revision.number,
      reason: revision.reason,
      createdAt: revision.createdAt.toISOString(),
      field: revision.field,
    })),
    picture: null,
  };
}

/** A match plan with its rehearsals. */
export async function matchDocument(database: Sequelize, id: string): Promise<MatchFile> {
  const { matches, robots, fields, routes } = tablesOf(database);
  const row = await matches.findByPk(id);
  if (row === null) throw new NotFound(say`match plan`);
  const { name, robotId, fieldId, plan } = row;
  const [robot, field, played, rehearsals] = await Promise.all([
    robots.findByPk(robotId),
    fields.findByPk(fieldId),
    routes.findAll({ where: { id: plan.entries.map(({ routeId }) => routeId) } }),
    listRehearsals(database, id, MOST_REHEARSALS),
  ]);
  return {
    corvat: 'match',
    version: 1,
    name,
    id,
    createdAt: row.createdAt.toISOString(),
    archivedAt: row.archivedAt?.toISOString() ?? null,
    robot: robot!.name,
    robotId,
    field: field!.name,
    fieldId,
    routes: played.map((route) => ({ id: route.id, name: route.name })),
    plan,
    rehearsals: rehearsals.map(({ matchId: _match, ...rehearsal }) => rehearsal),
  };
}

/** The picture under a field as documents carry it, or null. */
export async function pictureDocument(
  database: Sequelize,
  fieldId: string,
): Promise<FieldFile['picture']> {
  const picture = await getPicture(database, fieldId);
  return picture === null
    ? null
    : { type: picture.type as PictureType, base64: picture.bytes.toString('base64') };
}

/** A route with every revision. */
export async function routeDocument(database: Sequelize, id: string): Promise<RouteFile> {
  const { routes, revisions, robots, fields, fieldRevisions } = tablesOf(database);
  const route = await routes.findByPk(id);
  if (route === null) throw new NotFound(say`route`);
  const [robot, field, rows, drawings] = await Promise.all([
    robots.findByPk(route.robotId),
    fields.findByPk(route.fieldId),
    revisions.findAll({ where: { routeId: id }, order: [['number', 'ASC']] }),
    fieldRevisions.findAll({ where: { fieldId: route.fieldId }, attributes: ['id', 'number'] }),
  ]);
  const numbers = new Map(drawings.map((drawing) => [drawing.id, drawing.number]));
  return {
    corvat: 'route',
    version: 1,
    name: route.name,
    id,
    createdAt: route.createdAt.toISOString(),
    archivedAt: route.archivedAt?.toISOString() ?? null,
    robot: robot!.name,
    robotId: route.robotId,
    field: field!.name,
    fieldId: route.fieldId,
    goal: route.goal,
    revisions: rows.map((row) => ({
      id: row.id,
      number: row.number,
      parent: row.parent,
      origin: row.origin,
      reason: row.reason,
      createdAt: row.createdAt.toISOString(),
      plan: row.plan,
      promises: row.promises,
      fieldRevision: numbers.get(row.fieldRevisionId)!,
    })),
  };
}

/** The runs of a route, some at a time, oldest first; withdrawn ones too when they are asked for. */
export async function* runRows(
  database: Sequelize,
  routeId: string,
  withdrawnToo: boolean,
): AsyncGenerator<RunRow[]> {
  const { routes, revisions, runs, sessions, setups } = tablesOf(database);
  const route = await routes.findByPk(routeId);
  if (route === null) throw new NotFound(say`route`);
  const [revisionRows, setupRows] = await Promise.all([
    revisions.findAll({ where: { routeId }, attributes: ['id'] }),
    setups.findAll({ where: { robotId: route.robotId }, attributes: ['id', 'number'] }),
  ]);
  const setupNumbers = new Map(setupRows.map((setup) => [setup.id, setup.number]));
  const ofRoute = { revisionId: revisionRows.map(({ id }) => id) };
  for (let after: RunRecordRow | null = null; ;) {
    const where: WhereOptions<RunRecordRow> = {
      ...ofRoute,
      ...(withdrawnToo ? {} : { withdrawn: false }),
      ...(after === null
        ? {}
        : {
            [Op.or]: [
              { happenedAt: { [Op.gt]: after.happenedAt } },
              { happenedAt: after.happenedAt, id: { [Op.gt]: after.id } },
            ],
          }),
    };
    const rows: RunRecordRow[] = await runs.findAll({
      where,
      order: [
        ['happenedAt', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: RUNS_AT_ONCE,
    });
    if (rows.length === 0) return;
    const [whole, sessionRows] = await Promise.all([
      runsById(
        database,
        rows.map(({ id }) => id),
      ),
      sessions.findAll({ where: { id: [...new Set(rows.map((row) => row.sessionId))] } }),
    ]);
    const sessionOf = new Map(sessionRows.map((session) => [session.id, session]));
    yield whole.map((run, i) => {
      const session = sessionOf.get(run.sessionId)!;
      return {
        id: run.id,
        session: session.title,
        sessionStartedAt: session.startedAt.toISOString(),
        sessionId: session.id,
        surface: session.surface,
        people: session.people,
        route: route.name,
        routeId,
        revision: run.revisionNumber,
        setup: setupNumbers.get(run.setupId)!,
        happenedAt: run.happenedAt,
        deviceAt: run.deviceAt,
        receivedAt: run.receivedAt,
        measurements: run.measurements.map(({ checkpointId, ...offset }) => ({
          checkpoint: checkpointId,
          ...offset,
        })),
        outcomes: run.outcomes.map(({ modelId, hit, points }) => ({ model: modelId, hit, points })),
        battery: run.battery,
        gyroAt: run.gyroAt,
        jig: run.jig,
        seconds: run.seconds,
        setAside: run.setAside,
        note: run.note,
        withdrawn: rows[i]!.withdrawn,
        version: run.version,
        sentHash: rows[i]!.sentHash,
      };
    });
    if (rows.length < RUNS_AT_ONCE) return;
    after = rows.at(-1)!;
  }
}

/** Recordings whole, one after the other. One that has not arrived whole is left out. */
export async function* recordingsInFile(
  database: Sequelize,
  rows: readonly TelemetryRow[],
): AsyncGenerator<TelemetryInFile & { runId: string | null }> {
  for (const row of rows) {
    const columns: TelemetryInFile['columns'] = [];
    for (const { name, decimals } of row.columns) {
      const bytes = await getColumn(database, row.id, name).catch((error: unknown) => {
        if (error instanceof NotFound) return null;
        throw error;
      });
      if (bytes === null) break;
      columns.push({ name, decimals, base64: Buffer.from(bytes).toString('base64') });
    }
    if (columns.length < row.columns.length) continue;
    const { id, rows: count, events, source, seen, runId } = row;
    yield { id, rows: count, events, source, seen, columns, runId };
  }
}

/**
 * A JSON document whose long lists are written as they come, so that it never stands in memory whole.
 *
 * @param document with the lists, which are empty in it, as its last members
 */
export async function* documentText(
  document: object,
  lists: Readonly<Record<string, AsyncIterable<unknown>>>,
): AsyncGenerator<string> {
  const rest = Object.fromEntries(Object.entries(document).filter(([name]) => !(name in lists)));
  yield JSON.stringify(rest, null, 2).slice(0, -2);
  for (const [name, list] of Object.entries(lists)) {
    yield `,\n  ${JSON.stringify(name)}: [`;
    let first = true;
    for await (const element of list) {
      yield `${first ? '' : ','}\n    ${JSON.stringify(element)}`;
      first = false;
    }
    yield first ? ']' : '\n  ]';
  }
  yield '\n}\n';
}
