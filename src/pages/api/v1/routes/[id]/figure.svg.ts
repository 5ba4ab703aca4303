import { consistencyFigure } from '../../../../../core/formats/consistencyFigure.ts';
import { database } from '../../../../../store/database.ts';
import { tellStory } from '../../../../../server/story.ts';
import { endpoint, idOf } from '../../../_endpoint.ts';

/** “How we became consistent”, on one page. */
export const GET = endpoint('look', async (context) => {
  const { story } = await tellStory(database(), idOf(context), context.request.signal);
  return new Response(consistencyFigure(story), {
    headers: { 'content-type': 'image/svg+xml; charset=utf-8' },
  });
});
