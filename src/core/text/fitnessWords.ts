import type { Fitness } from '../analysis/checks/driftVerdict.ts';
import { say } from '../language/say.ts';

/** How fit a gyro is for its routes, in a word or two. */
export function fitnessWords(fitness: Fitness): string {
  return {
    fit: say`fit`,
    'not fit': say`not fit`,
    'cannot tell': say`cannot tell`,
  }[fitness];
}
