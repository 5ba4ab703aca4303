import { randomBytes } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { isFree, startDatabase } from './database.mjs';
import { ownFolder } from './owner.mjs';
import { startPracticeRobot } from './practice-robot.mjs';
import { finishRestore } from './restore.mjs';
import { main, UserFacingError } from './userFacingError.mjs';
import { builtApplication, serveBehindProxy, serveForDevelopment, serveHere } from './serve.mjs';
import { Sharing } from './sharing.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

const DATABASE_PORT = 4311;
/** How long stopping may take, ms; then it ends without asking. */
const STOP_WITHIN = 15_000;
/** How often it is looked whether the copy of the day is due, ms. */
const LOOK_FOR_COPY_EVERY = 60 * 60 * 1000;
const OPTIONS = ['--empty', '--demo-reset', '--dev', '--share', '--share=plain', '--behind-proxy'];
/** A log that is larger than this begins anew; the one before is kept, bytes. */
const LARGEST_LOG = 5 * 1024 * 1024;

/**
 * `npm start`: everything from a fresh machine to the printed address.
 * `--empty` starts without the demo; `--demo-reset` puts the demo back and ends; `--dev` builds
 * pages as they are asked for, and again when their source changes. `--share` opens the door to the local network,
 * `--share=plain` without keeping what passes secret; `--behind-proxy` lets nobody in without a word.
 */
async function start() {
  const options = process.argv.slice(2);
  const unknown = options.find((option) => !OPTIONS.includes(option));
  if (unknown !== undefined) {
    throw new UserFacingError(
      `There is no option ${unknown}: --empty starts without the demo, --share lets devices of the local network in.`,
    );
  }
  const host = setting('HOST', '127.0.0.1');
  const port = Number(setting('PORT', '4310'));
  const data = resolve(ROOT, setting('CORVAT_DATA', '.data'));
  const developing = options.includes('--dev');
  const resetting = options.includes('--demo-reset');
  const behindProxy = options.includes('--behind-proxy');
  const share = options.find((option) => option.startsWith('--share'));
  const address = `http://${host}:${port}`;

  checkNode();
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    throw new UserFacingError('PORT must be a number from 1 to 65535.');
  }
  if (developing && (behindProxy || share !== undefined)) {
    throw new UserFacingError(
      'The server for development serves this machine alone: leave out --share.',
    );
  }
  if (!behindProxy && !/^(127\.\d+\.\d+\.\d+|::1|localhost)$/.test(host)) {
    throw new UserFacingError(
      `HOST=${host} would let everybody on the network in without a word. Use npm start -- --share for the devices of a team, or --behind-proxy behind a balancer.`,
    );
  }
  await ownFolder(data, resetting ? { does: 'puts the demo back' } : { does: 'serves', address });
  if (!resetting && !(await isFree(port, host))) {
    throw new UserFacingError(
      `Port ${port} is taken: stop the other program, or start with another one, as in PORT=${port + 10} npm start.`,
    );
  }
  ensurePackages();
  finishRestore(data);
  const stopper = new Stopper();
  const database = await databaseAt(data);
  stopper.atEnd(() => database.stop());
  try {
    ensureBuild(developing ? 'parts' : 'everything');
    const copies = join(data, 'copies');
    const demo = resetting ? 'reset' : options.includes('--empty') ? 'none' : 'when empty';
    const store = await import(pathToFileURL(join(ROOT, 'dist/prepare/prepare.js')).href);
    await store.prepare(database.url, demo, copies).catch((error) => {
      if (!/^Sequelize(Connection|Host|Access)/.test(error.name)) throw error;
      throw new UserFacingError(
        `The database does not let Corvat in (${error.message}): check CORVAT_DATABASE_URL, or remove it to use the private database.`,
      );
    });
    if (resetting) {
      console.log('The demo scenario is back. What was there before is a copy in the data folder.');
      await stopper.stop(0);
    }
    const key = practiceKey(data);
    const uploads = join(data, 'uploads');
    // What a start that was cut left of files on their way in.
    rmSync(uploads, { recursive: true, force: true });
    mkdirSync(uploads, { mode: 0o700 });
    Object.assign(process.env, {
      CORVAT_DATABASE_URL: database.url,
      CORVAT_ROOT: ROOT,
      CORVAT_LANGUAGES: join(data, 'languages'),
      CORVAT_COPIES: copies,
      CORVAT_UPLOADS: uploads,
      CORVAT_LOG: logFile(data),
      CORVAT_PRACTICE_KEY: key,
      NODE_ENV: developing ? 'development' : 'production',
    });
    const taking = developing ? null : await builtApplication();
    const serve = behindProxy ? serveBehindProxy : serveHere;
    const server = await (taking === null
      ? serveForDevelopment(host, port)
      : serve(taking, host, port));
    stopper.atEnd(() => server.close());
    const near = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host;
    stopper.atEnd(startPracticeRobot(`http://${near}:${port}`, key));
    keepDailyCopies(store, database.url, copies);
    console.log(`\nCorvat is at ${address}  (Ctrl-C stops it)`);
    if (taking !== null && !behindProxy) {
      const sharing = new Sharing(taking, data);
      taking.sharing = sharing;
      stopper.atEnd(() => sharing.shut());
      if (share !== undefined) {
        await announce(await sharing.open(share === '--share=plain' ? 'plain' : 'secret'));
      }
    }
    console.log('No robot at hand? On any bench, press “Use the practice robot”.');
  } catch (error) {
    await stopper.end();
    throw error;
  }
}

