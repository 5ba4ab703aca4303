import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { gunzipSync, gzipSync } from 'node:zlib';
import fc from 'fast-check';
import Papa from 'papaparse';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { MatchRecord } from '../../src/contracts/matches.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import type { OpenedLink } from '../../src/contracts/link.ts';
import { ROOT, startApplication, type Application } from '../application.ts';
import { caller } from './client.ts';

let application: Application;
let address: string;
let call: ReturnType<typeof caller>;

beforeAll(async () => {
  application = await startApplication(`.test/hostile-${randomUUID().slice(0, 8)}`);
  address = application.address;
  call = caller(address);
});
afterAll(() => application.stop());

interface Attack {
  method: string;
  path: string;
  type?: string;
  body?: string | Uint8Array;
}

/** What fits nowhere: not as a number, not as a word, not as a list, not as a thing. */
const NOWHERE: readonly unknown[] = [
  1e300,
  -1e300,
  { 'not this': ['either'] },
  'x'.repeat(3000),
  Array.from({ length: 5000 }, () => 0),
  nested(60),
];
const demo = (name: string) => readFileSync(`${ROOT}demo/${name}`, 'utf8');

/** Requests that the application takes as they are; each attack spoils one of them. */
async function honest(): Promise<Attack[]> {
  const [robots, fields, routes, sessions] = await Promise.all([
    call<Robot[]>('GET', 'robots'),
    call<FieldRecord[]>('GET', 'fields'),
    call<Route[]>('GET', 'routes'),
    call<Session[]>('GET', 'sessions'),
  ]);
  const [robot, field, route, session] = [robots, fields, routes, sessions].map(
    ({ body }) => body[0]!,
  ) as [Robot, FieldRecord, Route, Session];
  const [run] = (await call<Run[]>('GET', `runs?route=${route.id}`)).body;
  const [match] = (await call<MatchRecord[]>('GET', 'matches')).body;
  const link = await call<OpenedLink>('POST', 'links', {
    robotId: robot.id,
    name: 'hub',
    practice: false,
  });
  const place = {
    sessionId: session.id,
    revisionId: route.revision.id,
    setupId: robot.setup.id,
    happenedAt: '2026-11-20T18:00:00.000Z',
  };
  const { setup } = robot.setup;
  const json = (method: string, path: string, body: object): Attack => ({
    method,
    path,
    type: 'application/json',
    body: JSON.stringify(body),
  });
  return [
    json('POST', 'robots', { name: 'Dunlin' }),
    json('POST', `robots/${robot.id}/setups`, { basedOn: 2, reason: '', setup, sources: {} }),
    json('POST', `robots/${robot.id}/bench-records`, {
      id: randomUUID(),
      bench: {
        kind: 'turn',
        style: 'spot',
        conditions: { battery: 7.9, surface: 'mat', unit: '' },
        trials: [{ trigger: 1.5, rate: 2, measured: 1.7, way: 'left', struck: null }],
      },
    }),
    json('PUT', `fields/${field.id}`, { name: field.name, field: field.field, version: 0 }),
    json('POST', 'routes', {
      name: 'Another',
      robotId: robot.id,
      fieldId: field.id,
      plan: route.revision.plan,
    }),
    json('POST', `routes/${route.id}/revisions`, {
      basedOn: route.revision.number,
      origin: 'hand',
      reason: '',
      plan: route.revision.plan,
    }),
    json('POST', 'sessions', {
      id: randomUUID(),
      title: 'Practice',
      startedAt: '2026-11-20T18:00:00.000Z',
    }),
    json('PUT', `runs/${randomUUID()}`, { ...place, measurements: [], outcomes: [] }),
    json('PUT', `runs/${randomUUID()}`, {
      ...place,
      measurements: run!.measurements,
      outcomes: run!.outcomes,
      battery: 7.9,
    }),
    json('POST', 'forecasts', {
      setup,
      field: field.field,
      plan: route.revision.plan,
      seed: 1,
      runs: 1,
    }),
    json('POST', `links/${link.body.id}/commands`, { commands: [{ do: 'rest', seconds: 1 }] }),
    json('POST', `robots/${robot.id}/telemetry`, {
      id: randomUUID(),
      rows: 3,
      columns: [{ name: 't_s', decimals: 2 }],
      events: [],
      runId: null,
    }),
    json('POST', 'matches', {
      name: 'Match',
      robotId: match!.robotId,
      fieldId: match!.fieldId,
      plan: match!.plan,
    }),
    json('PUT', `rehearsals/${randomUUID()}`, {
      matchId: match!.id,
      happenedAt: '2026-11-20T18:00:00.000Z',
    }),
    ...['field.json', 'route-heron-hide.json', 'robot.json'].map((name) => ({
      method: 'POST',
      path: 'imports?copy=yes',
      body: demo(name),
    })),
  ];
}

