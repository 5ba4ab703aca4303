import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Sequelize } from 'sequelize';
import { readJsonFile, readRunsTable } from '../contracts/files.ts';
import { connect } from './database.ts';
import { importFile } from './files.ts';
import { migrate } from './migrate.ts';
import { tablesOf } from './tables.ts';

/** The files of the demo scenario, in the order in which they build on each other. */
const DEMO_FILES = [
  'robot.json',
  'field.json',
  'route-sluice-and-tide-gauge.json',
  'route-heron-hide.json',
];
const DEMO_RUNS = 'runs.csv';

/**
 * Makes a database ready to serve.
 *
 * @param demo `when empty` loads the demo scenario if there is no robot yet, `reset` removes
 *   everything first, `none` only migrates
 * @param folder where the demo files lie
 */
export async function prepare(
  url: string,
  demo: 'when empty' | 'reset' | 'none',
  folder: string,
): Promise<void> {
  const database = connect(url);
  try {
    await migrate(database);
    if (demo === 'reset') await removeEverything(database);
    if (demo !== 'none' && (await tablesOf(database).robots.count()) === 0) {
      await loadDemo(database, folder);
    }
  } finally {
    await database.close();
  }
}

async function loadDemo(database: Sequelize, folder: string): Promise<void> {
  for (const name of DEMO_FILES) {
    await importFile(database, readJsonFile(await readFile(join(folder, name), 'utf8')));
  }
  const runs = readRunsTable(await readFile(join(folder, DEMO_RUNS), 'utf8'));
  await importFile(database, { corvat: 'runs', version: 1, robot: 'Curlew', runs });
}

async function removeEverything(database: Sequelize): Promise<void> {
  const tables = tablesOf(database);
  await database.transaction(async (transaction) => {
    // Children before parents.
    for (const table of [
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
