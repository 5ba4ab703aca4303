import { database } from '../../../../../store/database.ts';
import { practiceRobotOf } from '../../../../../store/links.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

/** Who the robot's practice robot is: it is the same one on links and before the practice camera. */
export const GET = endpoint('look', async (context) =>
  json(await practiceRobotOf(database(), idOf(context))),
);
