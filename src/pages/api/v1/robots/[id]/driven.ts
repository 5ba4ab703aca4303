import { database } from '../../../../../store/database.ts';
import { drivenPlans } from '../../../../../store/driven.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

/** The runs with the robot's newest setup, by revision. */
export const GET = endpoint('look', async (context) =>
  json(await drivenPlans(database(), idOf(context))),
);
