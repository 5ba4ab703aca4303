import { whoIsAt } from '../../../../store/club/presences.ts';
import { clubDatabase } from '../../../../store/database.ts';
import { askerIn, endpoint, json } from '../../_endpoint.ts';

/** What the devices of the team are called that have the Table open now. */
export const GET = endpoint('look', async (context) =>
  json(await whoIsAt(clubDatabase(), askerIn(context).team.id, 'table')),
);
