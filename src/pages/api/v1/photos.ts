import { photoRuleSchema } from '../../../contracts/team.ts';
import { keepPhotosHere } from '../../../store/club/teams.ts';
import { clubDatabase } from '../../../store/database.ts';
import { askerIn, body, endpoint, json } from '../_endpoint.ts';

/** Whether photos of runs stay on this machine and in no file that is taken out. */
export const PUT = endpoint('coach', async (context) => {
  const rule = await body(context.request, photoRuleSchema);
  await keepPhotosHere(clubDatabase(), askerIn(context).team.id, rule.photosStay);
  return json(rule);
});
