import { database } from '../../../../../store/database.ts';
import { tellStory } from '../../../../../server/story.ts';
import { endpoint, idOf, json } from '../../../_endpoint.ts';

/** The story of a route, with what its drawings need. */
export const GET = endpoint('look', async (context) =>
  json(await tellStory(database(), idOf(context), context.request.signal)),
);
