import { useMemo } from 'react';
import type { ComparedWay } from '../../core/analysis/planning/alternatives.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

/** Rest after an edit before the ways are compared, ms. */
const PAUSE = 250;

/** Compares the ways to carry out a step, away from the page; −1 is no step. */
export function useWays(experiment: Experiment, step: number): readonly ComparedWay[] {
  const wanted = useMemo(() => (step < 0 ? null : { experiment, step }), [experiment, step]);
  const { found } = useWorked(
    simulationWorker,
    wanted,
    (worker, at) => worker.ask((door) => door.ways(at.experiment, at.step)),
    PAUSE,
  );
  return found ?? [];
}
