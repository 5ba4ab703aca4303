import { database } from '../../../../../store/database.ts';
import { listFieldRevisions } from '../../../../../store/fields.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

/** Every drawing of a field that was kept, newest first. */
export const GET = endpoint('look', async (context) =>
  json(await listFieldRevisions(database(), idOf(context))),
);