/** Says where devices of the network find Corvat, in letters and as a code for their cameras. */
async function announce({ addresses: [nearest, ...others] }) {
  const { default: qrcode } = await import('qrcode');
  console.log(`\nFor the devices of this network: ${nearest}`);
  if (others.length > 0) console.log(`(or ${others.join(', ')})`);
  console.log(await qrcode.toString(nearest, { type: 'utf8', errorCorrectionLevel: 'M' }));
  console.log('Each device needs a word: the sheet “Devices” gives one.');
}

async function databaseAt(data) {
  const elsewhere = setting('CORVAT_DATABASE_URL', null);
  if (elsewhere === null) return startDatabase(data, DATABASE_PORT);
  return { url: elsewhere, stop: async () => {} };
}

/** Ends everything in the opposite order of its beginning, once, whichever signal comes. */
class Stopper {
  ends = [];
  stopping = false;

  constructor() {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
      process.on(signal, () => void this.stop(0));
    }
  }

  atEnd(end) {
    this.ends.unshift(end);
  }

  async end() {
    // Whatever hangs, on a full disk say, does not hold up the end for ever.
    setTimeout(() => process.exit(1), STOP_WITHIN).unref();
    for (const end of this.ends) await end();
  }

  async stop(code) {
    if (this.stopping) return new Promise(() => {});
    this.stopping = true;
    await this.end();
    process.exit(code);
  }
}

/** Takes a copy of the whole database once a day, while Corvat runs. */
function keepDailyCopies({ takeDailyCopy }, url, folder) {
  const look = () =>
    takeDailyCopy(url, folder).catch((error) =>
      console.error(`The copy of the day could not be taken: ${error.message}`),
    );
  setTimeout(() => void look(), 60_000).unref();
  setInterval(() => void look(), LOOK_FOR_COPY_EVERY).unref();
}

/** The secret by which Corvat knows its own practice robot. */
function practiceKey(data) {
  const path = join(data, 'practice-key');
  if (!existsSync(path)) writeFileSync(path, randomBytes(24).toString('hex'), { mode: 0o600 });
  return readFileSync(path, 'utf8').trim();
}

function logFile(data) {
  const path = join(data, 'corvat.log');
  if (existsSync(path) && statSync(path).size > LARGEST_LOG) renameSync(path, `${path}.1`);
  return path;
}

await main(start);
