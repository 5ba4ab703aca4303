import { createContext, useContext } from 'react';
import type { MatchRecord } from '../../contracts/matches.ts';
import type { Field } from '../../core/field/field.ts';
import type { MatchEntry, MatchPlan } from '../../core/match/matchPlan.ts';
import type { MatchSummary, RouteToPlay } from '../../core/match/matchSummary.ts';
import type { RouteProspect } from '../../core/match/routeProspect.ts';
import type { EditedHistory } from '../../ui/history.ts';
import { say } from '../../core/language/say.ts';

/** A route of the robot, with the field that it is laid on. */
export type OwnRoute = RouteToPlay & { fieldId: string };

/** What the parts of the sheet share. */
export interface MatchWork {
  models: Field['models'];
  record: MatchRecord;
  /** The routes of the robot on the field. */
  routes: readonly OwnRoute[];
  history: EditedHistory<MatchPlan>;
  plan: MatchPlan;
  /** Null while they are worked out. */
  prospects: Readonly<Record<string, RouteProspect>> | null;
  summary: MatchSummary | null;
  nameOf: (entryId: string) => string;
}

const Work = createContext<MatchWork | null>(null);

export const MatchWorkProvider = Work.Provider;

export function useMatchWork(): MatchWork {
  const work = useContext(Work);
  if (work === null) throw new Error('This part stands outside of a match plan.');
  return work;
}

/** The route of an entry as people call it; the second time with a word. */
export function entryName(
  { entries }: MatchPlan,
  routes: readonly OwnRoute[],
  entryId: string,
): string {
  const entry = entries.find(({ id }) => id === entryId);
  const route = routes.find(({ evidence }) => evidence.routeId === entry?.routeId);
  const name = route?.evidence.name ?? say`a route that is put away`;
  const again = entries.find(({ routeId }) => routeId === entry?.routeId)?.id !== entryId;
  return again ? say`${name}, again` : name;
}

/** The plan with another entry in place of one. */
export function withEntry(plan: MatchPlan, entry: MatchEntry): MatchPlan {
  return { ...plan, entries: plan.entries.map((one) => (one.id === entry.id ? entry : one)) };
}

/** The plan with an entry a place earlier or later; what needs another stays behind it. */
export function withMoved(plan: MatchPlan, id: string, by: -1 | 1): MatchPlan {
  const from = plan.entries.findIndex((entry) => entry.id === id);
  const to = from + by;
  if (to < 0 || to >= plan.entries.length) return plan;
  const entries = [...plan.entries];
  [entries[from], entries[to]] = [entries[to]!, entries[from]!];
  const held = entries.every(({ after }, place) =>
    after.every((needed) => entries.slice(0, place).some((one) => one.id === needed)),
  );
  return held ? { ...plan, entries } : plan;
}

/** The plan without an entry, which nothing needs any more. */
export function without(plan: MatchPlan, id: string): MatchPlan {
  return {
    ...plan,
    entries: plan.entries
      .filter((entry) => entry.id !== id)
      .map((entry) => ({ ...entry, after: entry.after.filter((needed) => needed !== id) })),
  };
}

/** The plan with one more run of a route, at its end. */
export function withRoute(plan: MatchPlan, routeId: string): MatchPlan {
  const taken = new Set(plan.entries.map(({ id }) => id));
  let number = plan.entries.length + 1;
  while (taken.has(`e${number}`)) number++;
  const attachment = plan.entries.find((entry) => entry.routeId === routeId)?.attachment ?? '';
  const entry = { id: `e${number}`, routeId, attachment, after: [], rescued: 0 };
  return { ...plan, entries: [...plan.entries, entry] };
}
