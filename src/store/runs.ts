import { createHash } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import {
  ForeignKeyConstraintError,
  QueryTypes,
  UniqueConstraintError,
  type Sequelize,
} from 'sequelize';
import type { z } from 'zod';
import type { Run, RunCreate, runUpdateSchema } from '../contracts/practices.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound, StaleEdit } from './errors.ts';
import { writeRun } from './runWriter.ts';
import { tablesOf } from './tables/index.ts';
import { say } from '../core/language/say.ts';

/** As many runs of a session stand on the Table; nobody drives more in one practice. */
export const RUNS_AT_TABLE = 200;

/** Which runs are wanted; without a limit all of them. */
export interface RunQuery {
  sessionId?: string | undefined;
  routeId?: string | undefined;
  revisionId?: string | undefined;
  setupId?: string | undefined;
  limit?: number | undefined;
}

/** Runs that were not withdrawn, oldest first; with a limit the newest of them. */
export function listRuns(
  database: Sequelize,
  { sessionId, routeId, revisionId, setupId, limit }: RunQuery,
): Promise<Run[]> {
  const conditions = [
    'runs.withdrawn = 0',
    ...(sessionId === undefined ? [] : ['runs.session_id = :sessionId']),
    ...(revisionId === undefined ? [] : ['runs.revision_id = :revisionId']),
    ...(setupId === undefined ? [] : ['runs.setup_id = :setupId']),
    ...(routeId === undefined ? [] : ['revisions.route_id = :routeId']),
  ];
  return readRuns(
    database,
    // Of a session the newest are read in the order of its index, and no more of them than are wanted.
    `SELECT ${sessionId === undefined ? '' : 'STRAIGHT_JOIN'} runs.id FROM runs
      ${routeId === undefined ? '' : 'JOIN revisions ON revisions.id = runs.revision_id'}
      WHERE ${conditions.join(' AND ')}
      ${limit === undefined ? '' : 'ORDER BY runs.happened_at DESC, runs.id DESC LIMIT :limit'}`,
    { sessionId, routeId, revisionId, setupId, limit },
  );
}

/** The newest runs of the revision of a route that was driven last, by its number, oldest first. */
export function newestRuns(database: Sequelize, routeId: string, limit: number): Promise<Run[]> {
  return readRuns(
    database,
    `SELECT runs.id FROM runs WHERE runs.withdrawn = 0 AND runs.revision_id = (
        SELECT revisions.id FROM revisions
        WHERE revisions.route_id = :routeId AND (
          -- Not EXISTS: the database would look at every run that there is before it asks for the revisions.
          SELECT driven.id FROM runs AS driven
          WHERE driven.revision_id = revisions.id AND driven.withdrawn = 0 LIMIT 1
        ) IS NOT NULL
        ORDER BY revisions.number DESC LIMIT 1
      )
      ORDER BY runs.happened_at DESC, runs.id DESC LIMIT :limit`,
    { routeId, limit },
  );
}

/** The newest runs of each of some revisions, oldest first, in one question. */
export async function newestRunsOfEach(
  database: Sequelize,
  revisionIds: readonly string[],
  limit: number,
): Promise<Run[]> {
  if (revisionIds.length === 0) return [];
  return readRuns(
    database,
    `SELECT ranked.id FROM (
        SELECT id, ROW_NUMBER() OVER (PARTITION BY revision_id ORDER BY happened_at DESC, id DESC) AS place
        FROM runs WHERE withdrawn = 0 AND revision_id IN (:revisionIds)
      ) AS ranked
      WHERE ranked.place <= :limit`,
    { revisionIds, limit },
  );
}

/** How many runs of a session count, and how many of them hit everything that was judged. */
export async function tallyOfSession(
  database: Sequelize,
  sessionId: string,
): Promise<{ runs: number; hits: number }> {
  const [row] = await database.query<{ runs: number; hits: number | string }>(
    `SELECT COUNT(*) AS runs, COALESCE(SUM(
        (SELECT MIN(hit) FROM run_outcomes WHERE run_outcomes.run_id = runs.id) = 1
      ), 0) AS hits
      FROM runs WHERE session_id = :sessionId AND withdrawn = 0 AND set_aside IS NULL`,
    { replacements: { sessionId }, type: QueryTypes.SELECT },
  );
  return { runs: Number(row!.runs), hits: Number(row!.hits) };
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
  const [run] = await runsById(database, [id]);
  if (run === undefined) throw new NotFound(say`run`);
  return run;
}

