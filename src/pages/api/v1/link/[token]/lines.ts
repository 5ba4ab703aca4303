import { tokenSchema } from '../../../../../contracts/link.ts';
import { eventStream } from '../../../../../link/eventStream.ts';
import { database } from '../../../../../store/database.ts';
import { getLink, linesAfter } from '../../../../../store/links.ts';
import { endpoint, paramOf } from '../../../_endpoint.ts';

/**
 * What a link receives, as server-sent events: `lines` with new lines, `receipt` when the counts
 * changed. A browser that was cut off goes on where it was; a new one begins with what comes next.
 */
export const GET = endpoint(async (context) => {
  const token = paramOf(context, 'token', tokenSchema);
  await getLink(database(), token);
  const last = Number(context.request.headers.get('last-event-id') ?? NaN);
  const from = Number.isSafeInteger(last) && last >= 0 ? last : null;
  return new Response(
    eventStream((after) => linesAfter(database(), token, after), from),
    {
      headers: {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        'x-accel-buffering': 'no',
      },
    },
  );
});
