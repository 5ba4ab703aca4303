import { z } from 'zod';
import type { Zone } from '../core/field/field.ts';
import type { Story } from '../core/text/story.ts';
import type { QuestionCard } from '../core/text/talk.ts';

/** A run as a target card shows it. */
export interface CardRun {
  id: string;
  number: number;
  /** mm. */
  along: number;
  left: number;
  hit: boolean;
  setAside: boolean;
}

/** The runs of one revision, for its card in the story. */
export interface StoryCard {
  revision: number;
  runs: CardRun[];
}

/** A story with what its drawings need. */
export const toldStorySchema = z.custom<ToldStory>(
  (answer) =>
    z
      .looseObject({
        story: z.looseObject({
          headline: z.string(),
          chapters: z.array(z.looseObject({ number: z.number() })),
          events: z.array(z.looseObject({ title: z.string() })),
        }),
        cards: z.array(z.looseObject({ revision: z.number(), runs: z.array(z.unknown()) })),
        questions: z.array(z.looseObject({ question: z.string(), answer: z.string() })),
      })
      .safeParse(answer).success,
);
export interface ToldStory {
  story: Story;
  model: { id: string; name: string; zone: Zone } | null;
  cards: StoryCard[];
  questions: QuestionCard[];
}
