import { database } from '../../../../../store/database.ts';
import { listLinks } from '../../../../../store/links.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await listLinks(database(), idOf(context))),
);
