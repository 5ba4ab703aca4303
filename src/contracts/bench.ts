import { z } from 'zod';
import { benchSchema, type Bench, type BenchKind, type BenchOf } from '../core/benches/index.ts';
import { idSchema, instantSchema, numberSchema } from '../core/schema/scalars.ts';

export const benchCreateSchema = z.strictObject({ id: idSchema, bench: benchSchema });

export const benchRecordSchema = z.object({
  id: idSchema,
  robotId: idSchema,
  /** Counted per robot; the number by which a setup names its source. */
  number: numberSchema,
  bench: benchSchema,
  createdAt: instantSchema,
});

/** A bench that was measured and kept. */
export type BenchRecord<B extends Bench = Bench> = z.output<typeof benchRecordSchema> & {
  bench: B;
};

/** The records of one kind, in the order in which they came. */
export function recordsOf<K extends BenchKind>(
  records: readonly BenchRecord[],
  kind: K,
): BenchRecord<BenchOf<K>>[] {
  return records.filter((record): record is BenchRecord<BenchOf<K>> => record.bench.kind === kind);
}