/** A document with the value at one of its places replaced. */
function spoiled(document: unknown, at: number, by: unknown): unknown {
  let left = at % countOf(document);
  const walk = (value: unknown): unknown => {
    if (left-- === 0) return by;
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, walk(one)]));
  };
  return walk(document);
}

function countOf(value: unknown): number {
  if (typeof value !== 'object' || value === null) return 1;
  return Object.values(value).reduce((sum: number, one) => sum + countOf(one), 1);
}

function nested(depth: number): unknown {
  return depth === 0 ? 0 : [nested(depth - 1)];
}

/** Addresses that look nearly right. */
const STRANGE_PATHS = [
  'routes/ID/program.py?revision=foo',
  'routes/ID/program.java?revision=1e99',
  'routes/ID/program.py?revision=-1',
  'runs?limit=0',
  'runs?session=none',
  'runs/news?session=x&route=y',
  'events?link=nobody',
  'events?link=ID.x',
  'robots/%00/file',
  'kept/users',
  'fields/ID/picture',
  'telemetry/ID/columns/..%2f..%2fetc',
  'link/short',
  'practice/links',
];

function attacks(requests: readonly Attack[]): fc.Arbitrary<Attack> {
  const one = fc.constantFrom(...requests);
  const place = fc.nat(5000);
  return fc.oneof(
    {
      weight: 6,
      arbitrary: fc
        .tuple(one, place, fc.constantFrom(...NOWHERE))
        .map(([request, at, by]): Attack => ({
          ...request,
          body: JSON.stringify(spoiled(JSON.parse(request.body as string), at, by)),
        })),
    },
    {
      weight: 2,
      arbitrary: fc
        .tuple(one, fc.double({ min: 0, max: 0.99, noNaN: true }))
        .map(([request, share]): Attack => ({
          ...request,
          body: (request.body as string).slice(0, Math.floor(share * request.body!.length)),
        })),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(one, fc.uint8Array({ maxLength: 2000 }))
        .map(([request, body]): Attack => ({ ...request, body })),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(one, fc.constantFrom('text/plain', 'text/html', ''))
        .map(([request, type]): Attack =>
          request.path.startsWith('imports') ? { ...request, body: '{' } : { ...request, type },
        ),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.constantFrom(...STRANGE_PATHS), fc.constantFrom('GET', 'DELETE'))
        .map(([path, method]): Attack => ({ method, path: path.replace('ID', randomUUID()) })),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.constantFrom('run', 'route', 'revision', 'happened', 'right_mm'), place)
        .map(([column, line]): Attack => ({
          method: 'POST',
          path: 'imports',
          body: spoiledTable(demo('runs.csv'), column, line),
        })),
    },
  );
}

function spoiledTable(text: string, column: string, line: number): string {
  // Runs that are here already would be passed over.
  const ids = new Map<string, string>();
  const fresh = text.replaceAll(/^[0-9a-f-]{36}/gm, (id) => {
    if (!ids.has(id)) ids.set(id, randomUUID());
    return ids.get(id)!;
  });
  const [header, ...rows] = Papa.parse<string[]>(fresh.trimEnd()).data;
  rows[line % rows.length]![header!.indexOf(column)] = `nobody ${line}`;
  return Papa.unparse([header!, ...rows], { newline: '\n' });
}

