import type { Sequelize } from 'sequelize';
import { connect } from './database.ts';
import { loadDemo } from './demo.ts';
import { migrate } from './migrate.ts';
import { tablesOf } from './tables.ts';

/**
 * Makes a database ready to serve.
 *
 * @param demo `when empty` loads the demo scenario if there is no robot yet, `reset` removes
 *   everything first, `none` only migrates
 */
export async function prepare(url: string, demo: 'when empty' | 'reset' | 'none'): Promise<void> {
  const database = connect(url);
  try {
    await migrate(database);
    if (demo === 'reset') await removeEverything(database);
    if (demo !== 'none' && (await tablesOf(database).robots.count()) === 0) {
      await loadDemo(database);
    }
  } finally {
    await database.close();
  }
}

async function removeEverything(database: Sequelize): Promise<void> {
  const tables = tablesOf(database);
  await database.transaction(async (transaction) => {
    // Children before parents.
    for (const table of [
      tables.linkCommands,
      tables.linkBatches,
      tables.links,
      tables.telemetryColumns,
      tables.telemetry,
      tables.outcomes,
      tables.offsets,
      tables.runs,
      tables.sessions,
      tables.revisions,
      tables.routes,
      tables.fields,
      tables.benchRecords,
      tables.setups,
      tables.robots,
    ] as { destroy: (options: object) => Promise<number> }[]) {
      await table.destroy({ where: {}, transaction });
    }
  });
}
