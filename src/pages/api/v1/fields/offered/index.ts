import { offersFor } from '../../../../../store/club/offers.ts';
import { clubDatabase } from '../../../../../store/database.ts';
import { askerIn, endpoint, json } from '../../../_endpoint.ts';

/** The fields that other teams of the club offer. */
export const GET = endpoint('look', async (context) =>
  json(await offersFor(clubDatabase(), askerIn(context).team.id)),
);
