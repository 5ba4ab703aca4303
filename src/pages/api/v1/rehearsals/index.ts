import { idSchema } from '../../../../core/schema/scalars.ts';
import { database } from '../../../../store/database.ts';
import { NotFound } from '../../../../store/errors.ts';
import { listRehearsals } from '../../../../store/rehearsals.ts';
import { endpoint, json } from '../../_endpoint.ts';
import { say } from '../../../../core/language/say.ts';

/** The rehearsals of a `?match=`, oldest first. */
export const GET = endpoint('look', async ({ url }) => {
  const match = idSchema.safeParse(url.searchParams.get('match'));
  if (!match.success) throw new NotFound(say`match plan`);
  return json(await listRehearsals(database(), match.data));
});
