import type { Sequelize } from 'sequelize';
import type { BenchRecord, benchCreateSchema } from '../contracts/bench.ts';
import type { Bench, BenchKind } from '../core/benches/index.ts';
import type { z } from 'zod';
import { inTransaction } from './database.ts';
import { Conflict } from './errors.ts';
import { lockNewest } from './robots.ts';
import { tablesOf } from './tables/index.ts';
import type { BenchRow } from './tables/robots.ts';
import { requireComplete } from './telemetry.ts';
import { say } from '../core/language/say.ts';

/** Bench records of a robot, newest first. */
export async function listBenchRecords(
  database: Sequelize,
  robotId: string,
): Promise<BenchRecord[]> {
  const rows = await tablesOf(database).benchRecords.findAll({
    where: { robotId },
    order: [['number', 'DESC']],
  });
  return rows.map(benchOf);
}

/** The newest bench record of one kind, or null. */
export async function newestBenchRecord(
  database: Sequelize,
  robotId: string,
  kind: BenchKind,
): Promise<BenchRecord | null> {
  const row = await tablesOf(database).benchRecords.findOne({
    where: { robotId, kind },
    order: [['number', 'DESC']],
  });
  return row === null ? null : benchOf(row);
}

/**
 * Keeps the raw readings of a bench under the client's identifier. Sending the same again gives the
 * record that is there; other readings under the same identifier are a {@link Conflict}.
 */
export async function addBenchRecord(
  database: Sequelize,
  robotId: string,
  input: z.infer<typeof benchCreateSchema>,
): Promise<BenchRecord> {
  const { benchRecords } = tablesOf(database);
  return inTransaction(database, async () => {
    await lockNewest(database, robotId);
    const existing = await benchRecords.findByPk(input.id);
    if (existing !== null) {
      if (
        existing.robotId === robotId &&
        JSON.stringify(existing.bench) === JSON.stringify(input.bench)
      )
        return benchOf(existing);
      throw new Conflict(
        say`Other readings were kept under this identifier. Save them as new ones.`,
      );
    }
    const recording = recordingOf(input.bench);
    if (recording !== null) await requireComplete(database, robotId, recording);
    const count = await benchRecords.max<number, BenchRow>('number', {
      where: { robotId },
    });
    const row = await benchRecords.create({
      id: input.id,
      robotId,
      number: (count ?? 0) + 1,
      kind: input.bench.kind,
      bench: input.bench,
      createdAt: new Date(),
    });
    return benchOf(row);
  });
}

/** The identifier of the telemetry that a bench stands on, or null when its readings are its own. */
export function recordingOf(bench: Bench): string | null {
  return bench.kind === 'rest' || bench.kind === 'delays' ? bench.telemetry : null;
}

function benchOf({ id, robotId, number, bench, createdAt }: BenchRow): BenchRecord {
  return { id, robotId, number, bench, createdAt: createdAt.toISOString() };
}
