import { useMemo } from 'react';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { Robot } from '../../contracts/robots.ts';
import type { Route } from '../../contracts/routes.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

/** A pack so much below the voltage in use, V, is charged by anybody without being told. */
const FAR_BELOW = 1.2;

/** Below which voltage a route fails, in a sentence; null when that is far, or not known yet. */
export function useLowWarning(
  route: Route,
  robot: Robot,
  { field }: FieldRecord,
): { voltage: number; sentence: string } | null {
  const { setup } = robot.setup;
  const { plan } = route.revision;
  const wanted = useMemo(
    () => ({ plan, field, estimated: setup, trueParameters: setup }),
    [plan, field, setup],
  );
  const { found: low } = useWorked(simulationWorker, wanted, (worker, experiment) =>
    worker.ask((door) => door.lowWarning(experiment)),
  );
  return low === null || low.voltage < setup.battery.voltage - FAR_BELOW ? null : low;
}
