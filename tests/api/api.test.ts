import { randomUUID } from 'node:crypto';
import { describe, expect, inject, it } from 'vitest';
import type { FieldRecord, Robot, Route, Run, Session } from '../../src/contracts/records.ts';
import { forecastRuns } from '../../src/core/simulation/forecast.ts';

const address = inject('address');

async function call<T>(method: string, path: string, content?: unknown) {
  const response = await fetch(`${address}/api/v1/${path}`, {
    method,
    ...(content === undefined
      ? {}
      : {
          headers: { 'content-type': 'application/json' },
          body: typeof content === 'string' ? content : JSON.stringify(content),
        }),
  });
  const text = await response.text();
  const type = response.headers.get('content-type') ?? '';
  return {
    status: response.status,
    type,
    text,
    body: (type.includes('json') ? JSON.parse(text) : null) as T,
  };
}

const list = async <T>(path: string) => (await call<T[]>('GET', path)).body;
const demoRoute = async () =>
  (await list<Route>('routes')).find((route) => route.name === 'Sluice, then Tide Gauge')!;

async function runInput() {
  const route = await demoRoute();
  const [robots, sessions] = [await list<Robot>('robots'), await list<Session>('sessions')];
  return {
    sessionId: sessions[0]!.id,
    revisionId: route.revision.id,
    setupId: robots.find((robot) => robot.id === route.robotId)!.setup.id,
    happenedAt: '2026-11-20T18:00:00.000Z',
    measurements: [{ checkpointId: 'tide-gauge', along: 3.25, left: -4, turned: 0.0349 }],
    outcomes: [{ modelId: 'tide-gauge', hit: true }],
    battery: 7.93,
    setAside: null,
    note: '<b>not markup</b>',
  };
}

describe('the demo', () => {
  it('has one robot, one field, two routes, three sessions and at least 36 runs', async () => {
    expect((await list<Robot>('robots')).some((robot) => robot.name === 'Curlew')).toBe(true);
    expect((await list<Session>('sessions')).length).toBeGreaterThanOrEqual(3);
    expect((await list<Route>('routes')).length).toBeGreaterThanOrEqual(2);
    const runs = await list<Run>('runs');
    expect(runs.length).toBeGreaterThanOrEqual(36);
    expect(runs.filter((run) => run.setAside === 'put down wrong')).toHaveLength(1);
  });
});

describe('a run', () => {
  it('written twice is the same as once, and keeps every digit', async () => {
    const id = randomUUID();
    const input = await runInput();
    const first = await call<Run>('PUT', `runs/${id}`, input);
    expect(first.status).toBe(201);
    const again = await call<Run>('PUT', `runs/${id}`, input);
    expect(again.status).toBe(200);
    expect(again.body).toEqual(first.body);
    expect((await call<Run>('GET', `runs/${id}`)).body).toMatchObject(input);
    const other = await call('PUT', `runs/${id}`, { ...input, battery: 7 });
    expect(other.status).toBe(409);
    expect(other.type).toContain('application/problem+json');
  });

  it('is taken back and put back', async () => {
    const id = randomUUID();
    const input = await runInput();
    await call('PUT', `runs/${id}`, input);
    expect((await call('DELETE', `runs/${id}`)).status).toBe(204);
    expect((await list<Run>('runs')).some((run) => run.id === id)).toBe(false);
    await call('PUT', `runs/${id}`, input);
    expect((await list<Run>('runs')).some((run) => run.id === id)).toBe(true);
    await call('DELETE', `runs/${id}`);
  });

  it('gets 409 with what is stored when somebody was quicker', async () => {
    const id = randomUUID();
    const input = await runInput();
    await call('PUT', `runs/${id}`, input);
    const { measurements, outcomes, battery, note } = input;
    const change = { measurements, outcomes, battery, note, setAside: 'touched', version: 0 };
    expect((await call<Run>('PATCH', `runs/${id}`, change)).body.setAside).toBe('touched');
    const stale = await call<{ stored: Run }>('PATCH', `runs/${id}`, { ...change, setAside: null });
    expect(stale.status).toBe(409);
    expect(stale.body.stored.setAside).toBe('touched');
    await call('DELETE', `runs/${id}`);
  });

  it('is refused with the place of the fault', async () => {
    const input = await runInput();
    const wrong = { ...input, measurements: [{ ...input.measurements[0], along: 'far' }] };
    const answer = await call<{ pointer: string }>('PUT', `runs/${randomUUID()}`, wrong);
    expect(answer.status).toBe(422);
    expect(answer.body.pointer).toBe('measurements.0.along');
    const lost = await call('PUT', `runs/${randomUUID()}`, { ...input, sessionId: randomUUID() });
    expect(lost.status).toBe(404);
  });
});

