import { matchUpdateSchema } from '../../../../../contracts/matches.ts';
import { database } from '../../../../../store/database.ts';
import { getMatch, updateMatch } from '../../../../../store/matches.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await getMatch(database(), idOf(context))),
);

export const PATCH = endpoint('coach', async (context) => {
  const change = await body(context.request, matchUpdateSchema);
  return json(await updateMatch(database(), idOf(context), change));
});