/** Everything that is kept, without when the bundle was made. */
async function everything(): Promise<string[]> {
  const answer = await fetch(`${address}/api/v1/bundle`);
  const text = gunzipSync(Buffer.from(await answer.arrayBuffer())).toString('utf8');
  return text.trimEnd().split('\n').slice(1, -1);
}

async function send({ method, path, type, body }: Attack) {
  const answer = await fetch(`${address}/api/v1/${path}`, {
    method,
    headers: type === undefined ? {} : { 'content-type': type },
    body: body === undefined ? null : typeof body === 'string' ? body : new Uint8Array(body),
    signal: AbortSignal.timeout(20_000),
  });
  return { status: answer.status, text: await answer.text() };
}

describe('1,500 requests and files that are wrong', () => {
  it('are all refused with a sentence, change nothing, and keep nobody waiting', async () => {
    const list = fc.sample(attacks(await honest()), { seed: 20261125, numRuns: 1500 });
    const before = await everything();
    const failed: string[] = [];
    let next = 0;
    const client = async () => {
      for (let i = next++; i < list.length; i = next++) {
        const attack = list[i]!;
        const { status, text } = await send(attack);
        const sentence = /"detail":"[A-Z“‘0-9a-z]/.test(text);
        if (status >= 400 && status < 500 && sentence) continue;
        failed.push(`${attack.method} ${attack.path} ${status} ${text.slice(0, 200)}`);
      }
    };
    await Promise.all(Array.from({ length: 8 }, client));
    expect(failed).toEqual([]);
    expect(await everything()).toEqual(before);
  }, 300_000);
});

describe('a file that is made to hurt', () => {
  const take = (body: string | Uint8Array, path = 'imports') =>
    send({ method: 'POST', path, body });

  it.each([
    ['ten million zeros', () => `{"corvat":"runs","runs":[${'0,'.repeat(5_000_000)}0]}`],
    ['deep nesting', () => '['.repeat(200_000)],
    [
      'numbers beyond every column',
      () => demo('robot.json').replace('"number": 1,', '"number": 3000000000,'),
    ],
    ['a year that never was', () => demo('runs.csv').replaceAll('2026-11-05', '0000-01-01')],
    [
      'entities that grow',
      () =>
        `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY a "aaaa">]><svg viewBox="0 0 900 900">&a;</svg>`,
    ],
    ['a bundle that unpacks for ever', () => gzipSync(Buffer.alloc(300 * 1024 * 1024, '['))],
    ['a packed file that is damaged', () => gzipSync(demo('field.json')).subarray(0, 200)],
  ])(
    'is refused, while everybody else goes on: %s',
    async (_name, make) => {
      const work = take(make());
      let answered = 0;
      let ended = false;
      const asking = (async () => {
        while (!ended) {
          const health = await fetch(`${address}/api/v1/health`);
          expect(health.status).toBe(200);
          answered++;
          await new Promise((done) => setTimeout(done, 20));
        }
      })();
      const { status, text } = await work;
      ended = true;
      await asking;
      expect(status, text).toBeGreaterThanOrEqual(400);
      expect(status, text).toBeLessThan(500);
      expect(answered).toBeGreaterThan(0);
    },
    120_000,
  );

  it('is refused when a picture in it is none', async () => {
    const field = JSON.parse(demo('field.json')) as Record<string, unknown>;
    const picture = { type: 'image/png', base64: Buffer.from('no picture').toString('base64') };
    const answer = await take(JSON.stringify({ ...field, picture }), 'imports?copy=yes');
    expect(answer.status).toBe(422);
    const [kept] = (await call<FieldRecord[]>('GET', 'fields')).body;
    const quotes = await send({
      method: 'PUT',
      path: `fields/${kept!.id}/picture`,
      type: 'image/svg+xml',
      body: `<svg ${'"'.repeat(8_000_000)}`,
    });
    expect(quotes.status).toBe(422);
  });
});
