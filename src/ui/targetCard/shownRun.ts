import type { CardRun } from '../../contracts/story.ts';

/** A run on the card. */
export interface ShownRun extends CardRun {
  /** A run of the set before, which stands back. */
  earlier?: boolean;
}
