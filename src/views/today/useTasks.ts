import { useEffect, useMemo, useState } from 'react';
import type { Robot } from '../../contracts/robots.ts';
import type { RouteToHelp } from '../../core/analysis/planning/today.ts';
import type { ShownTask } from '../../core/text/shownTask.ts';
import { pageData } from '../../ui/pageData.ts';
import { simulationWorker } from '../../ui/simulationWorker.ts';
import { useWorked } from '../../ui/useWorker.ts';

/** All that is worth the time, best first; what measuring would bring, and the aim in numbers, come a moment later. */
export function useTasks(
  { setup: { setup, sources } }: Pick<Robot, 'setup'>,
  atOnce: readonly ShownTask[],
): { tasks: readonly ShownTask[]; working: boolean } {
  const [routes, setRoutes] = useState<RouteToHelp[]>([]);
  useEffect(() => setRoutes(pageData<RouteToHelp[]>('routes')), []);
  const wanted = useMemo(
    () => (routes.length === 0 ? null : { robot: { setup, sources }, routes }),
    [routes, setup, sources],
  );
  const { found, working } = useWorked(simulationWorker, wanted, (worker, at) =>
    worker.ask((door) => door.tasks(at.robot, at.routes)),
  );
  return { tasks: found ?? atOnce, working };
}
