import { createHash } from 'node:crypto';
import {
  Op,
  QueryTypes,
  UniqueConstraintError,
  type Sequelize,
  type WhereOptions,
} from 'sequelize';
import type { z } from 'zod';
import type { Run, RunCreate, runUpdateSchema } from '../contracts/records.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { tablesOf } from './tables/index.ts';
import type { RunRecordRow } from './tables/runs.ts';

/** As many runs of a session stand on the Table; nobody drives more in one practice. */
export const RUNS_AT_TABLE = 500;

/** Which runs are wanted; without a limit all of them. */
export interface RunQuery {
  sessionId?: string | undefined;
  routeId?: string | undefined;
  revisionId?: string | undefined;
  limit?: number | undefined;
}

/** Runs that were not withdrawn, oldest first; with a limit the newest of them. */
export async function listRuns(database: Sequelize, query: RunQuery): Promise<Run[]> {
  const { runs, revisions } = tablesOf(database);
  const where: WhereOptions<RunRecordRow> = { withdrawn: false };
  if (query.sessionId !== undefined) Object.assign(where, { sessionId: query.sessionId });
  if (query.revisionId !== undefined) Object.assign(where, { revisionId: query.revisionId });
  if (query.routeId !== undefined) {
    const ofRoute = await revisions.findAll({
      where: { routeId: query.routeId },
      attributes: ['id'],
    });
    Object.assign(where, { revisionId: { [Op.in]: ofRoute.map((row) => row.id) } });
  }
  const rows = await runs.findAll({
    where,
    order: [
      ['happenedAt', 'DESC'],
      ['id', 'DESC'],
    ],
    ...(query.limit === undefined ? {} : { limit: query.limit }),
  });
  return runsOf(database, rows.reverse());
}

/** The revisions of a route that were driven, newest first, with the number of their runs. */
export async function drivenRevisions(
  database: Sequelize,
  routeId: string,
): Promise<{ number: number; runs: number }[]> {
  const rows = await database.query<{ number: number; runs: number }>(
    `SELECT revisions.number AS number, COUNT(*) AS runs
      FROM runs JOIN revisions ON revisions.id = runs.revision_id
      WHERE revisions.route_id = :routeId AND runs.withdrawn = 0
      GROUP BY revisions.number ORDER BY revisions.number DESC`,
    { replacements: { routeId }, type: QueryTypes.SELECT },
  );
  return rows.map(({ number, runs }) => ({ number, runs: Number(runs) }));
}

/** One run, also a withdrawn one; throws {@link NotFound}. */
export async function getRun(database: Sequelize, id: string): Promise<Run> {
  const row = await tablesOf(database).runs.findByPk(id);
  if (row === null) throw new NotFound('run');
  return (await runsOf(database, [row]))[0]!;
}

/** Whether a write made something, or found it made. */
export interface Written {
  run: Run;
  created: boolean;
}

/** Clocks that differ by less than this are taken to agree, ms: sending takes time too. */
const CLOCKS_AGREE = 5000;

/**
 * Writes a run under the client's identifier. Writing it twice is the same as once, also when it was
 * changed in between; other content under the same identifier is a {@link Conflict}. A withdrawn run
 * comes back when written again.
 *
 * @param deviceClock what the device's clock said when it sent this; null when it did not say. A
 *   clock that is wrong is corrected by how far it is off, so that runs of several devices stay in order.
 */
export async function putRun(
  database: Sequelize,
  id: string,
  input: RunCreate,
  deviceClock: Date | null = null,
): Promise<Written> {
  const { runs } = tablesOf(database);
  const { measurements, outcomes, ...given } = input;
  const values = storedValues(given);
  const sentHash = hashOf(input);
  const deviceAt = new Date(input.happenedAt);
  const receivedAt = new Date();
  const off = deviceClock === null ? 0 : receivedAt.getTime() - deviceClock.getTime();
  const happenedAt = Math.abs(off) < CLOCKS_AGREE ? deviceAt : new Date(deviceAt.getTime() + off);
  const revisionNumber = await placeOfRun(database, input);
  try {
    // The insert itself finds out whether the run is there: to look first, under a lock on what is
    // not there yet, would let two tables that log at once stand in each other's way.
    await inTransaction(database, async () => {
      await runs.create({ id, ...values, happenedAt, deviceAt, receivedAt, sentHash });
      await writeParts(database, id, measurements, outcomes);
    });
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
    return { run: await writtenAgain(database, id, input, sentHash), created: false };
  }
  return {
    run: {
      id,
      ...input,
      happenedAt: happenedAt.toISOString(),
      deviceAt: deviceAt.toISOString(),
      receivedAt: receivedAt.toISOString(),
      revisionNumber,
      photo: false,
      version: 0,
    },
    created: true,
  };
}

