import { robotUpdateSchema } from '../../../../../contracts/robots.ts';
import { database } from '../../../../../store/database.ts';
import { getRobot, renameRobot } from '../../../../../store/robots.ts';
import { body, endpoint, idOf, json } from '../../../_endpoint.ts';

export const GET = endpoint('look', async (context) =>
  json(await getRobot(database(), idOf(context))),
);

export const PATCH = endpoint('coach', async (context) => {
  const change = await body(context.request, robotUpdateSchema);
  return json(await renameRobot(database(), idOf(context), change));
});
