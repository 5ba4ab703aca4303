import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { UserFacingError } from './userFacingError.mjs';
import { ROOT } from './setup.mjs';

/** What keeps sheets on devices lists every file that pages are made of: it is built after those. */
const OFFLINE = 'vite.offline.config.ts';
const SOURCES = ['src', 'demo', 'public', 'astro.config.ts', 'package-lock.json'];
const SELF = fileURLToPath(import.meta.url);
/** What runs beside the server: built also for development, where the server builds itself as it goes. */
const PARTS = [
  'vite.prepare.config.ts',
  'vite.practice.config.ts',
  'vite.tasks.config.ts',
  'vite.commands.config.ts',
];
const LISTING = 'bin/listForOffline.mjs';
const STAMPS = { everything: 'built-from', parts: 'parts-from' };

/**
 * Builds the application when the build is older than its sources. Of two starts at once one builds and the other waits:
 * the lock is the kernel's, and is freed with the process that holds it.
 *
 * @param {'everything' | 'parts'} what everything, or only the parts that run beside the server
 */
export function ensureBuild(what = 'everything') {
  if (isFresh(what, fingerprint())) return;
  const lock = join(ROOT, 'node_modules', '.corvat-build-lock');
  const { status } = spawnSync('flock', [lock, process.execPath, SELF, what], {
    stdio: ['ignore', 2, 2],
  });
  if (status !== 0) throw new UserFacingError('The application could not be built: see above.');
}

function stampOf(what) {
  return join(ROOT, 'dist', STAMPS[what]);
}

function isFresh(what, sources) {
  return existsSync(stampOf(what)) && readFileSync(stampOf(what), 'utf8') === sources;
}

function build(what) {
  const sources = fingerprint();
  if (isFresh(what, sources)) return;
  // What a command prints on its standard output is its own.
  console.error('Building …');
  if (what === 'everything') run('node_modules/astro/astro.js', ['build']);
  if (what === 'everything') keepableOffline();
  for (const config of PARTS) run('node_modules/vite/bin/vite.js', ['build', '--config', config]);
  writeFileSync(stampOf('parts'), sources);
  if (what === 'everything') writeFileSync(stampOf(what), sources);
}

/** Builds the script that keeps sheets, with the list of files. */
function keepableOffline() {
  run('node_modules/vite/bin/vite.js', ['build', '--config', OFFLINE]);
  run(LISTING, []);
}

function run(script, args) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [script, ...args], {
    cwd: ROOT,
    encoding: 'utf8',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
    maxBuffer: 64 * 1024 * 1024,
  });
  if (status !== 0) {
    console.error(stdout, stderr);
    process.exit(1);
  }
}

/** One number for the contents of all sources; tests do not count. */
function fingerprint() {
  const hash = createHash('sha256');
  for (const source of [...SOURCES, ...PARTS, OFFLINE]) add(hash, join(ROOT, source));
  return hash.digest('hex');
}

function add(hash, path) {
  if (!existsSync(path)) return;
  const entries = directory(path);
  if (entries === null) {
    hash.update(path.slice(ROOT.length)).update(readFileSync(path));
    return;
  }
  for (const entry of entries) {
    const child = join(path, entry.name);
    if (entry.isDirectory()) add(hash, child);
    else if (!/\.test\.tsx?$/.test(entry.name)) {
      hash.update(child.slice(ROOT.length)).update(readFileSync(child));
    }
  }
}

function directory(path) {
  try {
    return readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1));
  } catch (error) {
    if (error.code === 'ENOTDIR') return null;
    throw error;
  }
}

if (process.argv[1] === SELF) build(process.argv[2]);