/** Runs by their identifiers, also withdrawn ones, oldest first. */
export async function runsById(database: Sequelize, ids: readonly string[]): Promise<Run[]> {
  if (ids.length === 0) return [];
  return readRuns(database, 'SELECT runs.id FROM runs WHERE runs.id IN (:ids)', { ids });
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
  const { measurements, outcomes, ...given } = input;
  const sentHash = hashOf(input);
  const deviceAt = new Date(input.happenedAt);
  const receivedAt = new Date();
  const off = deviceClock === null ? 0 : receivedAt.getTime() - deviceClock.getTime();
  const happenedAt = Math.abs(off) < CLOCKS_AGREE ? deviceAt : new Date(deviceAt.getTime() + off);
  const revisionNumber = await placeOfRun(database, input);
  try {
    // The insert itself finds out whether the run is there: to look first, under a lock on what is
    // not there yet, would let two tables that log at once stand in each other's way.
    const gyroAt = input.gyroAt === null ? null : new Date(input.gyroAt);
    const row = { id, ...given, gyroAt, happenedAt, deviceAt, receivedAt, sentHash };
    await writeRun(database, { id, row, measurements, outcomes });
  } catch (error) {
    if (error instanceof ForeignKeyConstraintError) {
      // What it belongs to was there a while ago: say what is gone.
      places.delete(placeKey(input));
      await placeOfRun(database, input);
    }
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
 * Numbers of the revisions that runs were driven by, by revision, setup and session. None of them ever changes, and
 * one that is deleted is found by its foreign key, so a table asks once and not with every run.
 */
const places = new LRUCache<string, number>({ max: 1000 });

function placeKey({ revisionId, setupId, sessionId }: RunCreate): string {
  return `${revisionId} ${setupId} ${sessionId}`;
}

/**
 * Number of the revision that a run was driven by. Throws {@link NotFound} when what it belongs to is not there, and
 * a {@link Conflict} when its setup is another robot's.
 */
async function placeOfRun(database: Sequelize, input: RunCreate): Promise<number> {
  const known = places.get(placeKey(input));
  if (known !== undefined) return known;
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
  if (number === null) throw new NotFound(say`route revision`);
  if (setupRobot === null) throw new NotFound(say`setup`);
  if (session === null) throw new NotFound(say`session`);
  if (setupRobot !== robot) {
    throw new Conflict(say`This setup belongs to another robot than the route. Reload the page.`);
  }
  places.set(placeKey(input), number);
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
    throw new Conflict(
      say`Another run was saved under this identifier. Log this one as a new run.`,
    );
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
      throw new StaleEdit(say`run`, stored);
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
  if ((await runs.count({ where: { id: runId } })) === 0) throw new NotFound(say`run`);
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

/** A run as the question below answers it: empty lists are null, yes and no are numbers. */
interface AnsweredRun extends Omit<
  Run,
  | 'happenedAt'
  | 'deviceAt'
  | 'receivedAt'
  | 'gyroAt'
  | 'jig'
  | 'photo'
  | 'measurements'
  | 'outcomes'
> {
  happenedAt: Date;
  deviceAt: Date | null;
  receivedAt: Date | null;
  gyroAt: Date | null;
  jig: number | null;
  photo: number;
  measurements: Run['measurements'] | null;
  outcomes: { modelId: string; hit: number; points: number | null }[] | null;
}

/**
 * Runs with everything that was measured of them, oldest first, in one question.
 *
 * @param chosen a question for their identifiers
 */
async function readRuns(
  database: Sequelize,
  chosen: string,
  replacements: Record<string, unknown>,
): Promise<Run[]> {
  const rows = await database.query<AnsweredRun>(
    `SELECT runs.id, runs.session_id AS sessionId, runs.revision_id AS revisionId,
        runs.setup_id AS setupId, runs.happened_at AS happenedAt, runs.battery,
        runs.gyro_at AS gyroAt, runs.jig, runs.seconds, runs.set_aside AS setAside, runs.note,
        runs.device_at AS deviceAt, runs.received_at AS receivedAt, runs.version,
        revisions.number AS revisionNumber,
        EXISTS (SELECT 1 FROM run_photos WHERE run_photos.run_id = runs.id) AS photo,
        (SELECT JSON_ARRAYAGG(
            JSON_OBJECT('checkpointId', checkpoint_id, 'along', along, 'left', \`left\`, 'turned', turned)
            ORDER BY position)
          FROM run_offsets WHERE run_offsets.run_id = runs.id) AS measurements,
        (SELECT JSON_ARRAYAGG(JSON_OBJECT('modelId', model_id, 'hit', hit, 'points', points) ORDER BY position)
          FROM run_outcomes WHERE run_outcomes.run_id = runs.id) AS outcomes
      FROM (${chosen}) AS chosen
      JOIN runs ON runs.id = chosen.id
      JOIN revisions ON revisions.id = runs.revision_id
      ORDER BY runs.happened_at, runs.id`,
    { replacements, type: QueryTypes.SELECT },
  );
  return rows.map(runOf);
}

function runOf(row: AnsweredRun): Run {
  const { measurements, outcomes, happenedAt, deviceAt, receivedAt, gyroAt, jig, photo } = row;
  return {
    ...row,
    happenedAt: happenedAt.toISOString(),
    measurements: measurements ?? [],
    outcomes: (outcomes ?? []).map((outcome) => ({ ...outcome, hit: Boolean(outcome.hit) })),
    gyroAt: gyroAt?.toISOString() ?? null,
    jig: jig === null ? null : Boolean(jig),
    deviceAt: deviceAt?.toISOString() ?? null,
    receivedAt: receivedAt?.toISOString() ?? null,
    photo: Boolean(photo),
  };
}
