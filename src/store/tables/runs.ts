import {
  archivedAt,
  bytes,
  double,
  flag,
  id,
  instant,
  integer,
  key,
  name,
  noFlag,
  optional,
  reference,
  table,
  text,
  textOf,
  textUpTo,
  version,
  type RowOf,
} from './columns.ts';

export const sessions = table('sessions', {
  id,
  title: name,
  startedAt: instant,
  surface: name,
  people: textUpTo(200),
  note: text,
  goalRuns: optional(integer),
  goalHits: optional(integer),
  version,
  archivedAt,
});
export type SessionRow = RowOf<typeof sessions.columns>;

export const runs = table('runs', {
  id,
  sessionId: reference,
  revisionId: reference,
  setupId: reference,
  /** By the server's clock: what the device said, corrected by how far its clock is off. */
  happenedAt: instant,
  deviceAt: optional(instant),
  receivedAt: optional(instant),
  /** SHA-256 of what the device sent first: sending the same again is known by it. */
  sentHash: optional(textOf(64)),
  battery: optional(double),
  gyroAt: optional(instant),
  jig: optional(flag),
  seconds: optional(double),
  setAside: optional(textUpTo(200)),
  note: text,
  withdrawn: noFlag,
  version,
});
export type RunRecordRow = RowOf<typeof runs.columns>;

export const offsets = table('run_offsets', {
  runId: key(reference),
  position: integer,
  checkpointId: key(textUpTo(40)),
  along: double,
  left: double,
  turned: optional(double),
});

export const outcomes = table('run_outcomes', {
  runId: key(reference),
  position: integer,
  modelId: key(textUpTo(40)),
  hit: flag,
  points: optional(double),
});

export const photos = table('run_photos', {
  runId: key(reference),
  type: textUpTo(40),
  bytes: bytes('long'),
});
