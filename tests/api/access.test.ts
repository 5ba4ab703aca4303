import { request } from 'node:http';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ACTIONS, actionOf } from '../../src/contracts/actions.ts';
import { ROLES, suffices, type Device, type Role } from '../../src/contracts/devices.ts';
import type { Link } from '../../src/contracts/link.ts';
import {
  cookieOfTeam,
  pairedCookie,
  say,
  sharedApplication,
  wordFor,
  type SharedApplication,
} from '../devices.ts';
import { caller } from './client.ts';
import { allEndpoints, allPages, filled, type Endpoint } from './endpoints.ts';

const NOWHERE = '00000000-0000-4000-8000-000000000000';
const PARAMETERS = {
  id: NOWHERE,
  token: 'aaaaaaaaaaaaaaaaaaaaaa',
  thing: 'robots',
  language: 'de',
  name: 't_s',
};
/** Writes that are parts of another change, or of none. */
const UNLISTED = [
  'PUT telemetry/[id]/columns/[name]',
  'POST forecasts',
  'PUT rehearsals/[id]/events/[event]',
  'DELETE rehearsals/[id]/events/[event]',
];

let application: SharedApplication;
const cookies = new Map<Role, string>();

beforeAll(async () => {
  application = await sharedApplication('.test/access', '--share=plain', '--empty');
  for (const role of ROLES) cookies.set(role, await pairedCookie(application, role));
});
afterAll(() => application.stop());

/** The status of an answer; what would go on for ever is ended. */
async function statusOf({ method, path }: Endpoint, cookie?: string): Promise<number> {
  const answer = await fetch(`${application.shared}/api/v1/${filled(path, PARAMETERS)}`, {
    method,
    headers: { ...(cookie === undefined ? {} : { cookie }) },
  });
  await answer.body?.cancel();
  return answer.status;
}

describe('what a device may do', () => {
  const endpoints = allEndpoints();

  it('is said by every endpoint', () => {
    expect(endpoints.length).toBeGreaterThan(60);
    const needs = new Set(endpoints.map(({ need }) => need));
    expect([...needs].toSorted()).toEqual(
      ['club', 'coach', 'look', 'nothing', 'table', 'token'].toSorted(),
    );
  });

  it('is nothing for one that was not let in, but to say its word and to see that Corvat is there', async () => {
    for (const endpoint of endpoints) {
      const expected = endpoint.path === 'health' ? 200 : endpoint.need === 'token' ? 404 : 401;
      expect([endpoint, await statusOf(endpoint)]).toEqual([endpoint, expected]);
    }
    for (const page of allPages()) {
      const answer = await fetch(application.shared + page, { redirect: 'manual' });
      expect([page, answer.status]).toEqual([page, page === '/pair' ? 200 : 303]);
    }
    const elsewhere = await fetch(`${application.shared}/files`, {
      redirect: 'manual',
      headers: { cookie: `corvat-device=${'x'.repeat(43)}; ${cookieOfTeam(NOWHERE)}` },
    });
    expect(elsewhere.headers.get('location')).toBe('/pair');
  });

  it('is what its role says, at every endpoint', async () => {
    for (const endpoint of endpoints) {
      const { need } = endpoint;
      if (need === 'nothing' || need === 'token') continue;
      for (const role of ROLES) {
        const may = need !== 'club' && suffices(role, need as Role);
        const status = await statusOf(endpoint, cookies.get(role));
        expect([endpoint, role, status === 403]).toEqual([endpoint, role, !may]);
        expect(status).not.toBe(401);
      }
    }
  });

  it('is what its role says, on every page', async () => {
    for (const page of allPages()) {
      for (const role of ROLES) {
        const answer = await fetch(application.shared + page, {
          headers: { cookie: cookies.get(role)! },
        });
        const forCoach = ['/devices', '/files', '/team'].includes(page);
        const expected = forCoach && role !== 'coach' ? 403 : page === '/404' ? 404 : 200;
        expect([page, role, answer.status]).toEqual([page, role, expected]);
      }
    }
  });

  it('is written down when it changes something, in words', () => {
    const writes = endpoints.filter(({ method, need }) => method !== 'GET' && need !== 'token');
    const actions = writes.map(({ method, path }) => actionOf(method, `/api/v1/${path}`));
    expect(actions.filter((action) => !ACTIONS.includes(action)).toSorted()).toEqual(
      UNLISTED.toSorted(),
    );
  });
});

