import { sessionUpdateSchema } from '../../../../contracts/practices.ts';
import { database } from '../../../../store/database.ts';
import { getSession, updateSession } from '../../../../store/sessions.ts';
import { body, endpoint, idOf, json } from '../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await getSession(database(), idOf(context))),
);

export const PATCH = endpoint('table', async (context) => {
  const change = await body(context.request, sessionUpdateSchema);
  return json(await updateSession(database(), idOf(context), change));
});
