import { benchSchema } from '../../core/benches/index.ts';
import { parametersSchema } from '../../core/robot/parameters.ts';
import type { Sources } from '../../core/robot/sources.ts';
import {
  archivedAt,
  document,
  id,
  instant,
  integer,
  name,
  reference,
  table,
  text,
  textUpTo,
  version,
  type RowOf,
} from './columns.ts';

export const robots = table('robots', { id, name, version, createdAt: instant, archivedAt });
export type RobotRow = RowOf<typeof robots.columns>;

export const setups = table('setups', {
  id,
  robotId: reference,
  number: integer,
  reason: text,
  setup: document(parametersSchema),
  sources: document<Sources>(),
  createdAt: instant,
});
export type SetupRow = RowOf<typeof setups.columns>;

export const benchRecords = table('bench_records', {
  id,
  robotId: reference,
  number: integer,
  kind: textUpTo(20),
  bench: document(benchSchema),
  createdAt: instant,
});
export type BenchRow = RowOf<typeof benchRecords.columns>;
