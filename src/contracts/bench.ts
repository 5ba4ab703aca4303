import { z } from 'zod';
import { benchSchema, type Bench, type BenchKind, type BenchOf } from '../core/benches/index.ts';
import { idSchema } from '../core/schema/scalars.ts';

export const benchCreateSchema = z.strictObject({ id: idSchema, bench: benchSchema });

/** A bench that was measured and kept. */
export interface BenchRecord<B extends Bench = Bench> {
  id: string;
  robotId: string;
  /** Counted per robot; the number by which a setup names its source. */
  number: number;
  bench: B;
  createdAt: string;
}

/** The records of one kind, in the order in which they came. */
export function recordsOf<K extends BenchKind>(
  records: readonly BenchRecord[],
  kind: K,
): BenchRecord<BenchOf<K>>[] {
  return records.filter((record): record is BenchRecord<BenchOf<K>> => record.bench.kind === kind);
}
