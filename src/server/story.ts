import type { Sequelize } from 'sequelize';
import type { Run } from '../contracts/practices.ts';
import type { StoryCard, ToldStory } from '../contracts/story.ts';
import type { Story } from '../core/text/story.ts';
import { readTeam } from '../store/team.ts';
import { countBy } from './requestConventions.ts';
import { loadStory } from '../store/story.ts';
import { inThread } from './pool.ts';
import { say } from '../core/language/say.ts';

/** Cards that fit side by side on a page. */
const CARDS = 3;

/**
 * A route's story, with the cards of the revisions that are drawn. It compares revisions by permutation, which
 * takes a while with a season of them, so it is told in a thread.
 */
export async function tellStory(
  database: Sequelize,
  routeId: string,
  signal: AbortSignal,
): Promise<ToldStory> {
  const [{ source, runs }, conventions] = await Promise.all([
    loadStory(database, routeId),
    readTeam(database),
  ]);
  countBy(conventions);
  const tooLong = say`The story of this route takes too long to be told.`;
  const story = await inThread('story', source, { seconds: 60, tooLong, signal });
  const { checkpoint } = story;
  const model = source.drawing.models.find(({ id }) => id === checkpoint?.modelId) ?? null;
  return { story, model, cards: cardsOf(story, runs, model?.id ?? null) };
}

/** The runs on the cards of the first revision that was driven, and of the newest ones. */
function cardsOf(
  { chapters, checkpoint }: Story,
  runs: readonly Run[],
  modelId: string | null,
): StoryCard[] {
  if (checkpoint === null || modelId === null) return [];
  const driven = chapters.filter(({ verdict }) => verdict.runs > 0);
  const drawn = driven.length <= CARDS ? driven : [driven[0]!, ...driven.slice(1 - CARDS)];
  return drawn.map(({ number }) => ({
    revision: number,
    runs: runs.flatMap((run, i) => {
      const found = run.measurements.find((one) => one.checkpointId === checkpoint.id);
      if (run.revisionNumber !== number || found === undefined) return [];
      return [
        {
          id: run.id,
          number: i + 1,
          along: found.along,
          left: found.left,
          hit: run.outcomes.find((outcome) => outcome.modelId === modelId)?.hit ?? true,
          setAside: run.setAside !== null,
        },
      ];
    }),
  }));
}
