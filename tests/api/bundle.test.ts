import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Route, RouteRevision } from '../../src/contracts/routes.ts';
import type { Run, RunNews, Session } from '../../src/contracts/practices.ts';
import { compareRuns, FEWEST_TO_COMPARE } from '../../src/core/analysis/runs/comparison.ts';
import { measuredRuns } from '../../src/core/analysis/runs/measured.ts';
import { verdictOf } from '../../src/core/analysis/runs/verdict.ts';
import { checkpointsOf } from '../../src/core/route/checkpoints.ts';
import { startApplication, type Application } from '../application.ts';
import { caller } from './client.ts';

const call = caller(address);
const DATA = '.test/bundle';
let other: Application;

beforeAll(async () => {
  rmSync(DATA, { recursive: true, force: true });
  other = await startApplication(DATA, '--empty');
});
afterAll(() => other.stop());

const demoRoute = async (of = call) =>
  (await of<Route[]>('GET', 'routes')).body.find(({ name }) => name === 'Sluice, then Tide Gauge')!;

/** Every verdict and comparison that an application can give on a route, with all their digits. */
async function verdictsOn(of: typeof call): Promise<unknown> {
  const route = await demoRoute(of);
  const revisions = (await of<RouteRevision[]>('GET', `routes/${route.id}/revisions`)).body;
  const fields = (await of<FieldRecord[]>('GET', 'fields')).body;
  const runs = (await of<Run[]>('GET', `runs?route=${route.id}`)).body;
  const { models } = fields.find(({ id }) => id === route.fieldId)!.field;
  return checkpointsOf(route.revision.plan).map((checkpoint) => {
    const { zone } = models.find(({ id }) => id === checkpoint.modelId)!;
    const judged = revisions.map(({ number }) =>
      measuredRuns(
        runs.filter(({ revisionNumber }) => revisionNumber === number),
        checkpoint,
        zone,
      ),
    );
    const [second, first] = judged
      .map((set) => set.runs.map(({ offset }) => offset))
      .filter((offsets) => offsets.length >= FEWEST_TO_COMPARE);
    return [
      judged.map((set) => verdictOf(set.runs, set.zone, route.goal)),
      compareRuns(first!, second!, zone, 1, 500),
    ];
  });
}

/** A bundle as it is sent, packed. */
async function bundleOf(of: string, path = 'bundle'): Promise<Buffer> {
  const answer = await fetch(`${of}/api/v1/${path}`);
  expect(answer.status).toBe(200);
  return Buffer.from(await answer.arrayBuffer());
}

/** The documents of a bundle as text, without its head and its seal, which say when it was made. */
function documentsOf(bundle: Buffer): string[] {
  return gunzipSync(bundle).toString('utf8').trimEnd().split('\n').slice(1, -1);
}

async function take(of: string, content: Buffer | string, query = '') {
  const answer = await fetch(`${of}/api/v1/imports${query}`, {
    method: 'POST',
    body: typeof content === 'string' ? content : new Uint8Array(content),
  });
  const body = (await answer.json()) as { id: string; sentence: string; detail: string };
  return { status: answer.status, ...body };
}

/** A photo as a camera makes one, with where it was taken written beside it. */
function photo(): Promise<Buffer> {
  return sharp({ create: { width: 64, height: 48, channels: 3, background: '#c8b080' } })
    .jpeg()
    .withExif({ IFD0: { Copyright: 'somebody', ImageDescription: 'at home' } })
    .toBuffer();
}

