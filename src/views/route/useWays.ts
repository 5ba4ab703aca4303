import { useEffect, useRef, useState } from 'react';
import type { ComparedWay } from '../../core/analysis/planning/alternatives.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { Cancelled } from '../../ui/cancellableWorker.ts';
import { simulationWorker, type SimulationWorker } from '../../ui/simulationWorker.ts';

/** Rest after an edit before the ways are compared, ms. */
const PAUSE = 250;

/** Compares the ways to carry out a step, away from the page; −1 is no step. */
export function useWays(experiment: Experiment, step: number): readonly ComparedWay[] {
  const worker = useRef<SimulationWorker | null>(null);
  const [found, setFound] = useState<{ ways: ComparedWay[]; of: string } | null>(null);
  // Only what the step depends on: another move of the route need not ask again.
  const key = step < 0 ? '' : JSON.stringify([experiment.plan.moves, step]);
  useEffect(() => {
    if (step < 0) return;
    let live = true;
    const timer = setTimeout(() => {
      worker.current ??= simulationWorker();
      worker.current
        .ask((door) => door.ways(experiment, step))
        .then(
          (ways) => live && setFound({ ways, of: key }),
          (error: unknown) => {
            if (!(error instanceof Cancelled)) throw error;
          },
        );
    }, PAUSE);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [experiment, step, key]);
  useEffect(() => () => worker.current?.end(), []);
  return found?.of === key ? found.ways : [];
}
