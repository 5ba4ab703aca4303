import { rehearsalEventSchema } from '../../../../../../core/match/rehearsal.ts';
import { idSchema } from '../../../../../../core/schema/scalars.ts';
import { database } from '../../../../../../store/database.ts';
import { putRehearsalEvent, withdrawRehearsalEvent } from '../../../../../../store/rehearsals.ts';
import { body, endpoint, idOf, paramOf } from '../../../../_endpoint.ts';

export const PUT = endpoint('table', async (context) => {
  const event = await body(context.request, rehearsalEventSchema);
  const id = paramOf(context, 'event', idSchema);
  await putRehearsalEvent(database(), idOf(context), id, event);
  return new Response(null, { status: 204 });
});

export const DELETE = endpoint('table', async (context) => {
  await withdrawRehearsalEvent(database(), idOf(context), paramOf(context, 'event', idSchema));
  return new Response(null, { status: 204 });
});
