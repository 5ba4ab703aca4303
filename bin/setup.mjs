import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { UserFacingError } from './userFacingError.mjs';

/** The folder of the project. */
export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Stops with a sentence when Node is older than the project needs. */
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 3)) {
    throw new UserFacingError(
      `Corvat needs Node 20.3 or later; this is Node ${process.versions.node}.`,
    );
  }
}

/**
 * Installs the npm packages when they are missing or belong to another package-lock.json: beside the
 * old ones first, so that an installation that fails, without a network say, leaves those as they were.
 *
 * @param {string} root folder of the project, another one in tests
 */
export function ensurePackages(root = ROOT) {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  const packages = join(root, 'node_modules');
  const stamp = join(packages, '.corvat-lock');
  const installed = () => existsSync(stamp) && readFileSync(stamp, 'utf8') === lock;
  if (installed()) return;
  console.error('Installing npm packages …');
  dropAbandoned(root);
  // A folder of one's own: another start may be installing the same packages.
  const beside = join(root, `.packages-${process.pid}`);
  mkdirSync(beside, { recursive: true });
  for (const file of ['package.json', 'package-lock.json']) {
    copyFileSync(join(root, file), join(beside, file));
  }
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: beside,
    stdio: ['ignore', 2, 2],
  });
  if (status !== 0) {
    rmSync(beside, { recursive: true, force: true });
    const left = existsSync(packages) ? ' The packages of before are still there.' : '';
    throw new UserFacingError(
      `The npm packages could not be installed: see above, then start again.${left}`,
    );
  }
  writeFileSync(join(beside, 'node_modules', '.corvat-lock'), lock);
  // Whoever is ready first puts them in place; nothing is taken from under a start that uses them.
  if (!installed()) {
    if (existsSync(packages)) renameSync(packages, join(beside, 'old'));
    renameSync(join(beside, 'node_modules'), packages);
  }
  rmSync(beside, { recursive: true, force: true });
}

/** Removes what installations left that were cut off: those whose process is gone. */
function dropAbandoned(root) {
  for (const name of readdirSync(root)) {
    const [, pid] = /^\.packages-(\d+)$/.exec(name) ?? [];
    if (pid !== undefined && !existsSync(`/proc/${pid}`)) {
      rmSync(join(root, name), { recursive: true, force: true });
    }
  }
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
  console.error(`Installing ${packageName} from Debian's packages …`);
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
      throw new UserFacingError(
        `${packageName} is missing and could not be installed from here: ask somebody with the right to run “apt-get install ${packageName}”, then start again.`,
      );
    }
  }
  const installed = places.find((place) => existsSync(place));
  if (installed === undefined) {
    throw new UserFacingError(`${packageName} was installed, but ${places[0]} is not there.`);
  }
  return installed;
}

/** A value from a command's environment, or what stands in for it. */
export function setting(name, otherwise) {
  const value = process.env[name];
  return value === undefined || value === '' ? otherwise : value;
}