describe('a bundle', () => {
  it('gives the same verdicts to the last digit in an empty Corvat', async () => {
    const route = await demoRoute();
    const [run] = (await call<Run[]>('GET', `runs?route=${route.id}`)).body;
    const sent = await fetch(`${address}/api/v1/runs/${run!.id}/photo`, {
      method: 'PUT',
      headers: { 'content-type': 'image/jpeg' },
      body: new Uint8Array(await photo()),
    });
    expect(sent.status).toBe(200);
    const bundle = await bundleOf(address, `routes/${route.id}/bundle`);
    const imported = await take(other.address, bundle);
    expect(imported.status).toBe(201);
    expect(imported.sentence).toMatch(/Robot “Curlew” is here.* \d+ runs are here/);
    expect(await verdictsOn(caller(other.address))).toEqual(await verdictsOn(call));
  });

  it('comes out again as it went in: identifiers, recordings, goals and photos', async () => {
    const route = await demoRoute();
    const sent = documentsOf(await bundleOf(address, `routes/${route.id}/bundle`));
    const back = documentsOf(await bundleOf(other.address, `routes/${route.id}/bundle`));
    expect(back).toEqual(sent);
    expect(sent.filter((line) => line.includes('"corvat":"photo"'))).toHaveLength(1);
    // What a camera writes beside its picture stays on the camera.
    expect(Buffer.from(sent.join('')).toString()).not.toMatch(/somebody/);
  });

  it('has no photos while they stay on the machine, also when somebody asks for them', async () => {
    const there = caller(other.address);
    const route = await demoRoute();
    const photos = async (path: string) =>
      documentsOf(await bundleOf(other.address, path)).filter((line) =>
        line.includes('"corvat":"photo"'),
      ).length;
    await there('PUT', 'photos', { photosStay: true });
    expect(await photos(`routes/${route.id}/bundle`)).toBe(0);
    expect(await photos('bundle?photos=yes')).toBe(0);
    await there('PUT', 'photos', { photosStay: false });
    expect(await photos('bundle')).toBe(1);
  });

  it('changes nothing when it is taken in again, packed or not', async () => {
    const route = await demoRoute();
    const before = documentsOf(await bundleOf(other.address));
    const again = await bundleOf(address, `routes/${route.id}/bundle`);
    expect((await take(other.address, again)).sentence).toMatch(/^Nothing is new\. 1 robot, /);
    const plain = gunzipSync(again).toString('utf8');
    expect((await take(other.address, plain)).sentence).toMatch(/^Nothing is new\. /);
    expect(documentsOf(await bundleOf(other.address))).toEqual(before);
  });

  it('is refused whole when a line is missing, changed, or cut off', async () => {
    const lines = gunzipSync(await bundleOf(address))
      .toString('utf8')
      .trimEnd()
      .split('\n');
    const without = await take(other.address, [...lines.slice(0, 3), ...lines.slice(4)].join('\n'));
    expect(without.status).toBeGreaterThanOrEqual(400);
    const cut = await take(other.address, lines.slice(0, -1).join('\n'));
    expect(cut.detail).toMatch(/the end of the bundle is missing/);
    const robot = lines.findIndex((line) => line.includes('"name":"Curlew"'));
    const changed = lines.with(robot, lines[robot]!.replace('Curlew', 'Curlev'));
    expect((await take(other.address, changed.join('\n'))).detail).toMatch(/checksum/);
  });

  it('is taken back, and what was built on it is not', async () => {
    const there = caller(other.address);
    const before = documentsOf(await bundleOf(other.address));
    const { text } = await call('GET', `fields/${(await demoRoute()).fieldId}/file?format=svg`);
    const field = await take(other.address, text);
    expect((await there('DELETE', `imports/${field.id}`)).status).toBe(200);
    expect(documentsOf(await bundleOf(other.address))).toEqual(before);
    const again = await take(other.address, text);
    const fields = (await there<FieldRecord[]>('GET', 'fields')).body;
    const fresh = fields.find(({ name }) => again.sentence.includes(`“${name}”`))!;
    const route = await demoRoute(there);
    const plan = { startId: fresh.field.starts[0]!.id, moves: [] };
    const input = { name: 'On it', robotId: route.robotId, fieldId: fresh.id, plan };
    const built = (await there<Route>('POST', 'routes', input)).body;
    const refused = await there<{ detail: string }>('DELETE', `imports/${again.id}`);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toMatch(/Something was added since/);
    expect((await there('DELETE', `kept/fields/${fresh.id}`)).text).toMatch(/needed by “On it”/);
    await there('DELETE', `kept/routes/${built.id}`);
    expect((await there('DELETE', `imports/${again.id}`)).status).toBe(200);
    expect(documentsOf(await bundleOf(other.address))).toEqual(before);
  });
});

describe('news of a session', () => {
  const place = async () => {
    const route = await demoRoute();
    const session = (
      await call<Session>('POST', 'sessions', {
        id: randomUUID(),
        title: 'News',
        startedAt: new Date().toISOString(),
      })
    ).body;
    const robots = (await call<{ id: string; setup: { id: string } }[]>('GET', 'robots')).body;
    return {
      query: `session=${session.id}&route=${route.id}`,
      input: {
        sessionId: session.id,
        revisionId: route.revision.id,
        setupId: robots.find(({ id }) => id === route.robotId)!.setup.id,
        happenedAt: '2026-11-20T18:00:00.000Z',
        measurements: [],
        outcomes: [],
      },
    };
  };

  it('come once for every change: logged, changed, taken back', async () => {
    const { query, input } = await place();
    const news = async (mark: string) =>
      (await call<RunNews>('GET', `runs/news?${query}&mark=${mark}`)).body;
    let { mark } = await news('');
    const id = randomUUID();
    const changes = [
      () => call('PUT', `runs/${id}`, input),
      () =>
        call('PATCH', `runs/${id}`, {
          measurements: [],
          outcomes: [],
          battery: 8,
          gyroAt: '2026-11-20T17:58:00.000Z',
          jig: true,
          seconds: 12.5,
          setAside: null,
          note: '',
          version: 0,
        }),
      () => call('DELETE', `runs/${id}`),
    ];
    const seen: (Partial<Run> | undefined)[] = [];
    for (const change of changes) {
      expect((await news(mark)).runs).toBeNull();
      expect((await change()).status).toBeLessThan(300);
      const next = await news(mark);
      seen.push(next.runs?.[0]);
      mark = next.mark;
    }
    expect(seen[0]).toMatchObject({ jig: null, seconds: null });
    expect(seen[1]).toMatchObject({
      jig: true,
      seconds: 12.5,
      gyroAt: '2026-11-20T17:58:00.000Z',
      battery: 8,
    });
    expect(seen[2]).toBeUndefined();
  });

  it('are refused for what is no session, and photos for what is no picture', async () => {
    expect((await call('GET', 'runs/news?session=x&route=y')).status).toBe(404);
    const { input } = await place();
    const id = randomUUID();
    await call('PUT', `runs/${id}`, input);
    const photo = (type: string, body: string, run = id) =>
      fetch(`${address}/api/v1/runs/${run}/photo`, {
        method: 'PUT',
        headers: { 'content-type': type },
        body,
      }).then(({ status }) => status);
    expect(await photo('text/html', '<b>x</b>')).toBe(415);
    expect(await photo('image/png', 'no picture')).toBe(422);
    expect(await photo('image/svg+xml', '<svg/>', randomUUID())).toBe(404);
    expect((await call('GET', `runs/${id}/photo`)).status).toBe(404);
  });
});
