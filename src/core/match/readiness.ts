import { measurementsOf } from '../analysis/planning/today.ts';
import type { Measurement } from '../analysis/unknowns/measureNext.ts';
import { checkpointsOf } from '../route/checkpoints.ts';
import type { PlayedBy, RouteToPlay } from './matchSummary.ts';

/** What of a route is not measured. */
export interface RouteReadiness {
  routeId: string;
  /** Benches that would lift its chance once it is aimed, best first. */
  benches: Measurement[];
  /** Models that no run of the newest revision was judged at, as they are called. */
  unseen: string[];
}

/** What of each route is not measured: how ready it is beside its chance and the age of its evidence. */
export function readinessOf({ robot, routes }: PlayedBy): Record<string, RouteReadiness> {
  return Object.fromEntries(
    routes.map((route) => {
      const { routeId } = route.evidence;
      const benches = measurementsOf(robot, route).filter(({ what }) => what !== 'practice');
      return [routeId, { routeId, benches, unseen: unseenModels(route) }];
    }),
  );
}

function unseenModels({ plan, field, runs }: RouteToPlay): string[] {
  const reached = new Set(checkpointsOf(plan).map(({ modelId }) => modelId));
  const judged = new Set(
    runs
      .filter(({ setAside }) => setAside === null)
      .flatMap(({ outcomes }) => outcomes.map(({ modelId }) => modelId)),
  );
  return field.models
    .filter(({ id }) => reached.has(id) && !judged.has(id))
    .map(({ name }) => name);
}
