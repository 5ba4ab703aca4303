import { teamCreateSchema } from '../../../../contracts/devices.ts';
import { removeTeam, renameTeam } from '../../../../store/club/teams.ts';
import { clubDatabase } from '../../../../store/database.ts';
import { copyBefore } from '../../_copy.ts';
import { body, endpoint, idOf, json } from '../../_endpoint.ts';

/** Names a team. */
export const PATCH = endpoint('club', async (context) => {
  const { name } = await body(context.request, teamCreateSchema);
  const team = await renameTeam(clubDatabase(), idOf(context), name);
  return json({ id: team.id, name: team.name });
});

/** Removes a team with everything that it has, after a copy of everything. */
export const DELETE = endpoint('club', async (context) => {
  await copyBefore('before removing a team');
  await removeTeam(clubDatabase(), idOf(context));
  return new Response(null, { status: 204 });
});
