import { once } from 'node:events';
import { PassThrough, Readable } from 'node:stream';
import { createGzip } from 'node:zlib';
import type { Sequelize } from 'sequelize';
import { log } from '../../server/log.ts';
import { inSnapshot } from '../../store/database.ts';

/**
 * Text that is read from the database while it is sent, all of it from one moment. Reading keeps the pace of whoever
 * takes it, and ends when they go away. What fails on the way breaks the answer off: whoever takes it sees that it is
 * not whole.
 */
export async function streamed(
  database: Sequelize,
  text: () => Promise<AsyncIterable<string>>,
  packed: boolean,
): Promise<ReadableStream<Uint8Array>> {
  const sink = new PassThrough();
  let begun: () => void = () => {};
  let refused: (error: unknown) => void = () => {};
  // What is refused before the first piece still becomes a problem answer.
  const first = new Promise<void>((resolve, reject) => {
    begun = resolve;
    refused = reject;
  });
  void inSnapshot(database, async () => {
    for await (const piece of await text()) {
      begun();
      if (sink.destroyed) return;
      if (!sink.write(piece)) await Promise.race([once(sink, 'drain'), once(sink, 'close')]);
    }
    begun();
    sink.end();
  }).catch((error: unknown) => {
    refused(error);
    if (!sink.destroyed) log.warn({ err: error }, 'a download broke off');
    sink.destroy(error instanceof Error ? error : new Error(String(error)));
  });
  await first;
  const out = packed ? sink.pipe(createGzip()) : sink;
  if (packed) sink.on('error', (error) => out.destroy(error));
  return Readable.toWeb(out) as ReadableStream<Uint8Array>;
}