describe('a word', () => {
  it('opens once, however it is typed', async () => {
    const word = await wordFor(application, 'look');
    expect(word).toMatch(/^[a-z]+-[a-z]+-[a-z]+$/);
    const typed = ` ${word.toUpperCase().replaceAll('-', '  ')} `;
    expect((await say(application.shared, typed)).status).toBe(303);
    expect((await say(application.shared, word)).status).toBe(422);
  });

  it('lets in one of two that come with it at once', async () => {
    const word = await wordFor(application, 'look');
    const both = await Promise.all([1, 2].map(() => say(application.shared, word)));
    expect(both.map(({ status }) => status).toSorted()).toEqual([303, 422]);
  });

  it('is not needed at the machine itself, and the door is nobody else’s to open', async () => {
    expect((await fetch(`${application.address}/devices`)).status).toBe(200);
    const coach = caller(application.shared, cookies.get('coach'));
    expect((await coach('PUT', 'devices/sharing', { door: 'shut' })).status).toBe(403);
  });
});

describe('a device that is sent away', () => {
  it('is not answered any more, its stream ends, and the links that it opened are dead', async () => {
    const cookie = await pairedCookie(application, 'table', 'Kestrel’s phone');
    const phone = caller(application.shared, cookie);
    const here = caller(application.address);
    const robot = await here<{ id: string }>('POST', 'robots', { name: 'Sandpiper' });
    const link = await phone<{ token: string }>('POST', 'links', {
      robotId: robot.body.id,
      name: 'hub',
      practice: false,
    });
    const { token } = link.body;
    expect((await caller(application.shared)('GET', `link/${token}`)).status).toBe(200);
    const stream = await fetch(`${application.shared}/api/v1/events`, { headers: { cookie } });
    const reading = stream.text();
    const devices = await here<Device[]>('GET', 'devices');
    const { id } = devices.body.find(({ name }) => name === 'Kestrel’s phone')!;
    expect((await here<Device[]>('DELETE', `devices/${id}`)).status).toBe(200);
    expect((await phone('GET', 'robots')).status).toBe(401);
    expect(await reading).toContain(': here');
    expect((await caller(application.shared)('GET', `link/${token}`)).status).toBe(404);
    const changes = await here<{ who: string; action: string }[]>('GET', 'devices/changes');
    expect(changes.body.map(({ who, action }) => `${who}: ${action}`)).toEqual(
      expect.arrayContaining([
        'Kestrel’s phone: POST links',
        'Kestrel’s phone: POST pair',
        ': DELETE devices/[id]',
      ]),
    );
  });
});

describe('a sender whose device is sent away in the middle of its request', () => {
  it('is not listened to any more', async () => {
    const phone = caller(application.shared, await pairedCookie(application, 'table', 'Knot'));
    const here = caller(application.address);
    const robot = await here<{ id: string }>('POST', 'robots', { name: 'Turnstone' });
    const link = await phone<{ id: string; token: string }>('POST', 'links', {
      robotId: robot.body.id,
      name: 'hub',
      practice: false,
    });
    const sending = request(`${application.shared}/api/v1/link/${link.body.token}`, {
      method: 'POST',
    });
    const status = new Promise<number | undefined>((resolve, reject) => {
      sending.on('response', (answer) => resolve(answer.resume().statusCode));
      sending.on('error', reject);
    });
    let n = 0;
    const line = () => `{"n":${++n},"t_s":${n / 100},"heading_deg":1}\n`;
    const talking = setInterval(() => sending.write(line()), 50);
    const receipt = async () =>
      (await here<Link>('GET', `link/${link.body.token}`)).body.receipt.arrived;
    await expect.poll(receipt).toBeGreaterThan(2);
    const { id } = (await here<Device[]>('GET', 'devices')).body.find(
      ({ name }) => name === 'Knot',
    )!;
    await here('DELETE', `devices/${id}`);
    expect(await status).toBe(404);
    clearInterval(talking);
    sending.destroy();
  });
});

/** Guesses that are made here; `npm run trial:guesses` makes ten thousand. */
const GUESSES = Number(process.env['CORVAT_GUESSES'] ?? 500);

describe('guessing', () => {
  it('gets nobody in, and ends with the right word being no use either', async () => {
    const word = await wordFor(application, 'coach');
    let refused = 0;
    for (let i = 0; i < GUESSES; i += 50) {
      const answers = await Promise.all(
        Array.from({ length: 50 }, (_, k) => say(application.shared, `able-acid-a${i + k}`)),
      );
      refused += answers.filter(({ status }) => status === 422).length;
      for (const answer of answers) await answer.body?.cancel();
    }
    expect(refused).toBe(GUESSES);
    // Not even the right one, now.
    expect(await (await say(application.shared, word)).text()).toContain('Too many words');
  });
});
