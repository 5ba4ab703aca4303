import { useEffect, useState } from 'react';
import type { Share } from '../../core/analysis/budget/budget.ts';
import type { SpreadSource } from '../../core/analysis/budget/stepModel.ts';
import type { AimLimits, AimOption, AimTarget } from '../../core/analysis/aim/aim.ts';
import type { Zone } from '../../core/field/field.ts';
import type { Checkpoint } from '../../core/route/plan.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';

export interface Advice {
  aims: AimOption[];
  shares: Share<SpreadSource>[];
  /** Whether the worker is still at it. */
  working: boolean;
}

const NOTHING: Advice = { aims: [], shares: [], working: false };

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
  const [advice, setAdvice] = useState<Advice>({ ...NOTHING, working: true });
  useEffect(() => {
    const worker = simulationWorker();
    let ended = false;
    const work = async () => {
      const here = targets.find((target) => target.checkpoint.id === checkpoint.id);
      const shares = await worker.ask((door) =>
        door.shares(experiment, checkpoint, zone, here?.summary ?? null),
      );
      if (ended) return;
      if (targets.length === 0) {
        setAdvice({ aims: [], shares, working: false });
        return;
      }
      setAdvice((now) => ({ ...now, shares }));
      const aims = await worker.ask((door) => door.aim(experiment, [...targets], limits));
      if (!ended) setAdvice({ aims, shares, working: false });
    };
    setAdvice((now) => ({ ...now, aims: [], working: true }));
    // Leaving the page gives the work up; nobody waits for it then.
    work().catch(() => ended || setAdvice(NOTHING));
    return () => {
      ended = true;
      worker.end();
    };
  }, [experiment, checkpoint, zone, targets, limits]);
  return advice;
}
