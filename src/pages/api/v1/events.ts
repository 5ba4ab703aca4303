import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { CAME_TO_TABLE, LEFT_TABLE, SENT_AWAY } from '../../../contracts/actions.ts';
import { idSchema, instantSchema } from '../../../core/schema/scalars.ts';
import { eventStream } from '../../../link/eventStream.ts';
import { nameOf } from '../../../server/askers.ts';
import { changeFeed } from '../../../server/changeFeed.ts';
import { changesSince, noteChange } from '../../../store/club/changes.ts';
import { beAbsent, bePresent, SAYS_EVERY } from '../../../store/club/presences.ts';
import { clubDatabase, database } from '../../../store/database.ts';
import { linesAfter } from '../../../store/links.ts';
import { askerIn, endpoint, queryOf, refused } from '../_endpoint.ts';
import { say } from '../../../core/language/say.ts';

/** Links that one stream follows at the most: every robot of a club. */
const MOST_LINKS = 50;
const batchSchema = z.coerce
  .number()
  .int()
  .min(0)
  .max(2 ** 31);

/**
 * What is new, as one stream of server-sent events for a whole browser: what others of the team change, as events named
 * `change`; and what links receive: `?link=` with the public name of each, and behind a point the batch that was seen
 * last. A new follower, without one, begins with what comes next; `?since=` says from when on it misses changes. `?at=table` says that the Table is open there.
 */
export const GET = endpoint('look', async (context) => {
  const { url, request } = context;
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
  const followed = seen.size === 0 ? [] : await linesAfter(database(), seen);
  if (followed.length < seen.size) throw refused(404, say`One of these links is not there.`);
  const asker = askerIn(context);
  const { team, device } = asker;
  const since = queryOf(context, 'since', instantSchema);
  const atTable = queryOf(context, 'at', z.enum(['table'])) !== null;
  const presence = { stream: randomUUID(), teamId: team.id, who: nameOf(asker), sheet: 'table' };
  const tell = (action: string) =>
    noteChange(clubDatabase(), {
      teamId: team.id,
      deviceId: device?.id ?? null,
      who: presence.who,
      action,
      thing: null,
      page: null,
    });
  let saidAt: number | null = null;
  const stream = eventStream(
    {
      newsAfter: (from) => linesAfter(database(), from),
      from: seen,
      missed: () =>
        since === null
          ? Promise.resolve([])
          : changesSince(clubDatabase(), team.id, new Date(since)),
      changes: (listener) => changeFeed.listen(team.id, listener),
      ends: ({ action, thing }) => action === SENT_AWAY && thing === device?.id,
      alive: async () => {
        const now = performance.now();
        if (!atTable || (saidAt !== null && now - saidAt < SAYS_EVERY)) return;
        await bePresent(clubDatabase(), presence);
        if (saidAt === null) await tell(CAME_TO_TABLE);
        saidAt = now;
      },
      ended: async () => {
        if (!atTable) return;
        await beAbsent(clubDatabase(), presence.stream);
        await tell(LEFT_TABLE);
      },
    },
    request.signal,
  );
  return new Response(stream, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  });
});
