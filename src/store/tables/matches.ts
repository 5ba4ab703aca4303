import { matchPlanSchema, type MatchPlan } from '../../core/match/matchPlan.ts';
import type { RehearsalEvent } from '../../core/match/rehearsal.ts';
import {
  archivedAt,
  document,
  double,
  id,
  instant,
  name,
  noFlag,
  reference,
  table,
  textUpTo,
  version,
  type RowOf,
} from './columns.ts';

export const matches = table('matches', {
  id,
  name,
  robotId: reference,
  fieldId: reference,
  plan: document<MatchPlan>(matchPlanSchema),
  version,
  createdAt: instant,
  archivedAt,
});
export type MatchRow = RowOf<typeof matches.columns>;

export const rehearsals = table('rehearsals', {
  id,
  matchId: reference,
  happenedAt: instant,
  people: textUpTo(200),
  withdrawn: noFlag,
});

/** What happened in rehearsals: each a row, so that two devices write side by side. */
export const rehearsalEvents = table('rehearsal_events', {
  id,
  rehearsalId: reference,
  /** s after the beginning. */
  happenedAfter: double,
  event: document<RehearsalEvent>(),
  withdrawn: noFlag,
});
