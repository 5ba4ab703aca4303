import { telemetryRecordSchema } from '../core/telemetry/documents.ts';
import { v4 as uuid } from 'uuid';
import type { PackedColumn } from '../core/telemetry/packed.ts';
import type { Recording } from '../core/telemetry/recording.ts';
import { ask, RequestFailed, send } from './api.ts';
import type { BenchWorker } from './benchWorker.ts';
import { say } from '../core/language/say.ts';

/**
 * Sends a recording to the server, packed column by column: small requests, however long it is.
 *
 * @returns the identifier under which it is kept
 */
export async function keepRecording(
  worker: BenchWorker,
  robotId: string,
  recording: Recording,
  runId: string | null = null,
): Promise<string> {
  const packed = await worker.ask((door) => door.pack(recording));
  const id = uuid();
  await send('POST', `robots/${robotId}/telemetry`, {
    id,
    runId,
    rows: recording.rows,
    columns: packed.map(({ name, decimals }) => ({ name, decimals })),
    events: recording.events,
  });
  for (const { name, bytes } of packed) {
    const answer = await fetch(`/api/v1/telemetry/${id}/columns/${name}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/octet-stream' },
      body: bytes as BodyInit,
    }).catch(() => null);
    if (answer?.ok !== true) {
      throw new RequestFailed(
        say`The telemetry did not arrive whole. It is still here: keep it again.`,
        answer?.status ?? 0,
      );
    }
  }
  return id;
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
