import { z } from 'zod';
import { idSchema } from '../../../core/schema/scalars.ts';
import { eventStream } from '../../../link/eventStream.ts';
import { database } from '../../../store/database.ts';
import { linesAfter } from '../../../store/links.ts';
import { endpoint, refused } from '../_endpoint.ts';
import { say } from '../../../core/language/say.ts';

/** Links that one stream follows at the most: every robot of a club. */
const MOST_LINKS = 50;
const batchSchema = z.coerce
  .number()
  .int()
  .min(0)
  .max(2 ** 31);

/**
 * What links receive, as one stream of server-sent events for a whole browser: `?link=` with the public name of each,
 * and behind a point the batch that was seen last. A new follower, without one, begins with what comes next.
 */
export const GET = endpoint('look', async ({ url, request }) => {
  const seen = new Map<string, number | null>();
  for (const text of url.searchParams.getAll('link')) {
    const [id, batch] = text.split('.', 2);
    const [link, after] = [idSchema.safeParse(id), batchSchema.safeParse(batch)];
    if (!link.success || (batch !== undefined && !after.success)) {
      throw refused(400, say`A link in the address cannot be understood.`);
    }
    seen.set(link.data, batch === undefined ? null : after.data!);
  }
  if (seen.size > MOST_LINKS)
    throw refused(400, say`One stream follows ${MOST_LINKS} links at most.`);
  const followed = await linesAfter(database(), seen);
  if (followed.length < seen.size) throw refused(404, say`One of these links is not there.`);
  return new Response(
    eventStream((from) => linesAfter(database(), from), seen, request.signal),
    {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        'x-accel-buffering': 'no',
      },
    },
  );
});
