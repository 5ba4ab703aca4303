import { createHash } from 'node:crypto';
import type { Model, ModelStatic, Sequelize } from 'sequelize';
import type { BundleLine, PictureType } from '../core/formats/files.ts';
import {
  fieldDocument,
  matchDocument,
  pictureDocument,
  robotDocument,
  routeDocument,
  runRows,
} from './documents.ts';
import { NotFound } from './errors.ts';
import { getPhoto } from './runs.ts';
import { listCameraNotes } from './cameraNotes.ts';
import { tablesOf } from './tables/index.ts';
import { say } from '../core/language/say.ts';

type IdentifiedRow = Model & { id: string };

/** What goes into a bundle, by identifier. */
interface Contents {
  robots: string[];
  fields: string[];
  routes: string[];
  sessions: string[];
  matches: string[];
  /** Photos can be left at home: there may be people on them. */
  photos: boolean;
}

/** Everything that is here, as the lines of a bundle. */
export async function wholeBundle(
  database: Sequelize,
  photos = true,
): Promise<AsyncGenerator<string>> {
  const { robots, fields, routes, sessions, matches } = tablesOf(database);
  const ids = async (table: unknown) => {
    const rows = await (table as ModelStatic<IdentifiedRow>).findAll({
      attributes: ['id'],
      order: [['id', 'ASC']],
    });
    return rows.map(({ id }) => id);
  };
  return linesOf(database, {
    robots: await ids(robots),
    fields: await ids(fields),
    routes: await ids(routes),
    sessions: await ids(sessions),
    matches: await ids(matches),
    photos,
  });
}

/** A route with everything that another Corvat needs to judge it: robot, field, sessions and runs. */
export async function routeBundle(
  database: Sequelize,
  routeId: string,
  photos = true,
): Promise<AsyncGenerator<string>> {
  const { routes, revisions, runs } = tablesOf(database);
  const route = await routes.findByPk(routeId);
  if (route === null) throw new NotFound(say`route`);
  const ofRoute = await revisions.findAll({ where: { routeId }, attributes: ['id'] });
  const driven = await runs.findAll({
    where: { revisionId: ofRoute.map(({ id }) => id) },
    attributes: ['sessionId'],
    group: ['sessionId'],
    order: [['sessionId', 'ASC']],
  });
  return linesOf(database, {
    robots: [route.robotId],
    fields: [route.fieldId],
    routes: [routeId],
    sessions: driven.map(({ sessionId }) => sessionId),
    // A plan needs its other routes too.
    matches: [],
    photos,
  });
}

/** The lines of a bundle, the last of which counts and seals those before it. */
async function* linesOf(database: Sequelize, contents: Contents): AsyncGenerator<string> {
  const hash = createHash('sha256');
  let documents = 0;
  const seal = (document: object) => {
    const line = `${JSON.stringify(document)}\n`;
    hash.update(line);
    return line;
  };
  yield seal({ corvat: 'bundle', version: 2, createdAt: new Date().toISOString() });
  for await (const document of documentsOf(database, contents)) {
    documents++;
    yield seal(document);
  }
  yield `${JSON.stringify({ corvat: 'end', documents, sha256: hash.digest('hex') })}\n`;
}

async function* documentsOf(
  database: Sequelize,
  contents: Contents,
): AsyncGenerator<Exclude<BundleLine, { corvat: 'end' }>> {
  for (const id of contents.robots) yield await robotDocument(database, id);
  for (const id of contents.fields) {
    yield await fieldDocument(database, id);
    const picture = await pictureDocument(database, id);
    if (picture !== null) yield { corvat: 'picture', field: id, ...picture };
  }
  for (const id of contents.routes) yield await routeDocument(database, id);
  for (const id of contents.matches) yield await matchDocument(database, id);
  yield* sessionDocuments(database, contents.sessions);
  const robotOfRoute = new Map<string, string>();
  for (const id of contents.routes) {
    const robot = await nameOfRobot(database, id, robotOfRoute);
    for await (const runs of runRows(database, id, true)) {
      yield {
        corvat: 'runs',
        version: 1,
        robot,
        runs,
        sessions: [],
        telemetry: [],
        photos: [],
      };
      const runIds = runs.map((run) => run.id);
      yield* recordingDocuments(database, { runId: runIds });
      if (contents.photos) yield* photoDocuments(database, runIds);
    }
  }
  yield* recordingDocuments(database, { robotId: contents.robots, runId: null });
  for (const note of await listCameraNotes(database)) {
    const { about, key } = note;
    const goesAlong =
      about === 'lens' || contents[about === 'field' ? 'fields' : 'robots'].includes(key);
    if (goesAlong) yield { corvat: 'camera', note };
  }
}

async function nameOfRobot(
  database: Sequelize,
  routeId: string,
  known: Map<string, string>,
): Promise<string> {
  const { routes, robots } = tablesOf(database);
  const { robotId } = (await routes.findByPk(routeId, { attributes: ['robotId'] }))!;
  const name = known.get(robotId) ?? (await robots.findByPk(robotId))!.name;
  known.set(robotId, name);
  return name;
}

async function* sessionDocuments(
  database: Sequelize,
  ids: readonly string[],
): AsyncGenerator<Extract<BundleLine, { corvat: 'session' }>> {
  for (const id of ids) {
    const row = (await tablesOf(database).sessions.findByPk(id))!;
    yield {
      corvat: 'session',
      id,
      title: row.title,
      startedAt: row.startedAt.toISOString(),
      surface: row.surface,
      people: row.people,
      note: row.note,
      goalRuns: row.goalRuns,
      goalHits: row.goalHits,
      version: row.version,
      archivedAt: row.archivedAt?.toISOString() ?? null,
    };
  }
}

/** Recordings with their columns piece by piece; one that has not arrived whole comes as far as it is there. */
async function* recordingDocuments(
  database: Sequelize,
  where: { runId: string[] | null; robotId?: string[] },
): AsyncGenerator<Extract<BundleLine, { corvat: 'telemetry' | 'column' }>> {
  const { telemetry, chunks } = tablesOf(database);
  const rows = await telemetry.findAll({ where, order: [['id', 'ASC']] });
  for (const row of rows) {
    const { id, robotId, runId, rows: count, columns, events, source, seen, createdAt } = row;
    yield {
      corvat: 'telemetry',
      id,
      robotId,
      runId,
      rows: count,
      columns,
      events,
      source,
      seen,
      createdAt: createdAt.toISOString(),
    };
    for (const { name } of columns) {
      for (let position = 0; ; position++) {
        const piece = await chunks.findOne({ where: { telemetryId: id, name, position } });
        if (piece === null) break;
        yield {
          corvat: 'column',
          telemetry: id,
          name,
          position,
          base64: piece.bytes.toString('base64'),
        };
      }
    }
  }
}

async function* photoDocuments(
  database: Sequelize,
  runIds: readonly string[],
): AsyncGenerator<Extract<BundleLine, { corvat: 'photo' }>> {
  const rows = await tablesOf(database).photos.findAll({
    where: { runId: [...runIds] },
    attributes: ['runId'],
    order: [['runId', 'ASC']],
  });
  for (const { runId } of rows) {
    const { type, bytes } = (await getPhoto(database, runId))!;
    yield {
      corvat: 'photo',
      run: runId,
      type: type as PictureType,
      base64: bytes.toString('base64'),
    };
  }
}
