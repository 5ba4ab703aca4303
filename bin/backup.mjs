import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { startDatabase, urlOfRunning } from './database.mjs';
import { ownFolder } from './owner.mjs';
import { main, UserFacingError } from './userFacingError.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

/**
 * `npm run backup [file]`: a copy of everything as it is at one moment, in one compressed file with a
 * checksum, also while Corvat runs. Without a file it goes to the copies in the data folder.
 */
await main(async () => {
  const [given, ...more] = process.argv.slice(2);
  if (more.length > 0)
    throw new UserFacingError('Give one file, as in npm run backup -- corvat.sql.gz.');
  const data = resolve(ROOT, setting('CORVAT_DATA', '.data'));
  checkNode();
  ensurePackages();
  ensureBuild();
  const store = await import(pathToFileURL(join(ROOT, 'dist/prepare/prepare.js')).href);
  const database = await databaseOf(data);
  try {
    const file =
      given === undefined
        ? await store.takeCopy(database.url, join(data, 'copies'), 'by hand')
        : resolve(process.env['INIT_CWD'] ?? process.cwd(), given);
    if (given !== undefined) {
      if (existsSync(file))
        throw new UserFacingError(`${file} is there already: give another name.`);
      await store.writeCopy(database.url, file, 'by hand');
    }
    const { rows } = await store.checkCopy(file);
    const all = Object.values(rows).reduce((sum, count) => sum + count, 0);
    console.log(`Everything is in ${file}: ${all} rows, read back and found whole.`);
  } finally {
    await database.stop();
  }
});

/** The database that runs, or one that is started for this and stopped after. */
async function databaseOf(data) {
  const elsewhere = setting('CORVAT_DATABASE_URL', null);
  const leave = { stop: async () => {} };
  if (elsewhere !== null) return { url: elsewhere, ...leave };
  if (!existsSync(join(data, 'database')))
    throw new UserFacingError(`There is nothing in ${data} yet.`);
  const url = urlOfRunning(data);
  if (url !== null) return { url, ...leave };
  await ownFolder(data, { does: 'writes a backup' });
  return startDatabase(data, 4311);
}
