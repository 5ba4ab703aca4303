import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { randomUUID } from 'node:crypto';
import type { OfferedField } from '../../src/contracts/fields.ts';
import type { Team } from '../../src/contracts/devices.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { ROOT } from '../application.ts';
import {
  cookieOfTeam,
  pairedCookie,
  sharedApplication,
  type SharedApplication,
} from '../devices.ts';
import { caller } from './client.ts';
import { allEndpoints, allPages, filled } from './endpoints.ts';

let application: SharedApplication;
let other: Team;
/** A coach of the other team, through the door. */
let stranger: string;

beforeAll(async () => {
  application = await sharedApplication('.test/teams', '--share=plain');
  const here = caller(application.address);
  other = (await here<Team>('POST', 'teams', { name: 'Terns' })).body;
  stranger = await pairedCookie(application, 'coach', 'Tern’s laptop', other.id);
});
afterAll(() => application.stop());

/** Where a team that has the demo logs runs: in a session of its own. */
async function placeFor(call: ReturnType<typeof caller>) {
  const [route] = (await call<Route[]>('GET', 'routes')).body;
  const robot = (await call<Robot>('GET', `robots/${route!.robotId}`)).body;
  const session = await call<{ id: string }>('POST', 'sessions', {
    id: randomUUID(),
    title: 'Side by side',
    startedAt: '2026-11-22T09:00:00.000Z',
  });
  return {
    sessionId: session.body.id,
    revisionId: route!.revision.id,
    setupId: robot.setup.id,
    happenedAt: '2026-11-22T09:10:00.000Z',
    measurements: [],
    outcomes: [],
  };
}

