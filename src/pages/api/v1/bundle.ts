import { z } from 'zod';
import { wholeBundle } from '../../../store/bundle.ts';
import { database } from '../../../store/database.ts';
import { askerIn, download, endpoint, queryOf } from '../_endpoint.ts';
import { streamed } from '../_stream.ts';

const yesSchema = z.enum(['yes', 'no']);

/** Everything that is here, in one file that another Corvat takes in without loss; `?photos=no` leaves photos out. */
export const GET = endpoint('coach', async (context) => {
  const { photosStay } = askerIn(context).team;
  const photos = !photosStay && queryOf(context, 'photos', yesSchema) !== 'no';
  const lines = await streamed(database(), () => wholeBundle(database(), photos), true);
  return download(lines, 'application/gzip', 'corvat.bundle.jsonl.gz');
});
