import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { DEVICE_TIME_HEADER } from '../../src/contracts/headers.ts';
import { caller } from './client.ts';

const call = caller(address);
let route: Route;
let place: Record<string, unknown>;

beforeAll(async () => {
  route = (await call<Route[]>('GET', 'routes')).body.find(({ name }) => name === 'Heron Hide')!;
  const robot = (await call<Robot[]>('GET', 'robots')).body.find(({ id }) => id === route.robotId)!;
  const session = await call<Session>('POST', 'sessions', {
    id: randomUUID(),
    title: 'Safety',
    startedAt: '2026-11-22T09:00:00.000Z',
  });
  place = {
    sessionId: session.body.id,
    revisionId: route.revision.id,
    setupId: robot.setup.id,
    happenedAt: '2026-11-22T09:10:00.000Z',
    measurements: [],
    outcomes: [],
  };
});

describe('a run that is sent again', () => {
  it('is known after somebody changed it elsewhere, and keeps that change', async () => {
    const id = randomUUID();
    expect((await call('PUT', `runs/${id}`, place)).status).toBe(201);
    const change = { measurements: [], outcomes: [], battery: 8, setAside: null, note: 'x' };
    await call('PATCH', `runs/${id}`, { ...change, version: 0 });
    const again = await call<Run>('PUT', `runs/${id}`, place);
    expect([again.status, again.body.note]).toEqual([200, 'x']);
    expect((await call('PUT', `runs/${id}`, { ...place, battery: 3 })).status).toBe(409);
  });

  it('is known with a minus zero and with half a character in its note', async () => {
    const id = randomUUID();
    const at = { checkpointId: 'c', along: 0, left: 0, turned: 0 };
    const text = JSON.stringify({ ...place, measurements: [at], note: 'half \ud83d' }).replace(
      '"left":0',
      '"left":-0',
    );
    expect((await call('PUT', `runs/${id}`, text)).status).toBe(201);
    const again = await call<Run>('PUT', `runs/${id}`, text);
    expect([again.status, again.body.note]).toEqual([200, 'half \ufffd']);
  });
});

