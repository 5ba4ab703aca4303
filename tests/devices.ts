import { createHash, X509Certificate } from 'node:crypto';
import { readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, freePort, startApplication, type Application } from './application.ts';
import type { PairingWord, Role } from '../src/contracts/devices.ts';
import { caller } from './api/client.ts';

/** A Corvat whose door to the network is open, on loopback, where no test reaches another machine. */
export interface SharedApplication extends Application {
  /** The address behind the door, where everybody needs a word. */
  shared: string;
}

/** Starts Corvat with its door open, in a folder with nothing of before in it. */
export async function sharedApplication(
  folder: string,
  how: '--share' | '--share=plain',
  ...options: (string | Record<string, string>)[]
): Promise<SharedApplication> {
  rmSync(`${ROOT}${folder}`, { recursive: true, force: true });
  const port = await freePort();
  const door = { CORVAT_SHARE_HOST: '127.0.0.1', CORVAT_SHARE_PORT: String(port) };
  const application = await startApplication(folder, how, door, ...options);
  const scheme = how === '--share' ? 'https' : 'http';
  return { ...application, shared: `${scheme}://127.0.0.1:${port}` };
}

/** Asks for a word at the machine itself. */
export async function wordFor(
  application: Application,
  role: Role,
  team?: string,
): Promise<string> {
  const call = caller(application.address, cookieOfTeam(team));
  return (await call<PairingWord>('POST', 'devices/words', { role })).body.word;
}

/** Pairs a device over plain HTTP and gives the cookie by which it is known. */
export async function pairedCookie(
  application: SharedApplication,
  role: Role,
  name: string = role,
  team?: string,
): Promise<string> {
  const answer = await say(application.shared, await wordFor(application, role, team), name);
  const cookie = answer.headers.get('set-cookie');
  if (answer.status !== 303 || cookie === null) throw new Error(await answer.text());
  return cookie.split(';')[0]!;
}

/** Says a word at the door. */
export function say(address: string, word: string, name = 'device'): Promise<Response> {
  return fetch(`${address}/pair`, {
    method: 'POST',
    redirect: 'manual',
    body: new URLSearchParams({ word, name }),
  });
}

/** The argument by which a browser trusts the certificate of a Corvat, as a device on which it was put. */
export function trustIn(folder: string): string {
  const certificate = readFileSync(join(ROOT, folder, 'certificates/corvat.crt'));
  const key = new X509Certificate(certificate).publicKey.export({ type: 'spki', format: 'der' });
  const mark = createHash('sha256').update(key).digest('base64');
  return `--ignore-certificate-errors-spki-list=${mark}`;
}

/** What makes the machine's own screen show a team. */
export function cookieOfTeam(team: string | undefined): string | undefined {
  return team === undefined ? undefined : `corvat-team=${team}`;
}
