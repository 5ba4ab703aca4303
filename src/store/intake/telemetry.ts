import type { z } from 'zod';
import type {
  columnPieceSchema,
  TelemetryInFile,
  TelemetryLineDocument,
} from '../../core/telemetry/documents.ts';
import { unpackColumn } from '../../core/telemetry/packed.ts';
import { Conflict, NotFound } from '../errors.ts';
import { CHUNK_BYTES } from '../migrations.ts';
import { tablesOf } from '../tables/index.ts';
import { getColumn, getTelemetry, writeChunks } from '../telemetry.ts';
import type { IntakeContext } from './context.ts';
import { say } from '../../core/language/say.ts';

/** Takes a recording in that stands whole in a file of the first version. */
export async function takeRecordingOfFile(
  context: IntakeContext,
  robotId: string,
  { id, rows, events, columns, source, seen }: TelemetryInFile,
  runId: string | null,
  keep: boolean,
): Promise<void> {
  const { telemetry } = tablesOf(context.database);
  if (keep && (await telemetry.count({ where: { id } })) > 0) {
    context.recognise('recording', id);
    return;
  }
  const here = context.fresh('telemetry', id, keep);
  await telemetry.create({
    id: here,
    robotId,
    runId,
    rows,
    events,
    source,
    seen,
    columns: columns.map(({ name, decimals }) => ({ name, decimals })),
    createdAt: new Date(),
  });
  for (const { name, decimals, base64 } of columns) {
    const bytes = Buffer.from(base64, 'base64');
    checkColumn({ name, decimals, bytes }, rows);
    await writeChunks(context.database, here, name, bytes);
  }
}

/** Takes a recording of a bundle in, without its columns. */
export async function takeRecording(
  context: IntakeContext,
  line: TelemetryLineDocument,
): Promise<void> {
  const { id, robotId, runId, createdAt, rows, columns, events, source, seen } = line;
  const { telemetry } = tablesOf(context.database);
  const here = context.idOf(id);
  if ((await telemetry.count({ where: { id: here } })) > 0) {
    context.recognise('recording', id, here);
    return;
  }
  (context.made.telemetry ??= []).push(here);
  context.foresee(id, here);
  await telemetry.create({
    id: here,
    robotId: context.idOf(robotId),
    runId: runId === null ? null : context.idOf(runId),
    rows,
    columns,
    events,
    source,
    seen,
    createdAt: new Date(createdAt),
  });
}

/** Takes a piece of a column in, when its recording came with this import. */
export async function takePiece(
  context: IntakeContext,
  { telemetry, name, position, base64 }: z.infer<typeof columnPieceSchema>,
): Promise<void> {
  const telemetryId = context.idOf(telemetry);
  if (!context.wasMade('telemetry', telemetryId)) return;
  const bytes = Buffer.from(base64, 'base64');
  if (bytes.length === 0 || bytes.length > CHUNK_BYTES) {
    throw new Conflict(say`A piece of the column ${name} has a size that none has.`);
  }
  await tablesOf(context.database).chunks.create({ telemetryId, name, position, bytes });
}

/** Looks at every recording that came piece by piece: each column that is there must be whole. */
export async function checkRecordings(context: IntakeContext): Promise<void> {
  for (const id of context.made.telemetry ?? []) {
    const { rows, columns } = await getTelemetry(context.database, id);
    for (const { name, decimals } of columns) {
      try {
        checkColumn({ name, decimals, bytes: await getColumn(context.database, id, name) }, rows);
      } catch (error) {
        // One that had not arrived when the bundle was made.
        if (!(error instanceof NotFound)) throw error;
      }
    }
  }
}

function checkColumn(column: Parameters<typeof unpackColumn>[0], rows: number): void {
  try {
    unpackColumn(column, rows);
  } catch (error) {
    throw new Conflict(error instanceof Error ? error.message : say`A recording is damaged.`);
  }
}
