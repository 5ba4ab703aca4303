import { routeCreateSchema } from '../../../../contracts/routes.ts';
import { database } from '../../../../store/database.ts';
import { createRoute, listRoutes } from '../../../../store/routes.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

export const GET = endpoint('look', async () => json(await listRoutes(database())));

export const POST = endpoint('coach', async ({ request }) =>
  json(await createRoute(database(), await body(request, routeCreateSchema)), 201),
);
