import { adviceOn, type Because } from './advice.ts';
import { doBench, type BenchOutcome } from './benchTrials.ts';
import { minutesOf } from './costs.ts';
import { worldOfDrill, type Drill } from './drill.ts';
import { driveDrill } from './drive.ts';
import { DrivenRuns } from './drivenRuns.ts';
import type { Fault } from './fault.ts';
import { Signs } from './signs.ts';
import type { DrillBench, Look, Step, World } from './world.ts';

/** What is known of a drill after some steps. */
export interface DrillKnown {
  world: World;
  driven: DrivenRuns;
  benches: Map<DrillBench, BenchOutcome | null>;
  looks: Set<Look>;
  minutes: number;
}

/** Nothing is known of a drill yet. */
export function beginDrill(drill: Drill): DrillKnown {
  const world = worldOfDrill(drill);
  const driven = new DrivenRuns(world.believed, []);
  return { world, driven, benches: new Map(), looks: new Set(), minutes: 0 };
}

/** Does a step of a drill; what was known before stays as it was. */
export function doStep(known: DrillKnown, { seed }: Drill, step: Step): DrillKnown {
  const { world } = known;
  const { runs } = known.driven;
  const minutes = known.minutes + minutesOf(step, runs.length);
  switch (step.do) {
    case 'drive': {
      const more = Array.from({ length: Math.max(0, step.runs - runs.length) }, (_, i) =>
        driveDrill(world, seed, runs.length + i),
      );
      const driven = new DrivenRuns(world.believed, [...runs, ...more]);
      return { ...known, minutes, driven };
    }
    case 'bench': {
      const kind = step.bench;
      return {
        ...known,
        minutes,
        benches: new Map(known.benches).set(kind, doBench(world, seed, kind)),
      };
    }
    case 'look':
      return { ...known, minutes, looks: new Set(known.looks).add(step.at) };
  }
}

/** What the sheets say of what is known. */
export function signsOf({ world, driven, benches, looks }: DrillKnown): Signs {
  return new Signs(world, driven, benches, looks);
}

/** The way that the sheets point, from the beginning to what it found; null when it found nothing. */
export interface Way {
  steps: { step: Step; because: Because }[];
  found: Fault | null;
  minutes: number;
}

/** Follows what the sheets say to the letter. */
export function followAdvice(drill: Drill): Way {
  let known = beginDrill(drill);
  const steps: Way['steps'] = [];
  for (;;) {
    const advice = adviceOn(signsOf(known));
    if (advice === null) return { steps, found: null, minutes: known.minutes };
    if ('found' in advice) return { steps, found: advice.found, minutes: known.minutes };
    known = doStep(known, drill, advice.step);
    steps.push(advice);
  }
}
