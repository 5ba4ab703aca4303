import { createContext, useContext } from 'react';
import type { MatchRecord, Rehearsal } from '../../../contracts/matches.ts';
import type { HandoverEstimate, TimedHandover } from '../../../core/match/handovers.ts';
import type { MatchEntry } from '../../../core/match/matchPlan.ts';
import type { RehearsalCourse } from '../../../core/match/rehearsal.ts';
import type { RouteProspect } from '../../../core/match/routeProspect.ts';
import type { OwnRoute } from '../matchWork.ts';
import type { Rehearsals } from './useRehearsals.ts';

/** What the parts of a rehearsal share. */
export interface Rehearsing {
  record: MatchRecord;
  routes: readonly OwnRoute[];
  nameOf: (entryId: string) => string;
  prospects: Readonly<Record<string, RouteProspect>> | null;
  timed: readonly TimedHandover[];
  handover: (from: MatchEntry, to: MatchEntry) => HandoverEstimate;
  log: Rehearsals;
  /** The one that goes on, or was the last; null before the first of this visit. */
  current: Rehearsal | null;
  course: RehearsalCourse | null;
  /** Seconds since it began, to the tenth. */
  elapsed: number;
}

const Work = createContext<Rehearsing | null>(null);

export const RehearsingProvider = Work.Provider;

export function useRehearsing(): Rehearsing {
  const work = useContext(Work);
  if (work === null) throw new Error('This part stands outside of a rehearsal.');
  return work;
}

/** The models of an entry’s route with the points of each. */
export function modelsOf(
  { record, routes }: Pick<Rehearsing, 'record' | 'routes'>,
  entryId: string,
): { id: string; name: string; points: number }[] {
  const entry = record.plan.entries.find(({ id }) => id === entryId);
  const route = routes.find(({ evidence }) => evidence.routeId === entry?.routeId);
  if (route === undefined) return [];
  const visited = new Set(
    route.plan.moves.flatMap((move) => (move.kind === 'checkpoint' ? [move.modelId] : [])),
  );
  return route.field.models.filter(({ id }) => visited.has(id));
}
