import type { PredictedEffect } from '../../core/analysis/runs/predictedEffect.ts';
import { planSchema } from '../../core/route/planSchema.ts';
import {
  archivedAt,
  document,
  double,
  id,
  instant,
  integer,
  name,
  optional,
  reference,
  table,
  text,
  textUpTo,
  version,
  type RowOf,
} from './columns.ts';

export const routes = table('routes', {
  id,
  name,
  robotId: reference,
  fieldId: reference,
  goal: double,
  version,
  createdAt: instant,
  archivedAt,
});
export type RouteRow = RowOf<typeof routes.columns>;

export const revisions = table('revisions', {
  id,
  routeId: reference,
  fieldRevisionId: reference,
  number: integer,
  parent: optional(integer),
  origin: textUpTo<'hand' | 'aim' | 'bench'>(10),
  reason: text,
  plan: document(planSchema),
  promises: document<PredictedEffect[]>(),
  createdAt: instant,
});
export type RevisionRow = RowOf<typeof revisions.columns>;
