import { useEffect, useState } from 'react';
import { planSchema } from '../../contracts/domain.ts';
import type { RouteRevision } from '../../contracts/records.ts';
import type { RoutePlan } from '../../core/route/moves.ts';

/** Changes that are not saved yet. */
export interface Draft {
  /** Whether changes of an earlier visit were brought back. */
  restored: boolean;
  /** They are saved now: nothing is to be brought back. */
  forget: () => void;
  /** Drops them and goes back to the revision. */
  discard: () => void;
}

/** Keeps changes that are not saved in the browser, so that closing the page loses nothing. */
export function useDraft(
  routeId: string,
  revision: RouteRevision,
  plan: RoutePlan,
  restart: (plan: RoutePlan) => void,
): Draft {
  const name = `corvat-draft-${routeId}`;
  const [restored, setRestored] = useState(false);
  useEffect(() => {
    const kept = keptPlan(name, revision.id);
    if (kept === null) return;
    restart(kept);
    setRestored(true);
  }, [name, revision.id, restart]);
  useEffect(() => {
    if (plan !== revision.plan)
      localStorage.setItem(name, `${revision.id}\n${JSON.stringify(plan)}`);
  }, [name, plan, revision]);
  const forget = () => {
    localStorage.removeItem(name);
    setRestored(false);
  };
  return {
    restored,
    forget,
    discard: () => {
      forget();
      restart(revision.plan);
    },
  };
}

/** The plan kept under a name; one on an older revision would be refused when saved, so it is dropped. */
function keptPlan(name: string, revisionId: string): RoutePlan | null {
  const kept = localStorage.getItem(name);
  if (kept === null) return null;
  const [basedOn, draft] = kept.split('\n', 2) as [string, string];
  const parsed = planSchema.safeParse(JSON.parse(draft));
  if (parsed.success && basedOn === revisionId) return parsed.data;
  localStorage.removeItem(name);
  return null;
}
