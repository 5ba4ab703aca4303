import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { UserFacingError } from './userFacingError.mjs';

/** How long a start waits for one that is just ending, s. */
const PATIENCE = 2;

/**
 * Takes a data folder for this process alone, or says who has it. The kernel keeps the lock and
 * frees it with the process that holds it, however that ends, so that none is ever left behind.
 *
 * @param {string} data the folder, made when it is not there
 * @param {{ does: string, address?: string }} identity what this process does, for whoever comes second
 * @throws {UserFacingError} when another process has the folder
 */
export async function ownFolder(data, identity) {
  mkdirSync(data, { recursive: true, mode: 0o700 });
  const path = join(data, 'owner.json');
  // The holder ends when its standard input does, and that is when this process does.
  const holder = spawn(
    'flock',
    ['--wait', String(PATIENCE), join(data, 'lock'), 'sh', '-c', HOLD],
    {
      stdio: ['pipe', 'pipe', 'ignore'],
      // A session of its own: Ctrl-C must not free the folder while the database is still stopping.
      detached: true,
    },
  );
  const taken = await new Promise((resolve) => {
    holder.once('error', () => resolve(false));
    holder.once('exit', () => resolve(false));
    holder.stdout.once('data', () => resolve(true));
  });
  if (!taken)
    throw new UserFacingError(
      `${whoHas(path)} Use it, stop it, or set CORVAT_DATA to another folder.`,
    );
  holder.unref();
  holder.stdin.unref();
  holder.stdout.destroy();
  writeFileSync(
    path,
    JSON.stringify({ pid: process.pid, since: new Date().toISOString(), ...identity }),
    { mode: 0o600 },
  );
}

const HOLD = 'echo taken; exec cat >/dev/null';

function whoHas(path) {
  try {
    const { pid, since, does, address } = JSON.parse(readFileSync(path, 'utf8'));
    const where = address === undefined ? '' : ` at ${address}`;
    return `Another Corvat has this data folder: process ${pid}, which ${does}${where} since ${since.slice(0, 16).replace('T', ' ')} UTC.`;
  } catch {
    return 'Another Corvat has this data folder.';
  }
}
