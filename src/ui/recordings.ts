import { telemetryRecordSchema } from '../core/telemetry/documents.ts';
import { v4 as uuid } from 'uuid';
import type { PackedColumn } from '../core/telemetry/packed.ts';
import type { Recording } from '../core/telemetry/recording.ts';
import type { SeenBy, SeenRunMoves } from '../core/telemetry/seenRun.ts';
import { ask, RequestFailed } from './api.ts';
import type { BenchWorker } from './benchWorker.ts';
import { sendOrKeep } from './outbox/outbox.ts';
import { say } from '../core/language/say.ts';

/**
 * Sends a recording to the server, packed column by column: small requests, however long it is. Without a connection it
 * waits on this device, behind what waits already.
 *
 * @returns the identifier under which it is kept, and whether it is on the server
 */
export async function keepRecording(
  worker: BenchWorker,
  robotId: string,
  recording: Recording,
  runId: string | null = null,
  by: { source: SeenBy; seen: SeenRunMoves | null } = { source: 'hub', seen: null },
): Promise<{ id: string; sent: boolean }> {
  const packed = await worker.ask((door) => door.pack(recording));
  const id = uuid();
  const announced = {
    id,
    runId,
    rows: recording.rows,
    columns: packed.map(({ name, decimals }) => ({ name, decimals })),
    events: recording.events,
    ...by,
  };
  const of = { runId: null, sessionId: null, run: null };
  const answers = await sendOrKeep([
    { ...of, method: 'POST', path: `robots/${robotId}/telemetry`, content: announced },
    ...packed.map(({ name, bytes }) => ({
      ...of,
      method: 'PUT' as const,
      path: `telemetry/${id}/columns/${name}`,
      content: new Blob([bytes as BlobPart], { type: 'application/octet-stream' }),
    })),
  ]);
  return { id, sent: answers !== null };
}

/** Loads a recording with all its columns. */
export async function loadRecording(worker: BenchWorker, id: string): Promise<Recording> {
  const { rows, columns, events } = await ask(telemetryRecordSchema, 'GET', `telemetry/${id}`);
  const packed = await Promise.all(
    columns.map(async ({ name, decimals }): Promise<PackedColumn> => {
      const answer = await fetch(`/api/v1/telemetry/${id}/columns/${name}`);
      if (!answer.ok) throw new RequestFailed(say`The telemetry is not whole.`, answer.status);
      return { name, decimals, bytes: new Uint8Array(await answer.arrayBuffer()) };
    }),
  );
  const values = await worker.ask((door) => door.unpack(packed, rows));
  return { rows, events, columns: values };
}
