import type { Zone } from '../core/field/field.ts';
import type { Story } from '../core/text/story.ts';

/** A run as a target card shows it. */
interface CardRun {
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
export interface ToldStory {
  story: Story;
  model: { id: string; name: string; zone: Zone } | null;
  cards: StoryCard[];
}
