import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { BundleFile } from '../../src/contracts/files.ts';
import type {
  FieldRecord,
  Route,
  RouteRevision,
  Run,
  RunNews,
  Session,
} from '../../src/contracts/records.ts';
import { compareRuns, FEWEST_TO_COMPARE } from '../../src/core/consistency/comparison.ts';
import { measuredRuns } from '../../src/core/consistency/measured.ts';
import { verdictOf } from '../../src/core/consistency/verdict.ts';
import { checkpointsOf } from '../../src/core/route/moves.ts';
import { startApplication, type Application } from '../application.ts';
import { caller } from './client.ts';

const address = inject('address');
const call = caller(address);
const DATA = '.test/bundle';
/** The smallest JPEG header that says what it is. */
const PHOTO = Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, 1, 2, 3]);
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

describe('a bundle', () => {
  it('gives the same verdicts to the last digit in an empty Corvat', async () => {
    const route = await demoRoute();
    const [run] = (await call<Run[]>('GET', `runs?route=${route.id}`)).body;
    await fetch(`${address}/api/v1/runs/${run!.id}/photo`, {
      method: 'PUT',
      headers: { 'content-type': 'image/jpeg' },
      body: PHOTO,
    });
    const bundle = await call<BundleFile>('GET', `routes/${route.id}/bundle`);
    expect(bundle.status).toBe(200);
    const there = caller(other.address);
    const imported = await there<{ sentence: string }>('POST', 'imports', bundle.text);
    expect(imported.status).toBe(201);
    expect(imported.body.sentence).toMatch(/Robot “Curlew” is here.* \d\d runs are here/);
    expect(await verdictsOn(there)).toEqual(await verdictsOn(call));
    const photo = await fetch(`${other.address}/api/v1/runs/${run!.id}/photo`);
    expect(new Uint8Array(await photo.arrayBuffer())).toEqual(PHOTO);
  });

  it('comes out again as it went in, recordings and goals too', async () => {
    const there = caller(other.address);
    const route = await demoRoute(there);
    const sent = (await call<BundleFile>('GET', `routes/${(await demoRoute()).id}/bundle`)).body;
    const back = (await there<BundleFile>('GET', `routes/${route.id}/bundle`)).body;
    // Recordings get identifiers of their own; everything else is the same.
    const known = (file: BundleFile) => {
      const ids = new Map<string, string>();
      return JSON.parse(JSON.stringify(file), (key, value: unknown) =>
        (key === 'id' && 'string' === typeof value && !isRun(file, value)) || key === 'telemetry'
          ? Array.isArray(value)
            ? (value as { id: string }[]).map((one) => ({ ...one, id: named(ids, one.id) }))
            : typeof value === 'string'
              ? named(ids, value)
              : value
          : value,
      ) as unknown;
    };
    expect(known(back)).toEqual(known(sent));
  });

  it('of everything holds every route and its runs', async () => {
    const whole = (await call<BundleFile>('GET', 'bundle')).body;
    const routes = (await call<Route[]>('GET', 'routes')).body;
    const kinds = whole.files.map(({ corvat }) => corvat);
    expect(kinds.filter((kind) => kind === 'route')).toHaveLength(routes.length);
    expect(kinds.filter((kind) => kind === 'runs')).toHaveLength(routes.length);
    // Robots come before the routes that name them.
    expect(kinds.indexOf('route')).toBeGreaterThan(kinds.lastIndexOf('field'));
  });
});

function isRun(bundle: BundleFile, id: string): boolean {
  return bundle.files.some((file) => file.corvat === 'runs' && file.runs.some((r) => r.id === id));
}

/** One name for one identifier, in the order in which they are met. */
function named(ids: Map<string, string>, id: string): string {
  if (!ids.has(id)) ids.set(id, `recording ${ids.size + 1}`);
  return ids.get(id)!;
}

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
