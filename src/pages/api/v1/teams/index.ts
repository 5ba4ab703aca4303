import { teamCreateSchema } from '../../../../contracts/devices.ts';
import { createTeam, listTeams } from '../../../../store/club/teams.ts';
import { clubDatabase, databaseUrl } from '../../../../store/database.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

/** The teams of the club. */
export const GET = endpoint('club', async () =>
  json((await listTeams(clubDatabase())).map(({ id, name }) => ({ id, name }))),
);

/** Makes a team, with nothing in it. */
export const POST = endpoint('club', async ({ request }) => {
  const { name } = await body(request, teamCreateSchema);
  const team = await createTeam(clubDatabase(), databaseUrl(), name);
  return json({ id: team.id, name: team.name }, 201);
});