/**
 * Number of the revision that a run was driven by. Throws {@link NotFound} when what it belongs to is not there, and
 * a {@link Conflict} when its setup is another robot's.
 */
async function placeOfRun(database: Sequelize, input: RunCreate): Promise<number> {
  const [place] = await database.query<{
    number: number | null;
    robot: string | null;
    setupRobot: string | null;
    session: string | null;
  }>(
    `SELECT revisions.number AS number, routes.robot_id AS robot,
        (SELECT robot_id FROM setups WHERE id = :setupId) AS setupRobot,
        (SELECT id FROM sessions WHERE id = :sessionId) AS session
      FROM (SELECT 1) AS one
      LEFT JOIN revisions ON revisions.id = :revisionId
      LEFT JOIN routes ON routes.id = revisions.route_id`,
    {
      replacements: {
        setupId: input.setupId,
        sessionId: input.sessionId,
        revisionId: input.revisionId,
      },
      type: QueryTypes.SELECT,
    },
  );
  const { number, robot, setupRobot, session } = place!;
  if (number === null) throw new NotFound('route revision');
  if (setupRobot === null) throw new NotFound('setup');
  if (session === null) throw new NotFound('session');
  if (setupRobot !== robot) {
    throw new Conflict('This setup belongs to another robot than the route. Reload the page.');
  }
  return number;
}

async function writtenAgain(
  database: Sequelize,
  id: string,
  input: RunCreate,
  sentHash: string,
): Promise<Run> {
  const { runs } = tablesOf(database);
  const row = await runs.findByPk(id, { attributes: ['sentHash'] });
  const stored = await getRun(database, id);
  if (row?.sentHash !== sentHash && !sameContent(stored, input)) {
    throw new Conflict('Another run was saved under this identifier. Log this one as a new run.');
  }
  await runs.update({ withdrawn: false }, { where: { id, withdrawn: true } });
  return stored;
}

/** A fingerprint of what a device sent; it does not tell 0 from −0, as no text of JSON does. */
function hashOf(input: RunCreate): string {
  return createHash('sha256').update(JSON.stringify(input)).digest('hex');
}

/**
 * Changes a run; throws {@link StaleEdit} when somebody was quicker. Making the same change again, because
 * its answer was lost, is the same as once.
 */
export async function updateRun(
  database: Sequelize,
  id: string,
  change: z.infer<typeof runUpdateSchema>,
): Promise<Run> {
  const { runs, offsets, outcomes: outcomeTable } = tablesOf(database);
  const { measurements, outcomes, version, ...given } = change;
  const values = storedValues(given);
  return inTransaction(database, async () => {
    const [changed] = await runs.update(
      { ...values, version: version + 1 },
      { where: { id, version } },
    );
    if (changed === 0) {
      const stored = await getRun(database, id);
      const { version: _version, ...content } = change;
      const changedTo = JSON.stringify({ ...stored, ...content });
      if (stored.version === version + 1 && changedTo === JSON.stringify(stored)) {
        return stored;
      }
      throw new StaleEdit('run', stored);
    }
    await offsets.destroy({ where: { runId: id } });
    await outcomeTable.destroy({ where: { runId: id } });
    await writeParts(database, id, measurements, outcomes);
    return getRun(database, id);
  });
}

/** Takes a run back. It stays stored and can be written again, but no list shows it. */
export async function withdrawRun(database: Sequelize, id: string): Promise<void> {
  const [changed] = await tablesOf(database).runs.update({ withdrawn: true }, { where: { id } });
  if (changed === 0) await getRun(database, id);
}

/** Times become dates on their way into the table; what is left out stays left out. */
function storedValues<T extends { gyroAt?: string | null | undefined }>({ gyroAt, ...rest }: T) {
  if (gyroAt === undefined) return rest;
  return { ...rest, gyroAt: gyroAt === null ? null : new Date(gyroAt) };
}

/**
 * A text that changes whenever a run of a session is logged, changed, taken back or put back: a table that
 * follows what others log asks for it about once a second, so it must cost nothing.
 */
