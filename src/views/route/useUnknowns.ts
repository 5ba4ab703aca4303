import type { RouteUnknowns } from '../../core/analysis/unknowns/routeUnknowns.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

/** Rest after a change before it is worked out, ms: not with every step of a drag. */
const REST = 250;

/** What is not known of the robot, as it shows on the route; null while it is being worked out. */
export function useUnknowns(known: Experiment): RouteUnknowns | null {
  const { found } = useWorked(
    simulationWorker,
    known,
    (worker, at) => worker.ask((door) => door.unknowns(at)),
    REST,
  );
  return found;
}
