import type { Sequelize } from 'sequelize';
import type { FieldFile, RobotFile, RouteFile, RunRow, RunsFile } from '../core/formats/files.ts';
import { recordingOf } from './benchRecords.ts';
import {
  documentText,
  fieldDocument,
  pictureDocument,
  recordingsInFile,
  robotDocument,
  routeDocument,
  runRows,
} from './documents.ts';
import { getRobot } from './robots.ts';
import { getRoute } from './routes.ts';
import { getPhoto } from './runs.ts';
import { tablesOf } from './tables/index.ts';

/** A robot with every setup and bench record and the telemetry that these stand on, as a table carries it. */
export async function robotFile(database: Sequelize, id: string): Promise<RobotFile> {
  const document = await robotDocument(database, id);
  const telemetry: RobotFile['telemetry'] = [];
  for await (const recording of recordingsOf(database, document)) telemetry.push(recording);
  return { ...document, telemetry };
}

/** The same as the text of a JSON file, recording by recording. */
export async function robotFileText(
  database: Sequelize,
  id: string,
): Promise<AsyncIterable<string>> {
  const document = await robotDocument(database, id);
  return documentText(document, { telemetry: recordingsOf(database, document) });
}

async function* recordingsOf(
  database: Sequelize,
  { benchRecords }: RobotFile,
): AsyncGenerator<RobotFile['telemetry'][number]> {
  const ids = benchRecords.flatMap(({ bench }) => recordingOf(bench) ?? []);
  const rows = await tablesOf(database).telemetry.findAll({ where: { id: ids } });
  for await (const { runId: _run, ...recording } of recordingsInFile(database, rows)) {
    yield recording;
  }
}

/** A field with every drawing and the picture under it. */
export async function fieldFile(database: Sequelize, id: string): Promise<FieldFile> {
  const document = await fieldDocument(database, id);
  return { ...document, picture: await pictureDocument(database, id) };
}

export function routeFile(database: Sequelize, id: string): Promise<RouteFile> {
  return routeDocument(database, id);
}

/** All runs of a route that were not withdrawn. */
export async function runsOfRoute(database: Sequelize, routeId: string): Promise<RunRow[]> {
  const all: RunRow[] = [];
  for await (const some of runRows(database, routeId, false)) all.push(...some);
  return all;
}

/** All runs of a route with their sessions, recordings and photos, as the text of a JSON file. */
export async function runsFileText(
  database: Sequelize,
  routeId: string,
): Promise<AsyncIterable<string>> {
  const route = await getRoute(database, routeId);
  const [robot, runs] = await Promise.all([
    getRobot(database, route.robotId),
    runsOfRoute(database, routeId),
  ]);
  const sessions = await tablesOf(database).sessions.findAll({
    where: { id: [...new Set(runs.map(({ sessionId }) => sessionId!))] },
    order: [['startedAt', 'ASC']],
  });
  const rows = await tablesOf(database).telemetry.findAll({
    where: { runId: runs.map(({ id }) => id) },
  });
  const document: RunsFile = {
    corvat: 'runs',
    version: 1,
    robot: robot.name,
    runs,
    sessions: sessions.map(({ title, startedAt, note, goalRuns, goalHits }) => ({
      title,
      startedAt: startedAt.toISOString(),
      note,
      goalRuns,
      goalHits,
    })),
    telemetry: [],
    photos: [],
  };
  return documentText(document, {
    telemetry: mapped(recordingsInFile(database, rows), ({ runId, ...recording }) => ({
      ...recording,
      run: runId!,
    })),
    photos: photosOf(database, runs),
  });
}

async function* photosOf(database: Sequelize, runs: readonly RunRow[]): AsyncGenerator<unknown> {
  const ids = runs.map(({ id }) => id);
  const rows = await tablesOf(database).photos.findAll({
    where: { runId: ids },
    attributes: ['runId'],
  });
  for (const { runId } of rows) {
    const photo = await getPhoto(database, runId);
    if (photo === null) continue;
    yield { run: runId, type: photo.type, base64: photo.bytes.toString('base64') };
  }
}

async function* mapped<T, U>(list: AsyncIterable<T>, change: (item: T) => U): AsyncGenerator<U> {
  for await (const item of list) yield change(item);
}