describe('a team', () => {
  it('begins with nothing, and what it makes is its own', async () => {
    const theirs = caller(application.shared, stranger);
    expect((await theirs<unknown[]>('GET', 'robots')).body).toEqual([]);
    expect((await theirs('POST', 'robots', { name: 'Tern' })).status).toBe(201);
    const ours = caller(application.address);
    expect((await ours<{ name: string }[]>('GET', 'robots')).text).not.toContain('"Tern"');
    const onScreen = caller(application.address, cookieOfTeam(other.id));
    expect((await onScreen<{ name: string }[]>('GET', 'robots')).text).toContain('"Tern"');
  });

  it('reads nothing of another at any endpoint, by whatever name it knows', async () => {
    const ours = caller(application.address);
    const [route] = (await ours<Route[]>('GET', 'routes')).body;
    const [session] = (await ours<{ id: string }[]>('GET', 'sessions')).body;
    const runs = await ours<{ id: string }[]>('GET', `runs?route=${route!.id}&limit=3`);
    const link = await ours<{ id: string; token: string }>('POST', 'links', {
      robotId: route!.robotId,
      name: 'hub',
      practice: false,
    });
    const device = (await ours<{ id: string }[]>('GET', 'devices')).body;
    expect(device).toEqual([]);
    const known = [
      route!.id,
      route!.robotId,
      route!.fieldId,
      route!.revision.id,
      session!.id,
      runs.body[0]!.id,
      link.body.id,
    ];
    const words = [route!.name, 'Curlew', 'Heron', 'Sluice'];
    let asked = 0;
    for (const { method, path, need } of allEndpoints()) {
      if (need === 'token' || need === 'club' || need === 'nothing') continue;
      if (path === 'events' || !path.includes('[id]')) continue;
      for (const id of known) {
        const filledPath = filled(path, { id, thing: 'robots', name: 't_s' });
        const answer = await fetch(`${application.shared}/api/v1/${filledPath}`, {
          method,
          headers: { cookie: stranger, 'content-type': 'application/json' },
          ...(method === 'GET' || method === 'DELETE' ? {} : { body: '{}' }),
        });
        const text = await answer.text();
        expect([method, filledPath, answer.ok && text !== '[]']).toEqual([
          method,
          filledPath,
          false,
        ]);
        expect(words.filter((word) => text.includes(word))).toEqual([]);
        asked++;
      }
    }
    expect(asked).toBeGreaterThan(250);
    const query = `session=${session!.id}&route=${route!.id}&robot=${route!.robotId}`;
    for (const path of [
      `runs?${query}`,
      `runs/news?${query}`,
      'bundle',
      'imports',
      'fields',
      'sessions',
      'routes',
      'devices',
      'devices/changes',
      `workflow?${query}`,
      `events?link=${link.body.id}`,
    ]) {
      const answer = await fetch(`${application.shared}/api/v1/${path}`, {
        headers: { cookie: stranger },
      });
      if (path.startsWith('events')) expect(answer.status).toBe(404);
      const text = await answer.text();
      expect([path, words.filter((word) => text.includes(word))]).toEqual([path, []]);
    }
    for (const page of allPages()) {
      const answer = await fetch(`${application.shared}${page}?${query}`, {
        headers: { cookie: stranger },
      });
      const text = await answer.text();
      expect([page, known.filter((id) => text.includes(id) && !answer.url.includes(id))]).toEqual([
        page,
        [],
      ]);
    }
  });

  it('may use a name that another uses, and learns nothing by it', async () => {
    const ours = caller(application.address);
    const [session] = (await ours<{ id: string; title: string }[]>('GET', 'sessions')).body;
    const theirs = caller(application.shared, stranger);
    const made = await theirs<{ title: string }>('POST', 'sessions', {
      id: session!.id,
      title: 'Theirs',
      startedAt: '2026-11-22T09:00:00.000Z',
    });
    expect([made.status, made.body.title]).toEqual([201, 'Theirs']);
    expect((await ours<{ title: string }>('GET', `sessions/${session!.id}`)).body.title).toBe(
      session!.title,
    );
  });

  it('logs runs while others do, each into its own', async () => {
    const fourth = await caller(application.address)<Team>('POST', 'teams', { name: 'Knots' });
    const knots = caller(application.address, cookieOfTeam(fourth.body.id));
    expect((await knots('POST', 'demo')).status).toBe(201);
    const teams = [caller(application.address), knots];
    const ids = teams.map(() => Array.from({ length: 40 }, () => randomUUID()));
    const places = await Promise.all(teams.map(placeFor));
    const answers = await Promise.all(
      ids.flatMap((own, k) =>
        own.map((id) => teams[k]!('PUT', `runs/${id}`, places[k]).then(({ status }) => status)),
      ),
    );
    expect([...new Set(answers)]).toEqual([201]);
    for (const [k, call] of teams.entries()) {
      const statuses = await Promise.all(
        ids.map(async (own) => (await call('GET', `runs/${own[0]}`)).status),
      );
      expect(statuses).toEqual(k === 0 ? [200, 404] : [404, 200]);
      const stored = await call<{ id: string }[]>('GET', `runs?session=${places[k]!.sessionId}`);
      expect(new Set(stored.body.map(({ id }) => id))).toEqual(new Set(ids[k]));
    }
  });

  it('takes a copy of a field that another offers, and keeps it when the offer is taken back', async () => {
    const ours = caller(application.address);
    const theirs = caller(application.shared, stranger);
    const [field] = (await ours<{ id: string; name: string }[]>('GET', 'fields')).body;
    const offer = (offered: boolean) => ours('PUT', `fields/${field!.id}/offer`, { offered });
    expect((await offer(true)).status).toBe(200);
    expect((await offer(true)).status).toBe(200);
    expect((await ours<OfferedField[]>('GET', 'fields/offered')).body).toEqual([]);
    const offered = (await theirs<OfferedField[]>('GET', 'fields/offered')).body;
    expect(offered.map(({ name }) => name)).toEqual([field!.name]);
    expect((await theirs('POST', `fields/offered/${offered[0]!.id}`)).status).toBe(201);
    await offer(false);
    expect((await theirs<OfferedField[]>('GET', 'fields/offered')).body).toEqual([]);
    expect((await theirs('POST', `fields/offered/${offered[0]!.id}`)).status).toBe(404);
    const taken = (await theirs<{ name: string }[]>('GET', 'fields')).body;
    expect(taken.map(({ name }) => name)).toContain(field!.name);
  });

  it('goes with everything that it has, and the first stays', async () => {
    const here = caller(application.address);
    const third = (await here<Team>('POST', 'teams', { name: 'Gulls' })).body;
    const gull = await pairedCookie(application, 'coach', 'Gull', third.id);
    expect((await caller(application.shared, gull)('GET', 'robots')).status).toBe(200);
    expect((await here('DELETE', `teams/${third.id}`)).status).toBe(204);
    expect((await caller(application.shared, gull)('GET', 'robots')).status).toBe(401);
    const [first] = (await here<Team[]>('GET', 'teams')).body;
    expect((await here('DELETE', `teams/${first!.id}`)).status).toBe(409);
    expect((await here('DELETE', `teams/${randomUUID()}`)).status).toBe(404);
  });

  it('is in the copies of everything', async () => {
    const here = caller(application.address);
    const [copy] = (await here<{ file: string }[]>('POST', 'copies')).body;
    const packed = readFileSync(join(ROOT, '.test/teams/copies', copy!.file));
    const text = gunzipSync(packed).toString();
    for (const robot of ['Tern', 'Curlew']) expect(text).toContain(`'${robot}'`);
  });
});
