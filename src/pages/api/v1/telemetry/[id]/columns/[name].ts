import { z } from 'zod';
import { database } from '../../../../../../store/database.ts';
import { getColumn, putColumn } from '../../../../../../store/telemetry.ts';
import { bodyBytes, endpoint, idOf, paramOf } from '../../../../_endpoint.ts';

/** Two million doubles, and a little. */
const LARGEST_COLUMN = 17 * 1024 * 1024;
const nameSchema = z.string().max(40);

/** One packed column of a recording, as bytes. */
export const GET = endpoint('look', async (context) => {
  const name = paramOf(context, 'name', nameSchema);
  const bytes = await getColumn(database(), idOf(context), name);
  return new Response(Buffer.from(bytes), {
    headers: { 'content-type': 'application/octet-stream', 'cache-control': 'no-store' },
  });
});

export const PUT = endpoint('table', async (context) => {
  const name = paramOf(context, 'name', nameSchema);
  await putColumn(
    database(),
    idOf(context),
    name,
    await bodyBytes(context.request, LARGEST_COLUMN),
  );
  return new Response(null, { status: 204 });
});
