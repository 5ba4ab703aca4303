import { QueryTypes, UniqueConstraintError, type Sequelize } from 'sequelize';
import type { SeenOfRun } from '../contracts/seen.ts';
import type { TelemetryCreate, TelemetryRecord } from '../core/telemetry/documents.ts';
import { unpackColumn } from '../core/telemetry/packed.ts';
import type { Recording } from '../core/telemetry/recording.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { CHUNK_BYTES } from './migrations.ts';
import { tablesOf } from './tables/index.ts';
import type { TelemetryRow } from './tables/telemetry.ts';
import { say } from '../core/language/say.ts';

/**
 * Announces a recording whose columns follow one by one, so that a long one needs no huge request.
 * Announcing the same again changes nothing.
 */
export async function announceTelemetry(
  database: Sequelize,
  robotId: string,
  input: TelemetryCreate,
): Promise<TelemetryRecord> {
  const { telemetry, robots, runs } = tablesOf(database);
  if ((await robots.count({ where: { id: robotId } })) === 0) throw new NotFound(say`robot`);
  if (input.runId !== null && (await runs.count({ where: { id: input.runId } })) === 0) {
    throw new NotFound(say`run`);
  }
  try {
    await telemetry.create({ ...input, robotId, createdAt: new Date() });
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
  }
  const stored = await getTelemetry(database, input.id);
  const { arrived: _arrived, createdAt: _created, robotId: owner, ...content } = stored;
  if (owner !== robotId || JSON.stringify(ordered(content)) !== JSON.stringify(ordered(input))) {
    throw new Conflict(
      say`Another recording was announced under this identifier. Send it as a new one.`,
    );
  }
  return stored;
}

/** The members of a recording in one order, for comparing. */
function ordered(created: TelemetryCreate): unknown[] {
  const { id, rows, columns, events, runId, source, seen } = created;
  return [
    id,
    rows,
    columns.map((c) => [c.name, c.decimals]),
    events.map((e) => [e.row, e.text]),
    runId,
    source,
    seen,
  ];
}

/** Takes one packed column; the same column again changes nothing. Throws a {@link Conflict}. */
export async function putColumn(
  database: Sequelize,
  telemetryId: string,
  name: string,
  bytes: Uint8Array,
): Promise<void> {
  const { columns, rows } = await getTelemetry(database, telemetryId);
  const column = columns.find((one) => one.name === name);
  if (column === undefined) throw new NotFound(say`column`);
  try {
    unpackColumn({ ...column, bytes }, rows);
  } catch (error) {
    throw new Conflict(say`${error instanceof Error ? error.message : ''} Send it again.`.trim());
  }
  try {
    await inTransaction(database, () => writeChunks(database, telemetryId, name, bytes));
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
  }
}

/** Stores the bytes of a column in pieces that no packet of the server is too small for. */
export async function writeChunks(
  database: Sequelize,
  telemetryId: string,
  name: string,
  bytes: Uint8Array,
): Promise<void> {
  // A column without bytes, which no recording of at least one row has, would never have arrived.
  for (let position = 0; position * CHUNK_BYTES < bytes.length; position++) {
    const piece = bytes.subarray(position * CHUNK_BYTES, (position + 1) * CHUNK_BYTES);
    await tablesOf(database).chunks.create({
      telemetryId,
      name,
      position,
      bytes: Buffer.from(piece),
    });
  }
}

/** A recording without its columns; throws {@link NotFound}. */
export async function getTelemetry(database: Sequelize, id: string): Promise<TelemetryRecord> {
  const row = await tablesOf(database).telemetry.findByPk(id);
  if (row === null) throw new NotFound(say`recording`);
  return recordOf(row, await arrivedColumns(database, id));
}

/** Names of the columns that are there; a column is stored with all its pieces or not at all. */
async function arrivedColumns(database: Sequelize, id: string): Promise<string[]> {
  const rows = await database.query<{ name: string }>(
    'SELECT name FROM telemetry_chunks WHERE telemetry_id = :id AND position = 0 ORDER BY name',
    { replacements: { id }, type: QueryTypes.SELECT },
  );
  return rows.map(({ name }) => name);
}

