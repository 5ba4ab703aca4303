import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { Sentence } from './sentence.mjs';

/** The folder of the project. */
export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Stops with a sentence when Node is older than the project needs. */
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 3)) {
    throw new Sentence(`Corvat needs Node 20.3 or later; this is Node ${process.versions.node}.`);
  }
}

/** Installs the npm packages when they are missing or belong to another package-lock.json. */
export function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const stamp = join(ROOT, 'node_modules', '.corvat-lock');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing npm packages …');
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
  });
  if (status !== 0) {
    throw new Sentence('The npm packages could not be installed: see above, then start again.');
  }
  writeFileSync(stamp, lock);
}

/**
 * Finds a program, or installs its Debian package when we may.
 *
 * @param {string[]} places absolute paths where the program can be
 * @param {string} packageName Debian's name
 * @returns {string} the path
 */
export function ensureProgram(places, packageName) {
  const found = places.find((place) => existsSync(place));
  if (found !== undefined) return found;
  console.log(`Installing ${packageName} from Debian's packages …`);
  const root = process.getuid?.() === 0;
  const apt = (...args) =>
    spawnSync(root ? 'apt-get' : 'sudo', [...(root ? [] : ['-n', 'apt-get']), ...args], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    }).status === 0;
  const install = () => apt('install', '-y', '--no-install-recommends', packageName);
  if (!install()) {
    // The list of packages may be missing or old.
    apt('update', '-qq');
    if (!install()) {
      throw new Sentence(
        `${packageName} is missing and could not be installed from here: ask somebody with the right to run “apt-get install ${packageName}”, then start again.`,
      );
    }
  }
  const installed = places.find((place) => existsSync(place));
  if (installed === undefined) {
    throw new Sentence(`${packageName} was installed, but ${places[0]} is not there.`);
  }
  return installed;
}

/** A value from a command's environment, or what stands in for it. */
export function setting(name, otherwise) {
  const value = process.env[name];
  return value === undefined || value === '' ? otherwise : value;
}
