import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { startDatabase } from './database.mjs';
import { ownFolder } from './owner.mjs';
import { main, UserFacingError } from './userFacingError.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

const DATABASE_PORT = 4311;
/** What a restore has still to do, so that one that was cut can be finished by the next start. */
const MARK = 'restore.json';

/**
 * Finishes a restore that was cut while it put the new database in the place of the old one.
 *
 * @param {string} data the data folder, which the caller owns
 */
export function finishRestore(data) {
  const mark = join(data, MARK);
  if (!existsSync(mark)) return;
  const { kept } = JSON.parse(readFileSync(mark, 'utf8'));
  swap(data, kept);
  rmSync(mark);
}

/** Puts the database that lies ready in the place of the one before; every step may be done again. */
function swap(data, kept) {
  const [present, ready] = [join(data, 'database'), join(data, 'restored', 'database')];
  if (existsSync(ready)) {
    if (existsSync(present) && !existsSync(join(data, kept))) renameSync(present, join(data, kept));
    renameSync(ready, present);
  }
  rmSync(join(data, 'restored'), { recursive: true, force: true });
}

/**
 * `npm run restore file`: loads a copy into a database of its own, looks whether everything arrived, and only then puts
 * it in the place of the present one, which is kept.
 */
async function restore() {
  const [given, ...more] = process.argv.slice(2);
  if (given === undefined || more.length > 0) {
    throw new UserFacingError('Say which file, as in npm run restore -- corvat.sql.gz.');
  }
  if (setting('CORVAT_DATABASE_URL', null) !== null) {
    throw new UserFacingError(
      'Restoring works on the private database. Remove CORVAT_DATABASE_URL, or load the file with the tools of that server.',
    );
  }
  const file = resolve(process.env['INIT_CWD'] ?? process.cwd(), given);
  const data = resolve(ROOT, setting('CORVAT_DATA', '.data'));
  checkNode();
  await ownFolder(data, { does: 'restores a copy' });
  ensurePackages();
  ensureBuild();
  finishRestore(data);
  const store = await import(pathToFileURL(join(ROOT, 'dist/prepare/prepare.js')).href);
  console.log('Reading the copy …');
  const { rows, at } = await store.checkCopy(file);
  const copies = join(data, 'copies');
  await copyPresent(data, store, copies);

  console.log('Loading it into a database of its own …');
  const beside = join(data, 'restored');
  rmSync(beside, { recursive: true, force: true });
  mkdirSync(beside, { mode: 0o700 });
  const database = await startDatabase(beside, DATABASE_PORT);
  try {
    await store.loadCopy(database.url, file);
    const check = join(beside, 'check.sql.gz');
    const loaded = await store.writeCopy(database.url, check, 'check');
    if (JSON.stringify(loaded.rows) !== JSON.stringify(rows)) {
      throw new UserFacingError('Not everything arrived. Nothing was changed; try again.');
    }
    await store.prepare(database.url, 'none', copies);
  } catch (error) {
    await database.stop();
    rmSync(beside, { recursive: true, force: true });
    throw error;
  }
  await database.stop();
  const kept = `database.before-${new Date().toISOString().replaceAll(/[-:]/g, '').slice(0, 15)}`;
  writeFileSync(join(data, MARK), JSON.stringify({ kept }));
  finishRestore(data);
  console.log(
    `Corvat is as it was on ${at.slice(0, 16).replace('T', ' ')} UTC. The database of before is kept in ${join(data, kept)}; delete it when it is not needed any more.`,
  );
  process.exit(0);
}

/** Copies what is there now, when there is something. */
async function copyPresent(data, store, copies) {
  if (!existsSync(join(data, 'database'))) return;
  console.log('Taking a copy of what is here now …');
  const present = await startDatabase(data, DATABASE_PORT);
  try {
    await store.takeCopy(present.url, copies, 'before restore');
  } finally {
    await present.stop();
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await main(restore);
