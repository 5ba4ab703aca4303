import { setupCreateSchema } from '../../../../../contracts/robots.ts';
import { database } from '../../../../../store/database.ts';
import { addSetup, listSetups } from '../../../../../store/robots.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await listSetups(database(), idOf(context))),
);

export const POST = endpoint('coach', async (context) => {
  const input = await body(context.request, setupCreateSchema);
  return json(await addSetup(database(), idOf(context), input), 201);
});
