import { useEffect, useState } from 'react';
import type { LowBattery } from '../core/analysis/checks/lowBattery.ts';
import type { Experiment } from '../core/simulation/run.ts';
import { Cancelled } from './cancellableWorker.ts';
import { simulationWorker } from './simulationWorker.ts';

/** What of a route fails first on a low battery, one answer for each way in which the speed may follow the voltage. */
export type LowBatteries = readonly (LowBattery | null)[];

/**
 * Finds away from the page below which voltage routes fail; null until it is known. Both lists have to stay the same
 * ones while they mean the same.
 *
 * @param follows how the speed may follow the voltage; null takes what each robot's numbers say
 */
export function useLowBattery(
  experiments: readonly Experiment[],
  follows: readonly number[] | null,
): readonly LowBatteries[] | null {
  const [found, setFound] = useState<{
    of: readonly Experiment[];
    follows: readonly number[] | null;
    low: readonly LowBatteries[];
  } | null>(null);
  useEffect(() => {
    if (experiments.length === 0) return;
    const worker = simulationWorker();
    worker
      .ask((door) => door.lowBatteries([...experiments], follows === null ? null : [...follows]))
      .then(
        (low) => setFound({ of: experiments, follows, low }),
        (error: unknown) => {
          if (!(error instanceof Cancelled)) throw error;
        },
      );
    return () => worker.end();
  }, [experiments, follows]);
  return found?.of === experiments && found.follows === follows ? found.low : null;
}