describe('a run', () => {
  it('is refused with a setup of another robot', async () => {
    const other = (await call<Robot>('POST', 'robots', { name: 'Whimbrel' })).body;
    const wrong = { ...place, setupId: other.setup.id };
    const answer = await call<{ detail: string }>('PUT', `runs/${randomUUID()}`, wrong);
    expect(answer.status).toBe(409);
    expect(answer.body.detail).toMatch(/belongs to another robot/);
    await call('DELETE', `kept/robots/${other.id}`);
  });

  it('keeps its order when the clock of one device is wrong', async () => {
    const log = async (minute: number, off: number) => {
      const id = randomUUID();
      const now = Date.now();
      // This device believes that it is `off` minutes later than it is.
      const shown = (ms: number) => new Date(ms + off * 60_000).toISOString();
      const happenedAt = shown(now - (10 - minute) * 60_000);
      const answer = await fetch(`${address}/api/v1/runs/${id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json', [DEVICE_TIME_HEADER]: shown(now) },
        body: JSON.stringify({ ...place, happenedAt }),
      });
      const run = (await answer.json()) as Run;
      expect(run.deviceAt).toBe(happenedAt);
      expect(Math.abs(Date.parse(run.receivedAt!) - now)).toBeLessThan(20_000);
      return id;
    };
    const ids: string[] = [await log(1, 0), await log(2, -600), await log(3, 0), await log(4, 45)];
    const runs = (await call<Run[]>('GET', `runs?session=${String(place['sessionId'])}`)).body;
    expect(runs.map(({ id }) => id).filter((id) => ids.includes(id))).toEqual(ids);
  });
});

describe('thirty revisions saved at once', () => {
  it('are all answered: one is kept, and the others hear that somebody was quicker', async () => {
    const { robotId, fieldId, revision } = route;
    const own = await call<Route>('POST', 'routes', {
      name: 'At once',
      robotId,
      fieldId,
      plan: revision.plan,
    });
    const input = { basedOn: 1, origin: 'hand', reason: '', plan: revision.plan };
    const answers = await Promise.all(
      Array.from({ length: 30 }, () => call('POST', `routes/${own.body.id}/revisions`, input)),
    );
    const statuses = answers.map(({ status }) => status).sort();
    expect(statuses).toEqual([201, ...Array.from({ length: 29 }, () => 409)]);
    await call('DELETE', `kept/routes/${own.body.id}`);
  });
});

describe('a field that a route stands on', () => {
  it('can be drawn anew without its start place, and the route keeps what it was planned on', async () => {
    const fields = (await call<FieldRecord[]>('GET', 'fields')).body;
    const { field } = fields.find(({ id }) => id === route.fieldId)!;
    const own = (await call<FieldRecord>('POST', 'fields', { name: 'Ebb', field })).body;
    const planned = (
      await call<Route>('POST', 'routes', {
        name: 'On the ebb',
        robotId: route.robotId,
        fieldId: own.id,
        plan: route.revision.plan,
      })
    ).body;
    const elsewhere = [{ ...field.starts[0]!, id: 'elsewhere' }];
    const drawn = await call<FieldRecord>('PUT', `fields/${own.id}`, {
      name: 'Ebb',
      field: { ...field, starts: elsewhere, models: [] },
      version: 0,
      reason: 'moved',
    });
    expect(drawn.body).toMatchObject({ newest: 2, revision: { number: 2, reason: 'moved' } });
    for (const sheet of ['route', 'table', 'verdict', 'story', 'program']) {
      const page = await fetch(`${address}/${sheet}?route=${planned.id}&session=`);
      expect([sheet, page.status]).toEqual([sheet, 200]);
      expect((await page.text()).length).toBeGreaterThan(1000);
    }
    // A revision on the newest drawing has to fit it.
    const input = { basedOn: 1, origin: 'hand', reason: '', plan: planned.revision.plan };
    const revisions = `routes/${planned.id}/revisions`;
    expect((await call('POST', revisions, { ...input, fieldRevision: 2 })).status).toBe(409);
    expect((await call('POST', revisions, input)).body).toMatchObject({ fieldRevision: 1 });
    expect((await call('DELETE', `kept/fields/${own.id}`)).text).toMatch(/“On the ebb”/);
    await call('DELETE', `kept/routes/${planned.id}`);
    expect((await call('DELETE', `kept/fields/${own.id}`)).status).toBe(200);
  });
});

describe('every page and answer', () => {
  /** What fetch would not send: another name in the Host header. */
  const asked = (path: string, host: string) =>
    new Promise<number>((resolve, reject) => {
      const { hostname, port } = new URL(address);
      request({ hostname, port, path, headers: { host } }, (answer) => {
        answer.resume();
        resolve(answer.statusCode!);
      })
        .on('error', reject)
        .end();
    });

  it('answers to no name but its own', async () => {
    const { port } = new URL(address);
    expect(await asked('/api/v1/robots', `evil.example:${port}`)).toBe(421);
    expect(await asked('/mark.svg', 'evil.example')).toBe(421);
    expect(await asked('/api/v1/robots', `localhost:${port}`)).toBe(200);
  });

  it.each(['/bench', '/api/v1/robots', '/mark.svg', '/nowhere', '/api/v1/nowhere'])(
    'carries the headers that keep it to itself: %s',
    async (path) => {
      const { headers } = await fetch(`${address}${path}`);
      expect(headers.get('x-content-type-options')).toBe('nosniff');
      expect(headers.get('referrer-policy')).toBe('same-origin');
      expect(headers.get('cross-origin-opener-policy')).toBe('same-origin');
      expect(headers.get('x-frame-options')).toBe('DENY');
    },
  );

  it('lets only its own scripts run, and nobody frame it', async () => {
    const policy = (await fetch(`${address}/verdict`)).headers.get('content-security-policy')!;
    expect(policy).toMatch(/frame-ancestors 'none'/);
    expect(policy).toMatch(/script-src 'self'/);
    expect(policy).not.toMatch(/unsafe-inline/);
  });

  it('tells the tokens of links to nobody but who opened them', async () => {
    expect((await call('GET', 'practice/links')).status).toBe(401);
    const body = { robotId: route.robotId, name: 'hub', practice: false };
    const { token } = (await call<{ token: string }>('POST', 'links', body)).body;
    const pages = ['/bench', '/table', `/api/v1/robots/${route.robotId}/links`];
    for (const path of pages) {
      expect(await (await fetch(`${address}${path}`)).text()).not.toContain(token);
    }
  });
});
