import { UniqueConstraintError, type Sequelize, type Transaction } from 'sequelize';
import type { TelemetryCreate, TelemetryInFile, TelemetryRecord } from '../contracts/telemetry.ts';
import { unpackColumn } from '../core/telemetry/packed.ts';
import type { Recording } from '../core/telemetry/recording.ts';
import { Conflict, NotFound } from './errors.ts';
import { tablesOf, type TelemetryRow } from './tables.ts';

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
  if ((await robots.count({ where: { id: robotId } })) === 0) throw new NotFound('robot');
  if (input.runId !== null && (await runs.count({ where: { id: input.runId } })) === 0) {
    throw new NotFound('run');
  }
  try {
    await telemetry.create({ ...input, robotId, createdAt: new Date() });
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
  }
  const stored = await getTelemetry(database, input.id);
  const { arrived: _arrived, createdAt: _created, robotId: _robot, ...content } = stored;
  if (JSON.stringify(ordered(content)) !== JSON.stringify(ordered(input))) {
    throw new Conflict(
      'Another recording was announced under this identifier. Send it as a new one.',
    );
  }
  return stored;
}

/** The members of a recording in one order, for comparing. */
function ordered({ id, rows, columns, events, runId }: TelemetryCreate): unknown[] {
  return [
    id,
    rows,
    columns.map((c) => [c.name, c.decimals]),
    events.map((e) => [e.row, e.text]),
    runId,
  ];
}

/** Takes one packed column; the same column again changes nothing. Throws a {@link Conflict}. */
export async function putColumn(
  database: Sequelize,
  telemetryId: string,
  name: string,
  bytes: Uint8Array,
): Promise<void> {
  const { telemetryColumns } = tablesOf(database);
  const { columns, rows } = await getTelemetry(database, telemetryId);
  const column = columns.find((one) => one.name === name);
  if (column === undefined) throw new NotFound('column');
  try {
    unpackColumn({ ...column, bytes }, rows);
  } catch (error) {
    throw new Conflict(`${error instanceof Error ? error.message : ''} Send it again.`.trim());
  }
  try {
    await telemetryColumns.create({ telemetryId, name, bytes: Buffer.from(bytes) });
  } catch (error) {
    if (!(error instanceof UniqueConstraintError)) throw error;
  }
}

/** A recording without its columns; throws {@link NotFound}. */
export async function getTelemetry(database: Sequelize, id: string): Promise<TelemetryRecord> {
  const { telemetry, telemetryColumns } = tablesOf(database);
  const row = await telemetry.findByPk(id);
  if (row === null) throw new NotFound('recording');
  const arrived = await telemetryColumns.findAll({
    where: { telemetryId: id },
    attributes: ['name'],
  });
  return recordOf(
    row,
    arrived.map(({ name }) => name),
  );
}

/** One packed column; throws {@link NotFound}. */
export async function getColumn(
  database: Sequelize,
  telemetryId: string,
  name: string,
): Promise<Uint8Array> {
  const row = await tablesOf(database).telemetryColumns.findOne({ where: { telemetryId, name } });
  if (row === null) throw new NotFound('column');
  return row.bytes;
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
    order: [['createdAt', 'ASC']],
  });
  return rows.map(({ id, runId, rows: count }) => ({
    runId: runId!,
    telemetryId: id,
    rows: count,
  }));
}

/** Throws a {@link Conflict} unless every column of the telemetry is there. */
export async function requireComplete(
  database: Sequelize,
  robotId: string,
  id: string,
  transaction: Transaction,
): Promise<void> {
  const { telemetry, telemetryColumns } = tablesOf(database);
  const row = await telemetry.findOne({ where: { id, robotId }, transaction });
  if (row === null) throw new NotFound('recording');
  const arrived = await telemetryColumns.count({ where: { telemetryId: id }, transaction });
  if (arrived < row.columns.length) {
    throw new Conflict('The telemetry has not arrived whole yet. Send its columns first.');
  }
}

/** Recordings with their columns, as files carry them. One that has not arrived whole is left out. */
export async function telemetryInFile(
  database: Sequelize,
  ids: readonly string[],
): Promise<TelemetryInFile[]> {
  const { telemetry, telemetryColumns } = tablesOf(database);
  const rows = await telemetry.findAll({ where: { id: [...ids] } });
  const byId = new Map(rows.map((row) => [row.id, row]));
  const found: TelemetryInFile[] = [];
  // One after the other: a season of them must not stand in the memory of the database at once.
  for (const id of ids) {
    const row = byId.get(id);
    if (row === undefined) continue;
    const arrived = await telemetryColumns.findAll({ where: { telemetryId: id } });
    const bytesOf = new Map(arrived.map(({ name, bytes }) => [name, bytes]));
    if (row.columns.some(({ name }) => !bytesOf.has(name))) continue;
    found.push({
      id,
      rows: row.rows,
      events: row.events,
      columns: row.columns.map(({ name, decimals }) => ({
        name,
        decimals,
        base64: bytesOf.get(name)!.toString('base64'),
      })),
    });
  }
  return found;
}

/** Takes a recording in from a file, under another identifier. */
export async function importTelemetry(
  database: Sequelize,
  robotId: string,
  id: string,
  { rows, events, columns }: Omit<TelemetryInFile, 'id'>,
  transaction: Transaction,
  runId: string | null = null,
): Promise<void> {
  const { telemetry, telemetryColumns } = tablesOf(database);
  const packed = columns.map(({ name, decimals, base64 }) => ({
    name,
    decimals,
    bytes: Buffer.from(base64, 'base64'),
  }));
  for (const column of packed) {
    try {
      unpackColumn(column, rows);
    } catch (error) {
      throw new Conflict(error instanceof Error ? error.message : 'A recording is damaged.');
    }
  }
  await telemetry.create(
    {
      id,
      robotId,
      runId,
      rows,
      events,
      columns: columns.map(({ name, decimals }) => ({ name, decimals })),
      createdAt: new Date(),
    },
    { transaction },
  );
  await telemetryColumns.bulkCreate(
    packed.map(({ name, bytes }) => ({ telemetryId: id, name, bytes })),
    { transaction },
  );
}

function recordOf(row: TelemetryRow, arrived: string[]): TelemetryRecord {
  const { id, robotId, runId, rows, columns, events, createdAt } = row;
  return {
    id,
    robotId,
    runId,
    rows,
    columns,
    events,
    arrived,
    createdAt: createdAt.toISOString(),
  };
}
