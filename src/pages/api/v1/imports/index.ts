import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { z } from 'zod';
import { inThread } from '../../../../server/pool.ts';
import { urlOf } from '../../../../store/club/teams.ts';
import { database, databaseUrl } from '../../../../store/database.ts';
import { listImports } from '../../../../store/imports.ts';
import { askerIn, bodyParts, endpoint, json, queryOf } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** A club's seasons with their recordings, packed or not, bytes. */
const LARGEST_FILE = 2 * 1024 * 1024 * 1024;
/** The largest takes minutes; what takes longer than this never ends. */
const SECONDS = 600;
const yesSchema = z.enum(['yes', 'no']);

/** The newest imports. */
export const GET = endpoint('coach', async () => json(await listImports(database())));

/**
 * Takes in a robot, field, route or runs file, JSON, CSV or SVG, or a bundle. All of it or nothing. A
 * file that was taken in before changes nothing, but with `?copy=yes`.
 */
export const POST = endpoint('coach', async (context) => {
  const copy = queryOf(context, 'copy', yesSchema) === 'yes';
  const folder = process.env['CORVAT_UPLOADS'] ?? join(tmpdir(), 'corvat-uploads');
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const path = join(folder, randomUUID());
  try {
    await pipeline(
      Readable.from(bodyParts(context.request, LARGEST_FILE)),
      createWriteStream(path, { mode: 0o600 }),
    );
    const result = await inThread(
      'importFile',
      { path, url: urlOf(databaseUrl(), askerIn(context).team.base), copy },
      {
        seconds: SECONDS,
        tooLong: say`The file takes too long to be read. Split it. Nothing was imported.`,
        signal: context.request.signal,
      },
    );
    return json(result, 201);
  } finally {
    await rm(path, { force: true });
  }
});
