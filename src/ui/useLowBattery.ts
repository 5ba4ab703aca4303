import { useMemo } from 'react';
import type { LowBattery } from '../core/analysis/checks/lowBattery.ts';
import type { Experiment } from '../core/simulation/run.ts';
import { simulationWorker } from './simulationWorker.ts';
import { useWorked } from './useWorker.ts';

/** What of a route fails first on a low battery, one answer for each way in which the speed may follow the voltage. */
export type LowBatteries = readonly (LowBattery | null)[];

/**
 * Finds away from the page below which voltage routes fail; null until it is known. Both lists have to stay the same
 * ones while they mean the same.
 *
 * @param follows how the speed may follow the voltage
 */
export function useLowBattery(
  experiments: readonly Experiment[],
  follows: readonly number[],
): readonly LowBatteries[] | null {
  const wanted = useMemo(
    () => (experiments.length === 0 ? null : { experiments: [...experiments], follows }),
    [experiments, follows],
  );
  const { found } = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.lowBatteries(at.experiments, [...at.follows])),
  );
  return found;
}
