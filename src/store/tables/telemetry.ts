import type { TelemetryCreate } from '../../core/telemetry/documents.ts';
import type { SeenBy, SeenRunMoves } from '../../core/telemetry/seenRun.ts';
import {
  bytes,
  document,
  id,
  instant,
  integer,
  key,
  optional,
  reference,
  table,
  textUpTo,
  type RowOf,
} from './columns.ts';

export const telemetry = table(
  'telemetry',
  {
    id,
    robotId: reference,
    runId: optional(reference),
    rows: integer,
    columns: document<TelemetryCreate['columns']>(),
    events: document<TelemetryCreate['events']>(),
    source: textUpTo<SeenBy>(10),
    seen: optional(document<SeenRunMoves>()),
    createdAt: instant,
  },
  true,
);
export type TelemetryRow = RowOf<typeof telemetry.columns>;

export const chunks = table('telemetry_chunks', {
  telemetryId: key(reference),
  name: key(textUpTo(40)),
  /** From 0; the pieces of a column make its bytes in this order. */
  position: key(integer),
  bytes: bytes('medium'),
});