describe('a route', () => {
  it('refuses a revision made from an older one, and keeps both', async () => {
    const route = await demoRoute();
    const { plan, number } = route.revision;
    const made = { basedOn: number, origin: 'hand', reason: 'test', plan };
    expect((await call('POST', `routes/${route.id}/revisions`, made)).status).toBe(201);
    const stale = await call<{ stored: { number: number } }>(
      'POST',
      `routes/${route.id}/revisions`,
      made,
    );
    expect(stale.status).toBe(409);
    expect(stale.body.stored.number).toBe(number + 1);
  });
});

describe('files', () => {
  it.each(['robots', 'fields', 'routes'])(
    'come back from the %s that they were made of',
    async (kind) => {
      const [first] = await list<{ id: string }>(kind);
      const file = await call<{ name: string }>('GET', `${kind}/${first!.id}/file`);
      expect((await call('POST', 'imports', file.text)).status).toBe(201);
      const copy = (await list<{ id: string; name: string }>(kind)).find(
        (one) => one.name === `${file.body.name} (2)`,
      )!;
      const again = await call<{ name: string }>('GET', `${kind}/${copy.id}/file`);
      expect({ ...again.body, name: '' }).toEqual({ ...file.body, name: '' });
    },
  );

  it('are refused whole, naming the line', async () => {
    const before = (await list<Run>('runs')).length;
    const { id } = await demoRoute();
    const lines = (await call('GET', `routes/${id}/runs-file`)).text.split('\n');
    lines[3] = lines[3]!.replace(/,(-?\d+),(-?\d+),/, ',$1,far away,');
    lines[1] = lines[1]!.replace(/^[0-9a-f-]+/, randomUUID());
    const answer = await call<{ line: number; detail: string }>(
      'POST',
      'imports',
      lines.join('\n'),
    );
    expect(answer.status).toBe(422);
    expect(answer.body.line).toBe(4);
    expect(answer.body.detail).toMatch(/Line 4.*Nothing was imported/);
    expect((await list<Run>('runs')).length).toBe(before);
    const broken = await call<{ line: number }>(
      'POST',
      'imports',
      '{\n "corvat": "field",\n oops }',
    );
    expect(broken.body.line).toBe(3);
  });
});

describe('the forecast of the server', () => {
  it('is the same, run for run, as the one made here', async () => {
    const route = await demoRoute();
    const robot = (await list<Robot>('robots')).find((one) => one.id === route.robotId)!;
    const { field } = (await list<FieldRecord>('fields')).find((one) => one.id === route.fieldId)!;
    const setup = robot.setup.setup;
    const { plan } = route.revision;
    const answer = await call<{ poses: number[] }>('POST', 'forecasts', {
      setup,
      field,
      plan,
      seed: 5,
      runs: 6,
    });
    const here = forecastRuns({ plan, field, believed: setup, truth: setup }, 5, 6);
    expect(answer.body.poses).toEqual(Array.from(here.poses));
  });
});

describe('another site', () => {
  it('may not write', async () => {
    const response = await fetch(`${address}/api/v1/robots`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: 'http://elsewhere.example' },
      body: '{"name":"X"}',
    });
    expect(response.status).toBe(403);
  });
});
