import type { Drill } from './drill.ts';
import type { Fault } from './fault.ts';
import type { Level, Step } from './world.ts';
import { faultsOf } from './faults/index.ts';
import { beginDrill, doStep, followAdvice, signsOf } from './follow.ts';
import { uniform } from '../mathematics/randomness.ts';
import { becauseWords, stepWords } from './stepWords.ts';

/** Stream of luck that says which fault a drill has, and in which order answers stand. */
const [WHICH, ORDER] = [61, 62];

/** The drill of a level under a seed. */
export function drawnDrill(level: Level, seed: number): Drill {
  const faults = faultsOf(level);
  return { level, seed, fault: faults[Math.floor(uniform(seed, 0, WHICH)() * faults.length)]! };
}

/** All causes and cures from which a student chooses, each in an order of its own. */
export function answersOf({ level, seed }: Drill): { causes: Fault[]; cures: Fault[] } {
  const faults = faultsOf(level);
  const luck = uniform(seed, 0, ORDER);
  const shuffled = () =>
    faults
      .map((fault) => ({ fault, at: luck() }))
      .sort((a, b) => a.at - b.at)
      .map(({ fault }) => fault);
  return { causes: shuffled(), cures: shuffled() };
}

/** What comes of an answer. */
export interface DrillAnswer {
  right: boolean;
  cureRight: boolean;
  cause: string;
  cure: string;
  lesson: string;
  /** After which of the student’s steps the evidence was there; null when it never was. */
  toldAfter: string | null;
  minutes: number;
  /** The way that the sheets point, and how long it takes. */
  way: { what: string; why: string }[];
  wayMinutes: number;
}

/** Judges what a student named, and says what would have told it. */
export function judgeAnswer(
  drill: Drill,
  steps: readonly Step[],
  named: { cause: string; cure: string },
): DrillAnswer {
  const { fault } = drill;
  let known = beginDrill(drill);
  let toldAfter: string | null = null;
  for (const step of steps) {
    const words = stepWords(step, known.driven.runs.length);
    known = doStep(known, drill, step);
    if (toldAfter === null && fault.told(signsOf(known))) toldAfter = words;
  }
  const way = followAdvice(drill);
  let driven = 0;
  return {
    right: named.cause === fault.id,
    cureRight: named.cure === fault.id,
    cause: fault.cause,
    cure: fault.cure,
    lesson: fault.lesson,
    toldAfter,
    minutes: known.minutes,
    way: way.steps.map(({ step, because }) => {
      const what = stepWords(step, driven);
      if (step.do === 'drive') driven = step.runs;
      return { what, why: becauseWords(because) };
    }),
    wayMinutes: way.minutes,
  };
}
