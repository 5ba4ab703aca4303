import { isDeepStrictEqual } from 'node:util';
import {
  ForeignKeyConstraintError,
  Op,
  QueryTypes,
  UniqueConstraintError,
  type Sequelize,
  type Transaction,
  type WhereOptions,
} from 'sequelize';
import type { z } from 'zod';
import type { Run, RunCreate, runUpdateSchema } from '../contracts/records.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { tablesOf, type RunRecordRow } from './tables.ts';

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
export async function getRun(
  database: Sequelize,
  id: string,
  transaction: Transaction | null = null,
): Promise<Run> {
  const row = await tablesOf(database).runs.findByPk(id, { transaction });
  if (row === null) throw new NotFound('run');
  return (await runsOf(database, [row], transaction))[0]!;
}

/** Whether a write made something, or found it made. */
export interface Written {
  run: Run;
  created: boolean;
}

/**
 * Writes a run under the client's identifier. Writing it twice is the same as once; other content
 * under the same identifier is a {@link Conflict}. A withdrawn run comes back when written again.
 */
export async function putRun(database: Sequelize, id: string, input: RunCreate): Promise<Written> {
  const { runs, revisions } = tablesOf(database);
  const { measurements, outcomes, ...given } = input;
  const values = storedValues(given);
  const revision = await revisions.findByPk(input.revisionId, { attributes: ['number'] });
  if (revision === null) throw new NotFound('route revision');
  try {
    // The insert itself finds out whether the run is there: to look first, under a lock on what is
    // not there yet, would let two tables that log at once stand in each other's way.
    await database.transaction(async (transaction) => {
      const happenedAt = new Date(input.happenedAt);
      await runs.create({ id, ...values, happenedAt }, { transaction });
      await writeParts(database, id, measurements, outcomes, transaction);
    });
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError) {
      throw new NotFound(JSON.stringify(error.fields).includes('setup') ? 'setup' : 'session');
    }
    if (!(error instanceof UniqueConstraintError)) throw error;
    return { run: await writtenAgain(database, id, input), created: false };
  }
  return {
    run: { id, ...input, revisionNumber: revision.number, photo: false, version: 0 },
    created: true,
  };
}

async function writtenAgain(database: Sequelize, id: string, input: RunCreate): Promise<Run> {
  const stored = await getRun(database, id);
  if (!sameContent(stored, input)) {
    throw new Conflict('Another run was saved under this identifier. Log this one as a new run.');
  }
  await tablesOf(database).runs.update({ withdrawn: false }, { where: { id, withdrawn: true } });
  return stored;
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
  return database.transaction(async (transaction) => {
    const [changed] = await runs.update(
      { ...values, version: version + 1 },
      { where: { id, version }, transaction },
    );
    if (changed === 0) {
      const stored = await getRun(database, id, transaction);
      const { version: _version, ...content } = change;
      if (stored.version === version + 1 && isDeepStrictEqual({ ...stored, ...content }, stored)) {
        return stored;
      }
      throw new StaleEdit('run', stored);
    }
    await offsets.destroy({ where: { runId: id }, transaction });
    await outcomeTable.destroy({ where: { runId: id }, transaction });
    await writeParts(database, id, measurements, outcomes, transaction);
    return getRun(database, id, transaction);
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
  transaction: Transaction | null = null,
): Promise<void> {
  const { photos, runs } = tablesOf(database);
  if ((await runs.count({ where: { id: runId }, transaction })) === 0) throw new NotFound('run');
  await photos.upsert({ runId, ...photo }, { transaction });
}

async function writeParts(
  database: Sequelize,
  runId: string,
  measurements: RunCreate['measurements'],
  outcomes: RunCreate['outcomes'],
  transaction: Transaction,
): Promise<void> {
  const tables = tablesOf(database);
  if (measurements.length > 0)
    await tables.offsets.bulkCreate(
      measurements.map((measurement, position) => ({ runId, position, ...measurement })),
      { transaction },
    );
  if (outcomes.length > 0)
    await tables.outcomes.bulkCreate(
      outcomes.map((outcome, position) => ({ runId, position, ...outcome })),
      { transaction },
    );
}

function sameContent(stored: Run, input: RunCreate): boolean {
  const { id: _id, revisionNumber: _number, photo: _photo, version: _version, ...content } = stored;
  return isDeepStrictEqual(content, input);
}

async function runsOf(
  database: Sequelize,
  rows: RunRecordRow[],
  transaction: Transaction | null = null,
): Promise<Run[]> {
  if (rows.length === 0) return [];
  const { offsets, outcomes, revisions, photos } = tablesOf(database);
  const runId = rows.map((row) => row.id);
  const order: [string, string][] = [['position', 'ASC']];
  const [offsetRows, outcomeRows, revisionRows, photoRows] = await Promise.all([
    offsets.findAll({ where: { runId }, order, transaction, raw: true }),
    outcomes.findAll({ where: { runId }, order, transaction, raw: true }),
    revisions.findAll({
      where: { id: [...new Set(rows.map((row) => row.revisionId))] },
      attributes: ['id', 'number'],
      transaction,
    }),
    photos.findAll({ where: { runId }, attributes: ['runId'], transaction }),
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
