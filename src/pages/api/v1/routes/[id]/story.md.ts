import { storyMarkdown } from '../../../../../core/formats/storyMarkdown.ts';
import { database } from '../../../../../store/database.ts';
import { tellStory } from '../../../../../server/story.ts';
import { download, endpoint, idOf } from '../../../_endpoint.ts';

/** The story of a route as Markdown. */
export const GET = endpoint('look', async (context) => {
  const { story, questions } = await tellStory(database(), idOf(context), context.request.signal);
  return download(storyMarkdown(story, questions), 'text/markdown', `${story.route}.story.md`);
});
