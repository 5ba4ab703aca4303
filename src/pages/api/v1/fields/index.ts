import { fieldCreateSchema } from '../../../../contracts/fields.ts';
import { database } from '../../../../store/database.ts';
import { createField, listFields } from '../../../../store/fields.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

export const GET = endpoint('look', async () => json(await listFields(database())));

export const POST = endpoint('coach', async ({ request }) =>
  json(await createField(database(), await body(request, fieldCreateSchema)), 201),
);
