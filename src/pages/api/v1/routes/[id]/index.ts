import { routeUpdateSchema } from '../../../../../contracts/routes.ts';
import { database } from '../../../../../store/database.ts';
import { getRoute, updateRoute } from '../../../../../store/routes.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await getRoute(database(), idOf(context))),
);

export const PATCH = endpoint('coach', async (context) => {
  const change = await body(context.request, routeUpdateSchema);
  return json(await updateRoute(database(), idOf(context), change));
});
