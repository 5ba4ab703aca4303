import { checkpointsOf } from '../core/route/checkpoints.ts';
import { ownDrill, type OwnDrill } from '../core/trainer/ownDrill.ts';
import type { PageContext } from './_pageContext.ts';

/** Evenings that are offered. */
const OFFERED = 4;

/** The newest evenings of the chosen route as drills: its runs are at hand, so they cost no question. */
export function ownDrillsOf({ route, field, runs }: PageContext): OwnDrill[] {
  if (route === null || field === null) return [];
  const checkpoint = checkpointsOf(route.revision.plan).at(-1);
  const model = field.field.models.find(({ id }) => id === checkpoint?.modelId);
  if (checkpoint === undefined || model === undefined) return [];
  const evenings = [...new Set(runs.map(({ sessionId }) => sessionId))];
  return evenings
    .flatMap((sessionId): OwnDrill[] => {
      const own = runs.filter((run) => run.sessionId === sessionId);
      const number = own[0]!.revisionNumber;
      const changed = number < route.revision.number ? route.revision.reason : null;
      const about = {
        id: sessionId,
        route: route.name,
        revision: number,
        goal: route.goal,
        changed,
      };
      const drill = ownDrill(about, own, checkpoint, model.zone);
      return drill === null ? [] : [drill];
    })
    .slice(-OFFERED);
}
