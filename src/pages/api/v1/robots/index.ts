import { robotCreateSchema } from '../../../../contracts/robots.ts';
import { database } from '../../../../store/database.ts';
import { createRobot, listRobots } from '../../../../store/robots.ts';
import { body, endpoint, json } from '../../_endpoint.ts';

export const GET = endpoint('look', async () => json(await listRobots(database())));

export const POST = endpoint('coach', async ({ request }) => {
  const { name, setup, sources } = await body(request, robotCreateSchema);
  return json(await createRobot(database(), name, setup, sources), 201);
});
