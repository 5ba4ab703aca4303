import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { ensureBuild } from './build.mjs';
import { main, Sentence } from './sentence.mjs';
import { checkNode, ensurePackages, ROOT, setting } from './setup.mjs';

const SELF = fileURLToPath(import.meta.url);

/** Starts the practice robot as a process of its own beside the application; gives a way to stop it. */
export function startPracticeRobot(address) {
  const child = spawn(process.execPath, [SELF, '--address', address], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  return () => child.kill();
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
    // Started by npm start, it ends with it, also when that was killed.
    const parent = process.ppid;
    setInterval(() => process.ppid !== parent && process.exit(0), 1000).unref();
    console.log(`The practice robot serves ${address}  (Ctrl-C stops it)`);
    await runPracticeRobot({ address, token, speed }, ending.signal);
  });
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
      throw new Sentence(`There is no option ${words[i]}: use --address, --token or --speed.`);
    }
    options[name] = words[i + 1];
  }
  if (!URL.canParse(options.address)) {
    throw new Sentence('--address is where Corvat is, as in http://127.0.0.1:4310.');
  }
  const speed = Number(options.speed);
  if (!(speed > 0 && speed <= 1000)) {
    throw new Sentence('--speed is a number from 0 to 1000: 1 is as fast as a real robot.');
  }
  return { ...options, speed };
}
