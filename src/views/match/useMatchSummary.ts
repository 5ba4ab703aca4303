import { useMemo } from 'react';
import type { Robot } from '../../contracts/robots.ts';
import type { TimedHandover } from '../../core/match/handovers.ts';
import type { MatchPlan } from '../../core/match/matchPlan.ts';
import type { MatchSummary, PlayedBy } from '../../core/match/matchSummary.ts';
import type { RouteReadiness } from '../../core/match/readiness.ts';
import type { RouteProspect } from '../../core/match/routeProspect.ts';
import { matchWorker } from '../../ui/matchWorker.ts';
import { useWorked, type Worked } from '../../ui/useWorker.ts';
import type { OwnRoute } from './matchWork.ts';

/** A pause after a change before a match is worked out, ms. */
const PAUSE = 150;

/** What each route may bring, worked out away from the page; null until it is. */
export function useProspects(
  robot: Pick<Robot, 'setup'>,
  routes: readonly OwnRoute[],
): Record<string, RouteProspect> | null {
  return useWorked(matchWorker, usePlayed(robot, routes), (worker, played) =>
    worker.ask((door) => door.prospects(played)),
  ).found;
}

/** What of each route is not measured, worked out away from the page; null until it is. */
export function useReadiness(
  robot: Pick<Robot, 'setup'>,
  routes: readonly OwnRoute[],
): Record<string, RouteReadiness> | null {
  return useWorked(matchWorker, usePlayed(robot, routes), (worker, played) =>
    worker.ask((door) => door.readiness(played)),
  ).found;
}

function usePlayed(
  { setup: { setup, sources } }: Pick<Robot, 'setup'>,
  routes: readonly OwnRoute[],
): PlayedBy {
  return useMemo(() => ({ robot: { setup, sources }, routes }), [setup, sources, routes]);
}

/** What a plan comes to, worked out anew after every change. */
export function useMatchSummary(
  robot: Pick<Robot, 'setup'>,
  routes: readonly OwnRoute[],
  plan: MatchPlan,
  timed: readonly TimedHandover[],
): Worked<MatchSummary | null> & { prospects: Record<string, RouteProspect> | null } {
  const prospects = useProspects(robot, routes);
  const wanted = useMemo(
    () => (prospects === null ? null : { plan, routes, prospects, timed }),
    [plan, routes, prospects, timed],
  );
  const summary = useWorked(
    matchWorker,
    wanted,
    (worker, question) => worker.ask((door) => door.summary(question)),
    PAUSE,
  );
  return { ...summary, prospects };
}
