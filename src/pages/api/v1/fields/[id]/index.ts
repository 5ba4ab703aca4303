import { fieldUpdateSchema } from '../../../../../contracts/fields.ts';
import { database } from '../../../../../store/database.ts';
import { getField, updateField } from '../../../../../store/fields.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await getField(database(), idOf(context))),
);

export const PUT = endpoint('coach', async (context) => {
  const input = await body(context.request, fieldUpdateSchema);
  return json(await updateField(database(), idOf(context), input));
});
