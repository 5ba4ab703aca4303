import { useMemo } from 'react';
import type { Share } from '../../core/analysis/budget/budget.ts';
import type { SpreadSource } from '../../core/analysis/budget/stepModel.ts';
import type { AimLimits, AimOption, AimTarget } from '../../core/analysis/aim/aim.ts';
import type { Zone } from '../../core/field/field.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

export interface Advice {
  aims: AimOption[];
  shares: Share<SpreadSource>[];
  /** Whether the worker is still at it. */
  working: boolean;
}

/**
 * Works out, away from the page, which numbers would aim and where the spread comes from.
 *
 * @param targets what is aimed at; none while there are too few runs
 */
export function useAdvice(
  experiment: Experiment,
  checkpoint: Checkpoint,
  zone: Zone,
  targets: readonly AimTarget[],
  limits: AimLimits,
): Advice {
  const sharing = useMemo(() => {
    const here = targets.find((target) => target.checkpoint.id === checkpoint.id);
    return { experiment, checkpoint, zone, measured: here?.summary ?? null };
  }, [experiment, checkpoint, zone, targets]);
  const shares = useWorked(simulationWorker, sharing, (worker, { measured, ...at }) =>
    worker.ask((door) => door.shares(at.experiment, at.checkpoint, at.zone, measured)),
  );
  const aiming = useMemo(
    () => (targets.length === 0 ? null : { experiment, targets: [...targets], limits }),
    [experiment, targets, limits],
  );
  const aims = useWorked(simulationWorker, aiming, (worker, at) =>
    worker.ask((door) => door.aim(at.experiment, at.targets, at.limits)),
  );
  return {
    aims: aims.found ?? [],
    shares: shares.found ?? [],
    working: shares.working || aims.working,
  };
}
