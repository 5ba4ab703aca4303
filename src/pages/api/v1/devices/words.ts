import { wordCreateSchema } from '../../../../contracts/devices.ts';
import { offerWord } from '../../../../store/club/devices.ts';
import { clubDatabase } from '../../../../store/database.ts';
import { askerIn, body, endpoint, json } from '../../_endpoint.ts';

/** A word that lets one device into the team, in the role that the body names. */
export const POST = endpoint('coach', async (context) => {
  const { role } = await body(context.request, wordCreateSchema);
  const { team } = askerIn(context);
  return json(await offerWord(clubDatabase(), { teamId: team.id, role, club: false }), 201);
});
