import { randomUUID } from 'node:crypto';
import { ForeignKeyConstraintError, type Sequelize } from 'sequelize';
import type { ImportResult } from '../contracts/kept.ts';
import { inTransaction } from './database.ts';
import { Conflict, NotFound } from './errors.ts';
import { removeRuns } from './removal.ts';
import { tablesOf } from './tables/index.ts';
import type { ImportRow, Made } from './tables/imports.ts';
import { say } from '../core/language/say.ts';

/** The newest imports, newest first. */
export async function listImports(database: Sequelize, limit = 20): Promise<ImportResult[]> {
  const rows = await tablesOf(database).imports.findAll({
    attributes: { exclude: ['made'] },
    order: [['createdAt', 'DESC']],
    limit,
  });
  return rows.map(importOf);
}

/** Writes down what an import has made; one that made nothing leaves nothing to be taken back. */
export async function recordImport(
  database: Sequelize,
  sha256: string,
  sentence: string,
  made: Made,
): Promise<ImportResult> {
  const row = tablesOf(database).imports.build({
    id: randomUUID(),
    sha256,
    sentence,
    made,
    createdAt: new Date(),
    undoneAt: null,
  });
  if (Object.values(made).some((ids) => ids.length > 0)) await row.save();
  return importOf(row);
}

/** An earlier import of the same file whose things are all still here; null when there is none. */
export async function sameImport(
  database: Sequelize,
  sha256: string,
): Promise<ImportResult | null> {
  const row = await tablesOf(database).imports.findOne({
    where: { sha256, undoneAt: null },
    order: [['createdAt', 'DESC']],
  });
  if (row === null) return null;
  for (const kind of ['robots', 'fields', 'routes', 'matches', 'sessions', 'runs'] as const) {
    const ids = row.made[kind] ?? [];
    const table = tablesOf(database)[kind] as { count: (options: object) => Promise<number> };
    if ((await table.count({ where: { id: ids } })) < ids.length) return null;
  }
  return importOf(row);
}

/**
 * Takes an import back: everything that it made goes again. Throws a {@link Conflict} when something was
 * built on it since; then nothing is changed.
 */
export async function undoImport(database: Sequelize, id: string): Promise<ImportResult> {
  const { imports } = tablesOf(database);
  return inTransaction(database, async () => {
    const row = await imports.findByPk(id, { lock: true });
    if (row === null) throw new NotFound(say`import`);
    if (row.undoneAt !== null) return importOf(row);
    try {
      await removeMade(database, row.made);
    } catch (error) {
      if (!(error instanceof ForeignKeyConstraintError)) throw error;
      throw new Conflict(
        say`Something was added since to what this import brought, so it stays. Delete single things in the list instead.`,
      );
    }
    await row.update({ undoneAt: new Date() });
    return importOf(row);
  });
}

async function removeMade(database: Sequelize, made: Made): Promise<void> {
  const tables = tablesOf(database);
  await removeRuns(database, { id: made.runs ?? [] });
  await tables.links.destroy({ where: { robotId: made.robots ?? [] } });
  // What stands on others before what it stands on.
  const order = [
    'rehearsals',
    'matches',
    'telemetry',
    'revisions',
    'routes',
    'sessions',
    'fieldRevisions',
    'fields',
    'benchRecords',
    'setups',
    'robots',
  ] as const;
  for (const kind of order) {
    const table = tables[kind] as { destroy: (options: object) => Promise<number> };
    await table.destroy({ where: { id: made[kind] ?? [] } });
  }
}

function importOf({ id, sentence, createdAt, undoneAt }: ImportRow): ImportResult {
  return {
    id,
    sentence,
    createdAt: createdAt.toISOString(),
    undoneAt: undoneAt?.toISOString() ?? null,
  };
}
