import { BENCH_PLANS } from '../analysis/unknowns/benchPlans.ts';
import type { DrillBench, Level, Step } from './world.ts';

/** How many runs there are to find a fault. */
export const RUNS: Readonly<Record<Level, number>> = { 1: 20, 2: 15, 3: 10 };
/** A minute for a run with fetching and putting down, and for a look. */
const RUN_MINUTES = 1;
const LOOK_MINUTES = 1;
/** Squares both ways round, which are no bench that tells a number alone, min. */
const SQUARE_MINUTES = 8;

/** How long a bench takes, min: as long as where it is advised. */
export function minutesOfBench(bench: DrillBench): number {
  return BENCH_PLANS.find(({ kind }) => kind === bench)?.minutes ?? SQUARE_MINUTES;
}

/** How long a step takes at a table, min. @param driven runs that were driven before it */
export function minutesOf(step: Step, driven: number): number {
  switch (step.do) {
    case 'drive':
      return RUN_MINUTES * Math.max(0, step.runs - driven);
    case 'bench':
      return minutesOfBench(step.bench);
    case 'look':
      return LOOK_MINUTES;
  }
}