/** One packed column; throws {@link NotFound}. */
export async function getColumn(
  database: Sequelize,
  telemetryId: string,
  name: string,
): Promise<Uint8Array> {
  const pieces = await tablesOf(database).chunks.findAll({
    where: { telemetryId, name },
    order: [['position', 'ASC']],
  });
  if (pieces.length === 0) throw new NotFound(say`column`);
  return Buffer.concat(pieces.map(({ bytes }) => bytes));
}

/** A whole recording; throws {@link NotFound} while a column is missing. */
export async function loadTelemetry(database: Sequelize, id: string): Promise<Recording> {
  const { rows, columns, events } = await getTelemetry(database, id);
  const values = await Promise.all(
    columns.map(async ({ name, decimals }) => {
      const bytes = await getColumn(database, id, name);
      return [name, unpackColumn({ name, decimals, bytes }, rows)] as const;
    }),
  );
  return { rows, events, columns: Object.fromEntries(values) };
}

/** The telemetry that was made with runs, by run. */
export async function recordingsOfRuns(
  database: Sequelize,
  runIds: readonly string[],
): Promise<{ runId: string; telemetryId: string; rows: number }[]> {
  const rows = await tablesOf(database).telemetry.findAll({
    where: { runId: [...runIds] },
    attributes: ['id', 'runId', 'rows'],
    order: [['createdAt', 'ASC']],
  });
  return rows.map(({ id, runId, rows: count }) => ({
    runId: runId!,
    telemetryId: id,
    rows: count,
  }));
}

/** What each move did in the newest runs of a revision that count, oldest first. */
export async function seenOfRevision(
  database: Sequelize,
  revisionId: string,
): Promise<SeenOfRun[]> {
  const rows = await database.query<{
    runId: string;
    telemetryId: string;
    source: SeenOfRun['source'];
    seen: string;
  }>(
    `SELECT telemetry.run_id AS runId, telemetry.id AS telemetryId, telemetry.source, telemetry.seen
      FROM runs JOIN telemetry ON telemetry.run_id = runs.id
      WHERE runs.revision_id = :revisionId AND runs.withdrawn = 0 AND runs.set_aside IS NULL
        AND telemetry.seen IS NOT NULL AND telemetry.seen <> 'null'
      ORDER BY runs.happened_at DESC LIMIT :limit`,
    { replacements: { revisionId, limit: MOST_SEEN }, type: QueryTypes.SELECT },
  );
  return rows
    .map(({ seen, ...row }) => ({ ...row, seen: JSON.parse(seen) as SeenOfRun['seen'] }))
    .toReversed();
}

/** What a camera saw of some runs, by run. The hub's own word tells nothing of what its numbers truly are. */
export async function seenByCamera(
  database: Sequelize,
  runIds: readonly string[],
): Promise<Map<string, SeenOfRun['seen']>> {
  if (runIds.length === 0) return new Map();
  const rows = await database.query<{ runId: string; seen: string }>(
    `SELECT run_id AS runId, seen FROM telemetry
      WHERE run_id IN (:runIds) AND source = 'camera' AND seen IS NOT NULL AND seen <> 'null'`,
    { replacements: { runIds }, type: QueryTypes.SELECT },
  );
  return new Map(
    rows.map(({ runId, seen }) => [runId, JSON.parse(seen) as SeenOfRun['seen']] as const),
  );
}

/** So many runs say all that there is to say of a move. */
const MOST_SEEN = 100;

/** Throws a {@link Conflict} unless every column of the telemetry is there. */
export async function requireComplete(
  database: Sequelize,
  robotId: string,
  id: string,
): Promise<void> {
  const row = await tablesOf(database).telemetry.findOne({ where: { id, robotId } });
  if (row === null) throw new NotFound(say`recording`);
  const arrived = await arrivedColumns(database, id);
  if (arrived.length < row.columns.length) {
    throw new Conflict(say`The telemetry has not arrived whole yet. Send its columns first.`);
  }
}

function recordOf(row: TelemetryRow, arrived: string[]): TelemetryRecord {
  const { id, robotId, runId, rows, columns, events, source, seen, createdAt } = row;
  return {
    id,
    robotId,
    runId,
    rows,
    columns,
    events,
    source,
    seen,
    arrived,
    createdAt: createdAt.toISOString(),
  };
}
