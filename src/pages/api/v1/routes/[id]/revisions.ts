import { revisionCreateSchema } from '../../../../../contracts/routes.ts';
import { database } from '../../../../../store/database.ts';
import { addRevision, listRevisions } from '../../../../../store/routes.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await listRevisions(database(), idOf(context))),
);

export const POST = endpoint('coach', async (context) => {
  const input = await body(context.request, revisionCreateSchema);
  return json(await addRevision(database(), idOf(context), input), 201);
});
