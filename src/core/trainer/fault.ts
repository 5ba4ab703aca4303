import type { Draw } from '../mathematics/randomness.ts';
import type { Signs } from './signs.ts';
import type { Level, World } from './world.ts';

/** Something that can be wrong, all of it in one file. */
export interface Fault {
  id: string;
  /** The easiest level at which it is drawn. */
  from: Level;
  /** What is wrong, and what to do about it: as answers to choose from. */
  cause: string;
  cure: string;
  /** What one takes home from it, in a sentence or two. */
  lesson: string;
  /**
   * Makes the world in which it is so.
   *
   * @param size 1 is as large as it comes; harder drills have smaller ones
   */
  plant: (world: World, size: number, luck: Draw) => World;
  /** Whether what was seen so far tells that it is this one. */
  told: (signs: Signs) => boolean;
}
