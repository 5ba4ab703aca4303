import { teamSchema } from '../../../contracts/team.ts';
import { database } from '../../../store/database.ts';
import { readTeam, writeTeam } from '../../../store/team.ts';
import { body, endpoint, json } from '../_endpoint.ts';

/** How the team counts lengths, turns and motors. */
export const GET = endpoint('look', async () => json(await readTeam(database())));

export const PUT = endpoint('coach', async ({ request }) => {
  const team = await body(request, teamSchema);
  await writeTeam(database(), team);
  return json(team);
});
