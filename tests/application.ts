import { spawn, type ChildProcess } from 'node:child_process';
import { createServer } from 'node:net';
import { rmSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { TestProject } from 'vitest/node';

declare module 'vitest' {
  export interface ProvidedContext {
    addresses: string[];
  }
}

/** Test files that run at a time: each worker has an application of its own, and some start another. */
export const WORKERS = 2;

/** The folder of the project. */
export const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** A started Corvat with a database of its own. */
export interface Application {
  address: string;
  process: ChildProcess;
  stop: (signal?: NodeJS.Signals) => Promise<void>;
}

/**
 * Starts Corvat as a user does, on a free port, with its data in a folder of the tests.
 *
 * @param options options of the start command, or variables of its environment
 */
export async function startApplication(
  data: string,
  ...options: (string | Record<string, string>)[]
): Promise<Application> {
  const words = options.filter((option) => typeof option === 'string');
  const variables = options.filter((option) => typeof option !== 'string');
  const given = (Object.assign({}, ...variables) as Record<string, string>)['PORT'];
  const port = given === undefined ? await freePort() : Number(given);
  const child = spawn(process.execPath, ['bin/start.mjs', ...words], {
    cwd: ROOT,
    env: {
      ...process.env,
      CORVAT_DATA: data,
      // The practice robot's time passes quickly: its rests would be long otherwise.
      CORVAT_PRACTICE_SPEED: '60',
      HOST: '127.0.0.1',
      PORT: String(port),
      ...(Object.assign({}, ...variables) as Record<string, string>),
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  const listen = (chunk: Buffer) => (said += chunk.toString());
  child.stdout.on('data', listen);
  child.stderr.on('data', listen);
  const address = `http://127.0.0.1:${port}`;
  for (const deadline = Date.now() + 110_000; Date.now() < deadline;) {
    if (child.exitCode !== null) throw new Error(`Corvat did not start:\n${said}`);
    const answer = await fetch(`${address}/api/v1/health`).catch(() => null);
    if (answer?.ok === true) {
      const fell = (code: number | null) =>
        console.error(`Corvat ended by itself (${code}):\n${said.slice(-4000)}`);
      child.once('exit', fell);
      const stop = async (signal: NodeJS.Signals = 'SIGTERM') => {
        child.off('exit', fell);
        if (child.exitCode !== null || child.signalCode !== null) return;
        const ended = new Promise((resolve) => child.once('exit', resolve));
        child.kill(signal);
        await ended;
      };
      return { address, process: child, stop };
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  child.kill('SIGKILL');
  throw new Error(`Corvat did not answer:\n${said}`);
}

/** The same in a folder of its own with nothing of before in it, for tests that want the demo as it is, or nothing at all. */
export async function freshApplication(folder: string, ...options: string[]): Promise<Application> {
  rmSync(`${ROOT}${folder}`, { recursive: true, force: true });
  return startApplication(folder, ...options);
}

/** A port of loopback on which nothing listens. */
export async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address();
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
}

/** One application with the demo a worker, for the API and end-to-end tests that need no other. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folders = Array.from({ length: WORKERS }, (_, index) => `.test/shared-${index + 1}`);
  for (const folder of folders) rmSync(`${ROOT}${folder}`, { recursive: true, force: true });
  const applications = await Promise.all(folders.map((folder) => startApplication(folder)));
  project.provide(
    'addresses',
    applications.map(({ address }) => address),
  );
  return async () => {
    await Promise.all(applications.map((application) => application.stop()));
  };
}
