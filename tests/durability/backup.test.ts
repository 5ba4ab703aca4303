import { randomUUID } from 'node:crypto';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Team } from '../../src/contracts/devices.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { KeptRecord } from '../../src/contracts/kept.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Session } from '../../src/contracts/practices.ts';
import { packColumn } from '../../src/core/telemetry/packed.ts';
import { caller } from '../api/client.ts';
import { ROOT, startApplication, type Application } from '../application.ts';
import { cookieOfTeam } from '../devices.ts';

const DATA = '.test/backup';
const FILE = join(ROOT, '.test', 'backup.sql.gz');
let application: Application;
/** A caller of the application that runs now: it gets another port at every start. */
const call: ReturnType<typeof caller> = (...asked) => caller(application.address)(...asked);

/** A second team in the same Corvat, which has a robot. */
let terns: Team;

/** Everything that is kept of a team, as the documents of a bundle. */
async function everything(address = application.address, team?: string): Promise<string[]> {
  const cookie = cookieOfTeam(team);
  const headers = new Headers(cookie === undefined ? {} : { cookie });
  const answer = await fetch(`${address}/api/v1/bundle`, { headers });
  const text = gunzipSync(Buffer.from(await answer.arrayBuffer())).toString('utf8');
  return text.trimEnd().split('\n').slice(1, -1);
}

/** Runs a command to its end, and what it said last. */
async function command(name: string, ...words: string[]) {
  const child = spawn(process.execPath, [`bin/${name}.mjs`, ...words], {
    cwd: ROOT,
    env: { ...process.env, CORVAT_DATA: DATA },
  });
  const output: string[] = [];
  for (const stream of [child.stdout, child.stderr]) {
    stream.setEncoding('utf8').on('data', (text: string) => output.push(text));
  }
  const [status] = (await once(child, 'close')) as [number];
  return { status, said: output.join('').trim().split('\n').at(-1) ?? '' };
}

beforeAll(async () => {
  for (const path of [join(ROOT, DATA), FILE]) rmSync(path, { recursive: true, force: true });
  application = await startApplication(DATA);
  await makeItUgly();
  terns = (await call<Team>('POST', 'teams', { name: 'Terns' })).body;
  await caller(application.address, cookieOfTeam(terns.id))('POST', 'robots', { name: 'Tern' });
});
afterAll(() => application.stop());

/** What a season leaves: names that stand twice, things without parts, signs of every script. */
async function makeItUgly(): Promise<void> {
  const [robots, fields, routes] = await Promise.all([
    call<Robot[]>('GET', 'robots'),
    call<FieldRecord[]>('GET', 'fields'),
    call<Route[]>('GET', 'routes'),
  ]);
  const [robot, field, route] = [robots.body[0]!, fields.body[0]!, routes.body[0]!];
  const twin = (await call<Robot>('POST', 'robots', { name: robot.name })).body;
  const name = 'Ugly “<b>” \\ \' " ; DROP TABLE runs; -- Ünïcödé 鳥 🐦 \ud83d'.slice(0, 80);
  const { plan } = route.revision;
  const more = { robotId: twin.id, fieldId: field.id, plan, name };
  expect((await call('POST', 'routes', more)).status).toBe(201);
  await call('POST', 'routes', { ...more, name: route.name });
  const session = {
    id: randomUUID(),
    title: 'Nobody came',
    startedAt: '2026-11-21T09:00:00.123Z',
    people: 'R, T',
  };
  await call<Session>('POST', 'sessions', session);
  const place = {
    sessionId: session.id,
    revisionId: route.revision.id,
    setupId: robot.setup.id,
    outcomes: [],
  };
  const ids = [randomUUID(), randomUUID()];
  for (const [i, id] of ids.entries()) {
    const run = {
      ...place,
      happenedAt: '2026-11-21T09:10:00.000Z',
      measurements: [
        {
          checkpointId: 'x',
          along: 0.1 + 0.2,
          left: -0,
          turned: i === 0 ? null : -3.141592653589793,
        },
      ],
      note: `two lines\nand a tab\t${name}`,
    };
    expect((await call('PUT', `runs/${id}`, run)).status).toBe(201);
  }
  await call('DELETE', `runs/${ids[0]}`);
  const photo = await sharp({ create: { width: 90, height: 60, channels: 3, background: '#456' } })
    .jpeg()
    .toBuffer();
  for (const path of [`runs/${ids[1]}/photo`, `fields/${field.id}/picture`]) {
    const body = new Uint8Array(photo);
    const headers = { 'content-type': 'image/jpeg' };
    await fetch(`${application.address}/api/v1/${path}`, { method: 'PUT', headers, body });
  }
  // Random doubles cannot be packed smaller: more than one piece.
  const rows = 300_000;
  const values = Float64Array.from({ length: rows }, (_, i) => Math.sin(i) * 1e3 + i / 7);
  const packed = packColumn('heading_deg', values);
  const telemetry = {
    id: randomUUID(),
    rows,
    columns: [
      { name: packed.name, decimals: packed.decimals },
      { name: 't_s', decimals: 2 },
    ],
    events: [{ row: 3, text: 'go' }],
    runId: ids[1]!,
  };
  await call('POST', `robots/${robot.id}/telemetry`, telemetry);
  // The second column never arrives.
  await fetch(`${application.address}/api/v1/telemetry/${telemetry.id}/columns/heading_deg`, {
    method: 'PUT',
    body: new Uint8Array(packed.bytes),
  });
  const moved = { ...field.field, width: field.field.width + 10 };
  const drawn = { name: field.name, field: moved, version: 0, reason: 'wider' };
  expect((await call('PUT', `fields/${field.id}`, drawn)).status).toBe(200);
  const put = await call<KeptRecord[]>('PATCH', `kept/robots/${twin.id}`, { archived: true });
  expect(put.body.filter(({ archived }) => archived)).toHaveLength(1);
}