export async function runsMark(database: Sequelize, sessionId: string): Promise<string> {
  const [row] = await database.query<{ mark: string }>(
    `SELECT CONCAT(COUNT(*), '.', COALESCE(SUM(version), 0), '.', COALESCE(SUM(CRC32(id)), 0)) AS mark
      FROM runs WHERE session_id = :sessionId AND withdrawn = 0`,
    { replacements: { sessionId }, type: QueryTypes.SELECT },
  );
  return row!.mark;
}

/** The photo of a run; null when it has none. */
export async function getPhoto(
  database: Sequelize,
  runId: string,
): Promise<{ type: string; bytes: Buffer } | null> {
  return tablesOf(database).photos.findByPk(runId);
}

/** Puts a photo to a run, in place of the one before. Throws {@link NotFound}. */
export async function setPhoto(
  database: Sequelize,
  runId: string,
  photo: { type: string; bytes: Buffer },
): Promise<void> {
  const { photos, runs } = tablesOf(database);
  if ((await runs.count({ where: { id: runId } })) === 0) throw new NotFound('run');
  await photos.upsert({ runId, ...photo });
}

async function writeParts(
  database: Sequelize,
  runId: string,
  measurements: RunCreate['measurements'],
  outcomes: RunCreate['outcomes'],
): Promise<void> {
  const tables = tablesOf(database);
  if (measurements.length > 0)
    await tables.offsets.bulkCreate(
      measurements.map((measurement, position) => ({ runId, position, ...measurement })),
    );
  if (outcomes.length > 0)
    await tables.outcomes.bulkCreate(
      outcomes.map((outcome, position) => ({ runId, position, ...outcome })),
    );
}

function sameContent(stored: Run, input: RunCreate): boolean {
  const { id: _id, revisionNumber: _number, photo: _photo, version: _version, ...rest } = stored;
  const { deviceAt, receivedAt: _received, ...content } = rest;
  return hashOf({ ...content, happenedAt: deviceAt ?? content.happenedAt }) === hashOf(input);
}

/** Rows of runs with everything that was measured of them, in the order of the rows. */
export async function runsOf(database: Sequelize, rows: RunRecordRow[]): Promise<Run[]> {
  if (rows.length === 0) return [];
  const { offsets, outcomes, revisions, photos } = tablesOf(database);
  const runId = rows.map((row) => row.id);
  const order: [string, string][] = [['position', 'ASC']];
  const [offsetRows, outcomeRows, revisionRows, photoRows] = await Promise.all([
    offsets.findAll({ where: { runId }, order, raw: true }),
    outcomes.findAll({ where: { runId }, order, raw: true }),
    revisions.findAll({
      where: { id: [...new Set(rows.map((row) => row.revisionId))] },
      attributes: ['id', 'number'],
    }),
    photos.findAll({ where: { runId }, attributes: ['runId'] }),
  ]);
  const withPhoto = new Set(photoRows.map((row) => row.runId));
  const offsetsOf = groupedBy(offsetRows, (row) => row.runId);
  const outcomesOf = groupedBy(outcomeRows, (row) => row.runId);
  const numbers = new Map(revisionRows.map((row) => [row.id, row.number]));
  return rows.map((row) => ({
    id: row.id,
    sessionId: row.sessionId,
    revisionId: row.revisionId,
    setupId: row.setupId,
    happenedAt: row.happenedAt.toISOString(),
    measurements: (offsetsOf.get(row.id) ?? []).map(({ checkpointId, along, left, turned }) => ({
      checkpointId,
      along,
      left,
      turned,
    })),
    outcomes: (outcomesOf.get(row.id) ?? []).map(({ modelId, hit, points }) => ({
      modelId,
      // Rows that are read raw have numbers where the table has yes and no.
      hit: Boolean(hit),
      points,
    })),
    battery: row.battery,
    gyroAt: row.gyroAt?.toISOString() ?? null,
    jig: row.jig,
    seconds: row.seconds,
    setAside: row.setAside,
    note: row.note,
    deviceAt: row.deviceAt?.toISOString() ?? null,
    receivedAt: row.receivedAt?.toISOString() ?? null,
    revisionNumber: numbers.get(row.revisionId)!,
    photo: withPhoto.has(row.id),
    version: row.version,
  }));
}

function groupedBy<T>(rows: readonly T[], key: (row: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const group = groups.get(key(row));
    if (group === undefined) groups.set(key(row), [row]);
    else group.push(row);
  }
  return groups;
}
