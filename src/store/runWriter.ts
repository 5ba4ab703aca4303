import type { Sequelize } from 'sequelize';
import type { Run } from '../contracts/practices.ts';
import { inTransaction, teamDatabaseInUse } from './database.ts';
import { tablesOf } from './tables/index.ts';
import type { RunRecordRow } from './tables/runs.ts';

/** A run that is to be written, with what was measured of it. */
export interface NewRun extends Pick<Run, 'id' | 'measurements' | 'outcomes'> {
  row: RunRecordRow['_creationAttributes'];
}

/** As many runs go into one transaction. */
const TOGETHER = 100;

/**
 * Writes new runs. While one transaction is under way, the runs that arrive wait and go into the next one
 * together: many tables that log at once cost the database and this process hardly more than one, and a
 * run that comes alone does not wait. When a run is known only after the transaction that holds it is
 * stored, nothing is promised too early.
 */
class RunWriter {
  private waiting: { run: NewRun; stored: () => void; failed: (error: unknown) => void }[] = [];
  private busy = false;

  constructor(private readonly database: Sequelize) {}

  /** Resolves once the run is stored; rejects as a transaction of its own would. */
  write(run: NewRun): Promise<void> {
    return new Promise((stored, failed) => {
      this.waiting.push({ run, stored, failed });
      if (!this.busy) void this.work();
    });
  }

  private async work(): Promise<void> {
    this.busy = true;
    while (this.waiting.length > 0) {
      const some = this.waiting.splice(0, TOGETHER);
      try {
        await insert(
          this.database,
          some.map(({ run }) => run),
        );
        for (const { stored } of some) stored();
      } catch {
        // One of them does not fit, such as a run that is there already: each finds out for itself.
        await Promise.all(
          some.map(({ run, stored, failed }) => insert(this.database, [run]).then(stored, failed)),
        );
      }
    }
    this.busy = false;
  }
}

function insert(database: Sequelize, all: readonly NewRun[]): Promise<void> {
  const { runs, offsets, outcomes } = tablesOf(database);
  return inTransaction(database, async () => {
    await runs.bulkCreate(all.map(({ row }) => row));
    await offsets.bulkCreate(
      all.flatMap(({ id, measurements }) =>
        measurements.map((measurement, position) => ({ runId: id, position, ...measurement })),
      ),
    );
    await outcomes.bulkCreate(
      all.flatMap(({ id, outcomes: seen }) =>
        seen.map((outcome, position) => ({ runId: id, position, ...outcome })),
      ),
    );
  });
}

const writers = new WeakMap<Sequelize, Map<string, RunWriter>>();

/**
 * Stores a new run, together with others of the same team that come at the same time. What a writer does runs as the work
 * of whoever came first, so that no two teams may share one.
 */
export function writeRun(database: Sequelize, run: NewRun): Promise<void> {
  const ofTeams = writers.get(database) ?? new Map<string, RunWriter>();
  writers.set(database, ofTeams);
  const team = teamDatabaseInUse();
  const writer = ofTeams.get(team) ?? new RunWriter(database);
  ofTeams.set(team, writer);
  return writer.write(run);
}
