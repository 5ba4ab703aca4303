import { rehearsalCreateSchema } from '../../../../../contracts/matches.ts';
import { database } from '../../../../../store/database.ts';
import { putRehearsal, withdrawRehearsal } from '../../../../../store/rehearsals.ts';
import { body, endpoint, idOf } from '../../../_endpoint.ts';

export const PUT = endpoint('table', async (context) => {
  const input = await body(context.request, rehearsalCreateSchema);
  await putRehearsal(database(), idOf(context), input);
  return new Response(null, { status: 204 });
});

export const DELETE = endpoint('table', async (context) => {
  await withdrawRehearsal(database(), idOf(context));
  return new Response(null, { status: 204 });
});
