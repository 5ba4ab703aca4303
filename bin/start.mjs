import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { isFree, startDatabase } from './database.mjs';
import { startPracticeRobot } from './practice-robot.mjs';
import { main, Sentence } from './sentence.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

const DATABASE_PORT = 4311;

/**
 * `npm start`: everything from a fresh machine to the printed address.
 * `--empty` starts without the demo; `--demo-reset` puts the demo back and ends.
 */
await main(async () => {
  const options = process.argv.slice(2);
  const unknown = options.find((option) => !['--empty', '--demo-reset'].includes(option));
  if (unknown !== undefined) {
    throw new Sentence(`There is no option ${unknown}; --empty starts without the demo.`);
  }
  const host = setting('HOST', '127.0.0.1');
  const port = Number(setting('PORT', '4310'));
  const data = resolve(ROOT, setting('CORVAT_DATA', '.data'));
  const resetting = options.includes('--demo-reset');

  checkNode();
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    throw new Sentence('PORT must be a number from 1 to 65535.');
  }
  if (!resetting && !(await isFree(port, host))) {
    throw new Sentence(
      `Port ${port} is taken: stop the other program, or start with another one, as in PORT=${port + 10} npm start.`,
    );
  }
  ensurePackages();
  const database = await databaseAt(data);
  const stop = stopper(database);
  try {
    ensureBuild();
    const demo = resetting ? 'reset' : options.includes('--empty') ? 'none' : 'when empty';
    const { prepare } = await import(pathToFileURL(join(ROOT, 'dist/prepare/prepare.js')).href);
    await prepare(database.url, demo).catch((error) => {
      if (!/^Sequelize(Connection|Host|Access)/.test(error.name)) throw error;
      throw new Sentence(
        `The database does not let Corvat in (${error.message}): check CORVAT_DATABASE_URL, or remove it to use the private database.`,
      );
    });
    if (resetting) {
      console.log('The demo scenario is back.');
      await database.stop();
      process.exit(0);
    }
    Object.assign(process.env, {
      CORVAT_DATABASE_URL: database.url,
      HOST: host,
      PORT: String(port),
      NODE_ENV: 'production',
      ASTRO_NODE_LOGGING: 'disabled',
    });
    await import(pathToFileURL(join(ROOT, 'dist/server/entry.mjs')).href);
    const near = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host;
    stop.alsoStop(startPracticeRobot(`http://${near}:${port}`));
    console.log(`\nCorvat is at http://${host}:${port}  (Ctrl-C stops it)`);
    console.log('No robot at hand? On any bench, press “Use the practice robot”.');
  } catch (error) {
    await database.stop();
    throw error;
  }
  void database.died.then(() => {
    console.error('The database has ended. Start Corvat again: it recovers by itself.');
    void stop(1);
  });
});

async function databaseAt(data) {
  const elsewhere = setting('CORVAT_DATABASE_URL', null);
  if (elsewhere === null) return startDatabase(data, DATABASE_PORT);
  return { url: elsewhere, stop: async () => {}, died: new Promise(() => {}) };
}

/** Stops the database and then this process, once, whichever signal comes. */
function stopper(database) {
  let stopping = false;
  const others = [];
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    for (const end of others) end();
    await database.stop();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));
  stop.alsoStop = (end) => others.push(end);
  return stop;
}
