import type { Sequelize } from 'sequelize';
import type { DrivenRevision } from '../contracts/driven.ts';
import { planFaults } from '../core/route/plan.ts';
import { getRobot } from './robots.ts';
import { revisionsOnFields } from './routes.ts';
import { listRuns } from './runs.ts';
import { seenByCamera } from './telemetry.ts';

/** As many runs as a robot learns from; older ones say the same again. */
const NEWEST = 1000;

/**
 * The runs of a robot with its newest setup, by the revisions that they were driven by: what its numbers can be
 * learned from. Runs of an older setup are in that one already, where it was learned from them.
 */
export async function drivenPlans(database: Sequelize, robotId: string): Promise<DrivenRevision[]> {
  const { setup } = await getRobot(database, robotId);
  const runs = await listRuns(database, { setupId: setup.id, limit: NEWEST });
  const counted = runs.filter(
    ({ setAside, measurements }) => setAside === null && measurements.length > 0,
  );
  const driven = await revisionsOnFields(database, [
    ...new Set(counted.map(({ revisionId }) => revisionId)),
  ]);
  const seen = await seenByCamera(
    database,
    counted.map(({ id }) => id),
  );
  return driven.flatMap(({ route, revision, field }): DrivenRevision[] => {
    const { plan } = revision;
    if (planFaults(plan, field.field).length > 0) return [];
    const own = counted
      .filter(({ revisionId }) => revisionId === revision.id)
      .map((run) => ({ ...run, seen: seen.get(run.id) ?? null }));
    return [
      {
        routeId: revision.routeId,
        route,
        revision: revision.number,
        plan,
        field: field.field,
        runs: own,
      },
    ];
  });
}
