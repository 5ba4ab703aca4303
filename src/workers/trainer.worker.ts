import './workerConventions.ts';
import * as Comlink from 'comlink';
import { answersOf, drawnDrill, judgeAnswer, type DrillAnswer } from '../core/trainer/answer.ts';
import type { Level, Step } from '../core/trainer/world.ts';
import { beginDrill, doStep, type DrillKnown } from '../core/trainer/follow.ts';
import { drillReport, type DrillReport } from '../core/trainer/report.ts';

/** Which drill it is, and what was done in it: all else follows. */
export interface DrillState {
  level: Level;
  seed: number;
  steps: readonly Step[];
}

/** An answer to choose, by the name of its fault. */
export interface DrillChoice {
  id: string;
  words: string;
}

/** What was known before the newest step, so that only that one is done. */
let last: { state: DrillState; known: DrillKnown } | null = null;

function knownAfter(state: DrillState): DrillKnown {
  const { level, seed, steps } = state;
  const drill = drawnDrill(level, seed);
  const goesOn =
    last !== null &&
    last.state.level === level &&
    last.state.seed === seed &&
    JSON.stringify(last.state.steps) === JSON.stringify(steps.slice(0, last.state.steps.length));
  const from = goesOn ? last!.state.steps.length : 0;
  const known = steps
    .slice(from)
    .reduce(
      (before, step) => doStep(before, drill, step),
      goesOn ? last!.known : beginDrill(drill),
    );
  last = { state, known };
  return known;
}

const door = {
  /** What the sheets say of a drill so far. */
  report(state: DrillState): DrillReport {
    const { level, seed, steps } = state;
    return drillReport(drawnDrill(level, seed), knownAfter(state), steps);
  },
  /** The answers to choose from. */
  choices({ level, seed }: Pick<DrillState, 'level' | 'seed'>): {
    causes: DrillChoice[];
    cures: DrillChoice[];
  } {
    const { causes, cures } = answersOf(drawnDrill(level, seed));
    return {
      causes: causes.map(({ id, cause }) => ({ id, words: cause })),
      cures: cures.map(({ id, cure }) => ({ id, words: cure })),
    };
  },
  /** What comes of an answer. */
  judge(
    { level, seed, steps }: DrillState,
    named: { cause: string; cure: string },
  ): DrillAnswer & { fault: string } {
    const drill = drawnDrill(level, seed);
    return { ...judgeAnswer(drill, steps, named), fault: drill.fault.id };
  },
};

/** What the trainer’s worker offers to views. */
export type TrainerWorkerApi = typeof door;

Comlink.expose(door);
