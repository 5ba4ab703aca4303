import { randomUUID } from 'node:crypto';
import type { Sequelize, Transaction } from 'sequelize';
import type { PICTURE_TYPES, RunRow, RunsFile } from '../contracts/files.ts';
import { Conflict } from './errors.ts';
import type { Imported } from './imported.ts';
import { getRobot, listSetups } from './robots.ts';
import { getRoute } from './routes.ts';
import { getPhoto, listRuns, setPhoto } from './runs.ts';
import { listSessions } from './sessions.ts';
import { tablesOf } from './tables.ts';
import { importTelemetry, recordingsOfRuns, telemetryInFile } from './telemetry.ts';

type PictureType = (typeof PICTURE_TYPES)[number];

/** More than anybody will ever hold. */
const EVERY_SESSION = 100_000;

/** All runs of a route, as a file. */
export async function runsFile(database: Sequelize, routeId: string): Promise<RunsFile> {
  const route = await getRoute(database, routeId);
  const [robot, runs, sessions, setups] = await Promise.all([
    getRobot(database, route.robotId),
    listRuns(database, { routeId }),
    listSessions(database, EVERY_SESSION),
    listSetups(database, route.robotId),
  ]);
  const recordings = await recordingsOfRuns(
    database,
    runs.map(({ id }) => id),
  );
  const runOf = new Map(recordings.map(({ telemetryId, runId }) => [telemetryId, runId]));
  const telemetry = await telemetryInFile(database, [...runOf.keys()]);
  const photos = await Promise.all(
    runs
      .filter(({ photo }) => photo)
      .map(async ({ id }) => {
        const { type, bytes } = (await getPhoto(database, id))!;
        return { run: id, type: type as PictureType, base64: bytes.toString('base64') };
      }),
  );
  const sessionsById = new Map(sessions.map((session) => [session.id, session]));
  const setupNumbers = new Map(setups.map((setup) => [setup.id, setup.number]));
  return {
    corvat: 'runs',
    version: 1,
    robot: robot.name,
    sessions: sessions
      .filter(({ id }) => runs.some((run) => run.sessionId === id))
      .map(({ title, startedAt, note, goalRuns, goalHits }) => ({
        title,
        startedAt,
        note,
        goalRuns,
        goalHits,
      })),
    telemetry: telemetry.map((recording) => ({ ...recording, run: runOf.get(recording.id)! })),
    photos,
    runs: runs.map((run) => {
      const session = sessionsById.get(run.sessionId)!;
      return {
        id: run.id,
        session: session.title,
        sessionStartedAt: session.startedAt,
        surface: session.surface,
        people: session.people,
        route: route.name,
        revision: run.revisionNumber,
        setup: setupNumbers.get(run.setupId)!,
        happenedAt: run.happenedAt,
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
      };
    }),
  };
}

/** Runs that are written in one statement. */
const ROWS_AT_ONCE = 500;

/** Takes runs in that are not here yet. Throws a {@link Conflict} when what they belong to is missing. */
export async function importRuns(
  database: Sequelize,
  { runs: rows, sessions, telemetry, photos }: RunsFile,
  transaction: Transaction,
): Promise<Imported> {
  const { runs, offsets, outcomes } = tablesOf(database);
  const known = await runs.findAll({
    where: { id: rows.map((row) => row.id) },
    attributes: ['id'],
    transaction,
  });
  const knownIds = new Set(known.map((row) => row.id));
  const fresh = rows.filter((row) => !knownIds.has(row.id));
  const place = runPlaces(database, sessions, transaction);
  const robotOf = new Map<string, string>();
  const places: RunPlace[] = [];
  for (const row of fresh) {
    const found = await place(row);
    places.push(found);
    robotOf.set(row.id, found.robotId);
  }
  // A season at once, but not in one statement: the server has a limit for its length.
  for (let from = 0; from < fresh.length; from += ROWS_AT_ONCE) {
    const some = fresh.slice(from, from + ROWS_AT_ONCE);
    await runs.bulkCreate(
      some.map((row, i) => {
        const { sessionId, revisionId, setupId } = places[from + i]!;
        return {
          id: row.id,
          sessionId,
          revisionId,
          setupId,
          happenedAt: new Date(row.happenedAt),
          battery: row.battery,
          gyroAt: row.gyroAt === null ? null : new Date(row.gyroAt),
          jig: row.jig,
          seconds: row.seconds,
          setAside: row.setAside,
          note: row.note,
        };
      }),
      { transaction },
    );
    await offsets.bulkCreate(
      some.flatMap((row) =>
        row.measurements.map(({ checkpoint, ...offset }, position) => ({
          runId: row.id,
          position,
          checkpointId: checkpoint,
          ...offset,
        })),
      ),
      { transaction },
    );
    await outcomes.bulkCreate(
      some.flatMap((row) =>
        row.outcomes.map(({ model, ...outcome }, position) => ({
          runId: row.id,
          position,
          modelId: model,
          ...outcome,
        })),
      ),
      { transaction },
    );
  }
  for (const { run, ...recording } of telemetry) {
    const robotId = robotOf.get(run);
    if (robotId === undefined) continue;
    await importTelemetry(database, robotId, randomUUID(), recording, transaction, run);
  }
  for (const { run, type, base64 } of photos) {
    if (!robotOf.has(run)) continue;
    await setPhoto(database, run, { type, bytes: Buffer.from(base64, 'base64') }, transaction);
  }
  const already = rows.length - fresh.length;
  return {
    kind: 'runs',
    sentence: `${fresh.length} runs are here${already > 0 ? `; ${already} were here already` : ''}.`,
  };
}

interface RunPlace {
  sessionId: string;
  revisionId: string;
  setupId: string;
  robotId: string;
}

/** Finds what a run of a file belongs to, by name and number, each only once. */
function runPlaces(database: Sequelize, known: RunsFile['sessions'], transaction: Transaction) {
  const { routes, revisions, setups, sessions } = tablesOf(database);
  const found = new Map<string, RunPlace>();
  return async (row: RunRow): Promise<RunPlace> => {
    const key = JSON.stringify([
      row.route,
      row.revision,
      row.setup,
      row.session,
      row.sessionStartedAt,
    ]);
    const cached = found.get(key);
    if (cached !== undefined) return cached;
    const route = await routes.findOne({
      where: { name: row.route },
      order: [['createdAt', 'DESC']],
      transaction,
    });
    if (route === null) throw new Conflict(`No route is called “${row.route}”. Import it first.`);
    const revision = await revisions.findOne({
      where: { routeId: route.id, number: row.revision },
      transaction,
    });
    if (revision === null) {
      throw new Conflict(`Route “${row.route}” has no revision ${row.revision}.`);
    }
    const setup = await setups.findOne({
      where: { robotId: route.robotId, number: row.setup },
      transaction,
    });
    if (setup === null) throw new Conflict(`The robot has no setup ${row.setup}.`);
    const startedAt = new Date(row.sessionStartedAt);
    const more = known.find(
      (one) => one.title === row.session && one.startedAt === row.sessionStartedAt,
    );
    const [session] = await sessions.findOrCreate({
      where: { title: row.session, startedAt },
      defaults: {
        id: randomUUID(),
        title: row.session,
        startedAt,
        surface: row.surface,
        people: row.people,
        note: more?.note ?? '',
        goalRuns: more?.goalRuns ?? null,
        goalHits: more?.goalHits ?? null,
      },
      transaction,
    });
    const place = {
      sessionId: session.id,
      revisionId: revision.id,
      setupId: setup.id,
      robotId: route.robotId,
    };
    found.set(key, place);
    return place;
  };
}
