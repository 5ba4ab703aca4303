import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { main, UserFacingError } from './userFacingError.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

const SELF = fileURLToPath(import.meta.url);
/** Set in the environment of one that npm start runs. */
const BESIDE = 'CORVAT_PRACTICE_BESIDE';

/**
 * Starts the practice robot as a process of its own beside the application; gives a way to stop it.
 *
 * @param {string} address where Corvat is
 * @param {string} key by which Corvat knows it
 */
export function startPracticeRobot(address, key) {
  // It gets what it needs and no more: the way to the database is none of its business.
  const { PATH, CORVAT_PRACTICE_SPEED } = process.env;
  const child = spawn(process.execPath, [SELF, '--address', address], {
    // Its standard input ends with us, however we end, and it ends with that.
    stdio: ['pipe', 'ignore', 'inherit'],
    env: { PATH, CORVAT_PRACTICE_SPEED, CORVAT_PRACTICE_KEY: key, [BESIDE]: 'yes' },
  });
  child.stdin.on('error', () => {});
  return () => child.kill('SIGKILL');
}

/**
 * `npm run practice-robot`: a simulated hub that serves the links of a Corvat that runs already.
 * `--address` says where Corvat is, `--token` names one link, `--speed` how fast its time passes.
 */
if (process.argv[1] === SELF) {
  await main(async () => {
    checkNode();
    ensurePackages();
    const { address, token, speed } = optionsOf(process.argv.slice(2));
    ensureBuild();
    const { runPracticeRobot } = await import(
      pathToFileURL(join(ROOT, 'dist/practice/practiceRobot.js')).href
    );
    const ending = new AbortController();
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) {
      process.on(signal, () => process.exit(0));
    }
    if (process.env[BESIDE] !== undefined) {
      process.stdin.once('close', () => process.exit(0)).resume();
    }
    console.log(`The practice robot serves ${address}  (Ctrl-C stops it)`);
    const own = { key: practiceKey(), holder: randomUUID() };
    await runPracticeRobot({ address, token, speed, ...own }, ending.signal);
  });
}

/** The key that the Corvat on this data folder made; without it only a link whose token is known can be served. */
function practiceKey() {
  const given = setting('CORVAT_PRACTICE_KEY', null);
  if (given !== null) return given;
  const path = join(resolve(ROOT, setting('CORVAT_DATA', '.data')), 'practice-key');
  return existsSync(path) ? readFileSync(path, 'utf8').trim() : '';
}

function optionsOf(words) {
  const options = {
    address: `http://127.0.0.1:${setting('PORT', '4310')}`,
    token: null,
    speed: setting('CORVAT_PRACTICE_SPEED', '5'),
  };
  for (let i = 0; i < words.length; i += 2) {
    const name = words[i].replace(/^--/, '');
    if (!(name in options) || words[i + 1] === undefined) {
      throw new UserFacingError(
        `There is no option ${words[i]}: use --address, --token or --speed.`,
      );
    }
    options[name] = words[i + 1];
  }
  if (!URL.canParse(options.address)) {
    throw new UserFacingError('--address is where Corvat is, as in http://127.0.0.1:4310.');
  }
  const speed = Number(options.speed);
  if (!(speed > 0 && speed <= 1000)) {
    throw new UserFacingError('--speed is a number from 0 to 1000: 1 is as fast as a real robot.');
  }
  return { ...options, speed };
}
