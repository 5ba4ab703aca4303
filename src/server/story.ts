import type { Sequelize } from 'sequelize';
import type { Run } from '../contracts/practices.ts';
import type { StoryCard, ToldStory } from '../contracts/story.ts';
import type { BenchKind } from '../core/benches/index.ts';
import type { Story, StorySource } from '../core/text/story.ts';
import { rehearsalCourse } from '../core/match/rehearsal.ts';
import { questionCards, type TalkSource } from '../core/text/talk.ts';
import { listMatches } from '../store/matches.ts';
import { listRehearsals } from '../store/rehearsals.ts';
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
  const cards = cardsOf(story, runs, model?.id ?? null);
  const match = await matchOfRoute(database, routeId);
  const questions = questionCards({ story, match, ...talkFigures(source) });
  return { story, model, cards, questions };
}

/** What a talk says of benches, camera and learning. */
function talkFigures({
  benches,
  seen,
  setups,
}: StorySource): Pick<TalkSource, 'benches' | 'seen' | 'learned'> {
  const counts = new Map<BenchKind, number>();
  for (const { kind } of benches) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  const byRuns = setups
    .toSorted((a, b) => a.number - b.number)
    .map(({ sources }) =>
      JSON.stringify(Object.entries(sources).filter(([, { kind }]) => kind === 'runs')),
    );
  return {
    benches: counts,
    seen: [...seen.values()].reduce((sum, runs) => sum + runs.length, 0),
    learned: byRuns.filter((now, i) => now !== '[]' && now !== byRuns[i - 1]).length,
  };
}

/** The newest match plan that has a route, and how often it was rehearsed. */
async function matchOfRoute(database: Sequelize, routeId: string): Promise<TalkSource['match']> {
  const plan = (await listMatches(database)).find(({ plan: { entries } }) =>
    entries.some((entry) => entry.routeId === routeId),
  );
  if (plan === undefined) return null;
  const rehearsals = await listRehearsals(database, plan.id);
  const courses = rehearsals.map(({ events }) =>
    rehearsalCourse(
      events.map(({ event }) => event),
      plan.plan,
    ),
  );
  const rehearsed = courses.flatMap(({ over, points }) => (over === null ? [] : [points]));
  return { name: plan.name, routes: plan.plan.entries.length, rehearsed };
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
