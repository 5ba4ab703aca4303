import type { Sequelize } from 'sequelize';
import type { Run } from '../contracts/records.ts';
import type { Story } from '../core/text/story.ts';
import type { Field } from '../core/field/field.ts';
import { loadStory } from '../store/story.ts';
import { inThread } from './pool.ts';

/**
 * A route's story, with the runs and the field that its drawings need. It compares revisions by permutation, which
 * takes a while with a season of them, so it is told in a thread.
 */
export async function tellStory(
  database: Sequelize,
  routeId: string,
  signal: AbortSignal,
): Promise<{ story: Story; runs: Run[]; field: Field }> {
  const { source, runs, field } = await loadStory(database, routeId);
  const tooLong = 'The story of this route takes too long to be told.';
  const story = await inThread('story', source, { seconds: 60, tooLong, signal });
  return { story, runs, field };
}