describe('a copy of everything', () => {
  it('is written while Corvat runs, and brings everything back to the last digit', async () => {
    const before = await everything();
    const others = await everything(application.address, terns.id);
    expect(others.join()).toContain('"Tern"');
    expect((await command('backup', FILE)).said).toMatch(/rows, read back and found whole\.$/);
    expect((await command('backup', FILE)).said).toMatch(/is there already/);
    expect((await command('restore', FILE)).said).toMatch(/^Another Corvat has this data folder/);
    await call('POST', 'robots', { name: 'Made after the copy' });
    await call('POST', 'teams', { name: 'Came after the copy' });
    await application.stop();
    const restored = await command('restore', FILE);
    expect(restored.status, restored.said).toBe(0);
    const kept = readdirSync(join(ROOT, DATA)).filter((name) =>
      name.startsWith('database.before-'),
    );
    expect(kept).toHaveLength(1);
    application = await startApplication(DATA);
    expect(await everything()).toEqual(before);
    expect(await everything(application.address, terns.id)).toEqual(others);
    expect((await call<Team[]>('GET', 'teams')).text).not.toContain('Came after the copy');
    const copies = readdirSync(join(ROOT, DATA, 'copies'));
    expect(copies.some((name) => name.includes('before-restore'))).toBe(true);
  }, 120_000);

  it('is refused when a byte of it has changed, its end is missing, or it is none', async () => {
    await application.stop();
    const bytes = readFileSync(FILE);
    const broken = join(ROOT, '.test', 'broken.sql.gz');
    const said = async (content: Uint8Array) => {
      writeFileSync(broken, content);
      return (await command('restore', broken)).said;
    };
    const changed = Uint8Array.from(bytes);
    changed[Math.floor(bytes.length / 2)]! ^= 1;
    expect(await said(changed)).toMatch(/is damaged/);
    expect(await said(bytes.subarray(0, -40))).toMatch(/is damaged|its end is missing/);
    expect(await said(Buffer.from('no copy'))).toMatch(/is damaged, or is no copy/);
    expect((await command('restore', join(ROOT, 'nowhere.gz'))).said).toMatch(/^There is no file/);
    application = await startApplication(DATA);
    expect(await everything()).not.toHaveLength(0);
  }, 120_000);

  it('is taken before something is deleted, and listed', async () => {
    const { body } = await call<KeptRecord[]>('GET', 'kept/sessions');
    const session = body.find(({ name }) => name.startsWith('Nobody came'))!;
    const left = await call<KeptRecord[]>('DELETE', `kept/sessions/${session.id}`);
    expect(left.body.map(({ id }) => id)).not.toContain(session.id);
    const copies = (await call<{ why: string }[]>('GET', 'copies')).body;
    expect(copies[0]!.why).toBe('before deleting from sessions');
  });
});

describe('a bundle of an ugly Corvat', () => {
  it('restores into an empty one, and there is nothing that it lacks', async () => {
    const before = await everything();
    const empty = await startApplication(`${DATA}-empty-${randomUUID().slice(0, 8)}`, '--empty');
    const bundle = await (await fetch(`${application.address}/api/v1/bundle`)).arrayBuffer();
    const take = () =>
      fetch(`${empty.address}/api/v1/imports`, { method: 'POST', body: new Uint8Array(bundle) });
    const taken = await take();
    expect(taken.status, await taken.clone().text()).toBe(201);
    expect(await everything(empty.address)).toEqual(before);
    expect(await (await take()).text()).toMatch(/was taken in before: nothing was changed/);
    await empty.stop();
  }, 120_000);

  it('of nothing at all is taken in too', async () => {
    const empty = await startApplication(`${DATA}-empty-${randomUUID().slice(0, 8)}`, '--empty');
    const bundle = await (await fetch(`${empty.address}/api/v1/bundle`)).arrayBuffer();
    const taken = await fetch(`${empty.address}/api/v1/imports`, {
      method: 'POST',
      body: new Uint8Array(bundle),
    });
    expect(await taken.text()).toMatch(/The file is empty/);
    await empty.stop();
  }, 60_000);
});
