import { idSchema } from '../../../../core/schema/scalars.ts';
import { database } from '../../../../store/database.ts';
import { NotFound } from '../../../../store/errors.ts';
import { seenOfRevision } from '../../../../store/telemetry.ts';
import { endpoint, json } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** What each move did in the runs of a `?revision=` that were seen by a camera or told by the hub, oldest first. */
export const GET = endpoint('look', async ({ url }) => {
  const revision = idSchema.safeParse(url.searchParams.get('revision'));
  if (!revision.success) throw new NotFound(say`revision`);
  return json(await seenOfRevision(database(), revision.data));
});
