import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { readFileSync, rmSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { uniform } from '../../src/core/mathematics/randomness.ts';
import { caller } from '../api/client.ts';
import { freePort, ROOT, startApplication, type Application } from '../application.ts';

const DATA = '.test/kills';
const CLIENTS = 8;
/** What is killed, and what goes on at that moment besides the writing. */
const VICTIMS = ['application', 'database', 'both', 'while importing', 'while copying'] as const;

export interface KillReport {
  kills: number;
  acknowledged: number;
  lost: number;
  doubled: number;
  /** Longest time until it answered again, ms: after a kill of the database nobody did anything. */
  longest: number;
}

/**
 * Kills application, database or both again and again while clients log runs as fast as they can, each of
 * which is sent until it is acknowledged. Afterwards every acknowledged run must be there, once.
 */
export async function killAgainAndAgain(kills: number, seed: number): Promise<KillReport> {
  rmSync(`${ROOT}${DATA}`, { recursive: true, force: true });
  const draw = uniform(seed, 0, 9);
  const port = String(await freePort());
  let application = await startApplication(DATA, { PORT: port });
  const call = caller(application.address);
  const place = await placeOf(call);
  const acknowledged = new Set<string>();
  let writing = true;
  const clients = Array.from({ length: CLIENTS }, async () => {
    while (writing) {
      const id = randomUUID();
      const input = { ...place, happenedAt: new Date().toISOString() };
      while (!(await taken(call, id, input))) await sleep(100);
      acknowledged.add(id);
    }
  });
  let longest = 0;
  for (let i = 0; i < kills; i++) {
    await sleep(200 + 500 * draw());
    const victim = VICTIMS[Math.floor(VICTIMS.length * draw())]!;
    const beside = begin(victim, application, i);
    if (beside !== null) await sleep(150 * draw());
    const begun = performance.now();
    const database = victim !== 'application' && victim !== 'while importing';
    if (database) kill(databaseNumber());
    if (victim !== 'database' && victim !== 'while copying') {
      await application.stop('SIGKILL');
      application = await startApplication(DATA, { PORT: port });
    }
    await answersAgain(application);
    longest = Math.max(longest, performance.now() - begun);
    await beside;
  }
  writing = false;
  await Promise.all(clients);
  const stored = (await call<Run[]>('GET', `runs?session=${place.sessionId}`)).body;
  const ids = new Set(stored.map(({ id }) => id));
  await application.stop();
  return {
    kills,
    acknowledged: acknowledged.size,
    lost: [...acknowledged].filter((id) => !ids.has(id)).length,
    doubled: stored.length - ids.size,
    longest,
  };
}

type Call = ReturnType<typeof caller>;

async function placeOf(call: Call) {
  const [routes, robots] = await Promise.all([
    call<Route[]>('GET', 'routes'),
    call<Robot[]>('GET', 'robots'),
  ]);
  const session = await call<Session>('POST', 'sessions', {
    id: randomUUID(),
    title: 'Kills',
    startedAt: new Date().toISOString(),
  });
  return {
    sessionId: session.body.id,
    revisionId: routes.body[0]!.revision.id,
    setupId: robots.body[0]!.setup.id,
    measurements: [],
    outcomes: [],
  };
}

async function taken(call: Call, id: string, input: object): Promise<boolean> {
  try {
    const { status } = await call('PUT', `runs/${id}`, input);
    return status === 200 || status === 201;
  } catch {
    return false;
  }
}

/** Begins what is to go on while something is killed; settles when that has ended, in whatever way. */
function begin(
  victim: (typeof VICTIMS)[number],
  { address }: Application,
  number: number,
): Promise<unknown> | null {
  if (victim === 'while importing') {
    const file = JSON.parse(readFileSync(`${ROOT}demo/field.json`, 'utf8')) as { name: string };
    const body = JSON.stringify({ ...file, name: `Killed ${number}` });
    return fetch(`${address}/api/v1/imports`, { method: 'POST', body }).catch(() => null);
  }
  if (victim !== 'while copying') return null;
  const copying = spawn(process.execPath, ['bin/backup.mjs'], {
    cwd: ROOT,
    env: { ...process.env, CORVAT_DATA: DATA },
    stdio: 'ignore',
  });
  return new Promise((resolve) => copying.once('exit', resolve));
}

function databaseNumber(): number {
  return Number(readFileSync(`${ROOT}${DATA}/database/corvat.pid`, 'utf8'));
}

function kill(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch {
    // It is just being started again.
  }
}

async function answersAgain({ address }: Application): Promise<void> {
  for (;;) {
    const answer = await fetch(`${address}/api/v1/health`).catch(() => null);
    if (answer?.ok === true) return;
    await sleep(50);
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const report = await killAgainAndAgain(Number(process.argv[2] ?? 40), 1);
  process.stdout.write(`${JSON.stringify(report)}\n`);
  process.exit(0);
}
