import { useMemo } from 'react';
import type { Robot } from '../../contracts/robots.ts';
import type { Learned } from '../../core/analysis/learning/learn.ts';
import type { Mend } from '../../core/analysis/learning/mends.ts';
import type { Zone } from '../../core/field/field.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { useDriven } from '../../ui/driven.ts';
import { sentenceOf } from '../../ui/api.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

/** Fewer runs than these say more of chance than of the robot. */
const FEWEST = 5;

export interface Learning {
  /** Null while it is worked out, and with too few runs. */
  learned: Learned | null;
  mends: Mend[];
  working: boolean;
  fault: string | null;
  /** Routes whose runs were learned from. */
  routes: string[];
}

/** Learns the numbers of the robot from all runs with its setup, away from the page. */
export function useLearning(
  robot: Robot,
  experiment: Experiment,
  checkpoint: Checkpoint,
  zone: Zone,
): Learning {
  const log = useDriven(robot);
  const wanted = useMemo(() => {
    const driven = (log.data ?? []).map(({ plan, field, runs }) => ({
      plan,
      field,
      runs: runs.map(({ sessionId, measurements, seen }) => ({
        session: sessionId,
        measurements,
        seen,
      })),
    }));
    const runs = driven.reduce((sum, one) => sum + one.runs.length, 0);
    return runs < FEWEST ? null : { driven, experiment, checkpoint, zone };
  }, [log.data, experiment, checkpoint, zone]);
  const { found, working, fault } = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.learn(at.driven, at.experiment, at.checkpoint, at.zone)),
  );
  const routes = useMemo(
    () => [...new Set((log.data ?? []).map(({ route }) => route))],
    [log.data],
  );
  return {
    learned: found?.learned ?? null,
    mends: found?.mends ?? [],
    working: working || log.isPending,
    fault: log.error === null ? fault : sentenceOf(log.error),
    routes,
  };
}
