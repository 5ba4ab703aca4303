import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { BenchRecord } from '../../src/contracts/bench.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot, SetupRevision } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { withSetupValues } from '../../src/core/robot/parameters.ts';
import { caller } from './client.ts';
import { forecastRuns } from '../../src/core/simulation/forecast.ts';
import { checkpointsOf } from '../../src/core/route/checkpoints.ts';
import { newMove } from '../../src/core/moves/index.ts';

const call = caller(address);
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

  it('logged by twenty tables at once is there twenty times', async () => {
    const input = await runInput();
    const ids = Array.from({ length: 100 }, () => randomUUID());
    const tables = Array.from({ length: 20 }, (_, i) => ids.slice(5 * i, 5 * i + 5));
    const answers = await Promise.all(
      tables.map(async (own) => {
        const statuses: number[] = [];
        for (const id of own) statuses.push((await call('PUT', `runs/${id}`, input)).status);
        return statuses;
      }),
    );
    expect(answers.flat().every((status) => status === 201)).toBe(true);
    const stored = new Set((await list<Run>('runs')).map((run) => run.id));
    expect(ids.every((id) => stored.has(id))).toBe(true);
    await Promise.all(ids.map((id) => call('DELETE', `runs/${id}`)));
  });

  it('sent twice at the same moment is made once', async () => {
    const input = await runInput();
    const id = randomUUID();
    const answers = await Promise.all([1, 2, 3].map(() => call('PUT', `runs/${id}`, input)));
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 200, 201]);
    await call('DELETE', `runs/${id}`);
  });

  it('is refused with the place of the fault', async () => {
    const input = await runInput();
    const wrong = { ...input, measurements: [{ ...input.measurements[0], along: 'far' }] };
    const answer = await call<{ pointer: string }>('PUT', `runs/${randomUUID()}`, wrong);
    expect(answer.status).toBe(422);
    expect(answer.body.pointer).toBe('measurements.0.along');
    for (const lost of ['sessionId', 'setupId', 'revisionId']) {
      const answer = await call('PUT', `runs/${randomUUID()}`, { ...input, [lost]: randomUUID() });
      expect(answer.status).toBe(404);
      expect(answer.text).toContain(
        { sessionId: 'session', setupId: 'setup', revisionId: 'route revision' }[lost],
      );
    }
    const twice = { ...input, measurements: [input.measurements[0], input.measurements[0]] };
    expect((await call('PUT', `runs/${randomUUID()}`, twice)).text).toContain('measured once');
  });
});

describe('a robot', () => {
  it('begins with plausible numbers, and takes a new setup only on top of the newest', async () => {
    const made = await call<Robot>('POST', 'robots', { name: '  Plover  ' });
    expect(made.status).toBe(201);
    expect(made.body).toMatchObject({ name: 'Plover', version: 0, setup: { number: 1 } });
    const { id, setup } = made.body;
    const changed = {
      basedOn: 1,
      reason: 'new wheels',
      setup: withSetupValues(setup.setup, { 'drive.wheelDiameter': 62.4 }),
      sources: { 'drive.wheelDiameter': { kind: 'typed' } },
    };
    const second = await call<SetupRevision>('POST', `robots/${id}/setups`, changed);
    expect(second.body).toMatchObject({ number: 2, reason: 'new wheels' });
    const stale = await call<{ stored: SetupRevision }>('POST', `robots/${id}/setups`, changed);
    expect(stale.status).toBe(409);
    expect(stale.body.stored.number).toBe(2);
    const all = await list<SetupRevision>(`robots/${id}/setups`);
    expect(all.map(({ number }) => number)).toEqual([2, 1]);
    expect((await call<Robot>('GET', `robots/${id}`)).body.setup.setup.drive.wheelDiameter).toBe(
      62.4,
    );
  });

  it('is renamed once, and refused a second time from the same page', async () => {
    const { id } = (await call<Robot>('POST', 'robots', { name: 'Dunlin' })).body;
    const renamed = await call<Robot>('PATCH', `robots/${id}`, { name: 'Knot', version: 0 });
    expect(renamed.body).toMatchObject({ name: 'Knot', version: 1 });
    const stale = await call<{ stored: Robot }>('PATCH', `robots/${id}`, {
      name: 'Ruff',
      version: 0,
    });
    expect(stale.status).toBe(409);
    expect(stale.body.stored.name).toBe('Knot');
  });

  it('refuses numbers that no robot has, and sources for numbers that are not there', async () => {
    const { id, setup } = (await call<Robot>('POST', 'robots', { name: 'Godwit' })).body;
    const wrong = { ...setup.setup, drive: { ...setup.setup.drive, track: -118 } };
    const input = { basedOn: 1, reason: '', setup: wrong, sources: {} };
    const answer = await call<{ pointer: string }>('POST', `robots/${id}/setups`, input);
    expect([answer.status, answer.body.pointer]).toEqual([422, 'setup.drive.track']);
    const source = await call('POST', `robots/${id}/setups`, {
      ...input,
      setup: setup.setup,
      sources: { 'wings.span': { kind: 'typed' } },
    });
    expect(source.status).toBe(422);
    expect((await call('POST', 'robots', { name: '   ' })).text).toContain('Give it a name.');
  });

  it('keeps bench readings under the identifier of the client, once', async () => {
    const { id } = (await call<Robot>('POST', 'robots', { name: 'Avocet' })).body;
    const bench = {
      kind: 'turn',
      style: 'spot',
      conditions: { battery: 7.9, surface: 'mat', unit: 'left' },
      trials: [{ trigger: 1.5707963267948966, rate: 2, measured: 1.7, way: 'left', struck: null }],
    };
    const record = { id: randomUUID(), bench };
    const first = await call<BenchRecord>('POST', `robots/${id}/bench-records`, record);
    expect(first.body).toMatchObject({ number: 1, bench });
    const again = await call<BenchRecord>('POST', `robots/${id}/bench-records`, record);
    expect(again.body).toEqual(first.body);
    const other = { ...record, bench: { ...bench, style: 'pivot-left' } };
    expect((await call('POST', `robots/${id}/bench-records`, other)).status).toBe(409);
    const next = await call<BenchRecord>('POST', `robots/${id}/bench-records`, {
      id: randomUUID(),
      bench,
    });
    expect(next.body.number).toBe(2);
    expect(await list(`robots/${id}/bench-records`)).toHaveLength(2);
  });
});

/** The field of the demo, wherever the fields of other tests stand beside it. */
async function demoField(): Promise<FieldRecord> {
  return (await list<FieldRecord>('fields')).find(({ name }) => name === 'Saltmarsh Watch')!;
}

describe('a field', () => {
  it('is replaced by the next version, and refused from an older one', async () => {
    const demo = await demoField();
    const made = await call<FieldRecord>('POST', 'fields', { name: 'Mudflat', field: demo.field });
    expect(made.status).toBe(201);
    const { id } = made.body;
    const wider = { name: 'Mudflat', field: { ...demo.field, width: 2300 }, version: 0 };
    expect((await call<FieldRecord>('PUT', `fields/${id}`, wider)).body).toMatchObject({
      version: 1,
      field: { width: 2300 },
    });
    expect((await call('PUT', `fields/${id}`, wider)).status).toBe(409);
    expect((await call<FieldRecord>('GET', `fields/${id}`)).body.version).toBe(1);
  });

  it('is refused without a start place or with two things of one identifier', async () => {
    const demo = await demoField();
    const { field } = demo;
    const none = await call('POST', 'fields', { name: 'x', field: { ...field, starts: [] } });
    expect(none.text).toContain('A field needs a start place.');
    const twice = { ...field, models: [...field.models, field.models[0]] };
    expect((await call('POST', 'fields', { name: 'x', field: twice })).text).toContain(
      'same identifier',
    );
  });
});

describe('a session', () => {
  it('begins once, however often it is sent, and its notes can be changed', async () => {
    const input = { id: randomUUID(), title: 'Rehearsal', startedAt: '2026-11-21T09:00:00.000Z' };
    const first = await call<Session>('POST', 'sessions', { ...input, surface: 'mat' });
    expect(first.body).toMatchObject({ title: 'Rehearsal', surface: 'mat', version: 0 });
    expect((await call<Session>('POST', 'sessions', input)).body).toEqual(first.body);
    const { title, surface, people } = first.body;
    const change = { title, surface, people, note: 'a seam in the mat', version: 0 };
    expect((await call<Session>('PATCH', `sessions/${input.id}`, change)).body.note).toBe(
      'a seam in the mat',
    );
    expect((await call('PATCH', `sessions/${input.id}`, change)).status).toBe(409);
  });
});

/** A file without what says which thing it is, and when it came here. */
function contentOf(file: object): unknown {
  const ids = new Map<string, number>();
  const text = JSON.stringify({ ...file, name: '', createdAt: '' }, (key, value: unknown) =>
    /^(id|robotId|fieldId|archivedAt)$/.test(key) ? undefined : value,
  );
  // Recordings of benches keep their order, but not their identifiers.
  return JSON.parse(text, (key, value: unknown) => {
    if (key !== 'telemetry' || typeof value !== 'string') return value;
    if (!ids.has(value)) ids.set(value, ids.size);
    return ids.get(value);
  }) as unknown;
}

describe('a request that cannot be', () => {
  it.each([
    ['GET', `robots/${randomUUID()}`, 404],
    ['GET', 'robots/not-an-identifier', 404],
    ['GET', `runs?session=none`, 404],
    ['DELETE', `runs/${randomUUID()}`, 404],
    ['POST', 'robots', 415],
  ])('%s %s is answered with %d and a sentence', async (method, path, status) => {
    const answer = await call<{ detail: string; title: string; type: string }>(method, path);
    expect(answer.status).toBe(status);
    expect(answer.type).toContain('application/problem+json');
    expect(answer.body).toMatchObject({ type: 'about:blank' });
    expect(answer.body.detail).toMatch(/\.$/);
  });

  it('is told that its JSON is none', async () => {
    const answer = await call<{ detail: string }>('POST', 'robots', '{"name":');
    expect([answer.status, answer.body.detail]).toEqual([400, 'The input is not JSON.']);
  });

  it('does not reach the database with text that looks like its language', async () => {
    const name = `'; DROP TABLE robots; -- " \\`;
    const made = await call<Robot>('POST', 'robots', { name });
    expect(made.body.name).toBe(name);
    expect((await list<Robot>('robots')).some((robot) => robot.name === name)).toBe(true);
  });
});

describe('a route', () => {
  it('changes name and goal by version, and lists its revisions newest first', async () => {
    const robots = await list<Robot>('robots');
    const field = await demoField();
    const plan = { startId: field.field.starts[0]!.id, moves: [] };
    const made = await call<Route>('POST', 'routes', {
      name: 'To the gauge',
      robotId: robots.find((robot) => robot.name === 'Curlew')!.id,
      fieldId: field.id,
      plan,
    });
    expect(made.body).toMatchObject({ goal: 0.9, revision: { number: 1, reason: 'First plan' } });
    const { id } = made.body;
    const change = { name: 'To the tide gauge', goal: 0.8, version: 0 };
    expect((await call<Route>('PATCH', `routes/${id}`, change)).body).toMatchObject({ goal: 0.8 });
    expect((await call('PATCH', `routes/${id}`, change)).status).toBe(409);
    await call('POST', `routes/${id}/revisions`, {
      basedOn: 1,
      origin: 'hand',
      reason: 'why not',
      plan,
    });
    const revisions = await list<{ number: number; parent: number | null }>(
      `routes/${id}/revisions`,
    );
    expect(revisions.map(({ number, parent }) => [number, parent])).toEqual([
      [2, 1],
      [1, null],
    ]);
  });

  it('is refused on a field that lacks its start, its model or its move', async () => {
    const { robotId, fieldId, revision } = await demoRoute();
    const of = (plan: object) => ({ name: 'x', robotId, fieldId, plan });
    const [checkpoint] = checkpointsOf(revision.plan);
    const without = revision.plan.moves.filter(({ id }) => id !== checkpoint!.id);
    const lost = { ...checkpoint, kind: 'checkpoint', pause: 0, modelId: 'moon' };
    const again = newMove('repeat', 'again', { fromId: 'moon' });
    const refused = async (plan: object) =>
      (await call<{ detail: string }>('POST', 'routes', of(plan))).body.detail;
    expect(await refused({ ...revision.plan, startId: 'moon' })).toMatch(/starts at a place/);
    expect(await refused({ ...revision.plan, moves: [...without, lost] })).toMatch(
      /model that the field does not have/,
    );
    expect(await refused({ ...revision.plan, moves: [...without, again] })).toMatch(
      /repeats from a move that does not stand before it/,
    );
  });

  it('gives its program as Python', async () => {
    const answer = await call('GET', `routes/${(await demoRoute()).id}/program.py`);
    expect(answer.type).toContain('text/x-python');
    expect(answer.text).toContain('def main(hub):');
  });

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
      expect((await call('POST', 'imports', file.text)).text).toMatch(/Nothing is new/);
      expect((await call('POST', 'imports?copy=yes', file.text)).status).toBe(201);
      const copy = (await list<{ id: string; name: string }>(kind)).find(
        (one) => one.name === `${file.body.name} (2)`,
      )!;
      const again = await call<{ name: string }>('GET', `${kind}/${copy.id}/file`);
      expect(contentOf(again.body)).toEqual(contentOf(file.body));
      const table = await call('GET', `${kind}/${first!.id}/file?format=csv`);
      expect(table.type).toContain('text/csv');
      expect((await call('POST', 'imports', table.text)).status).toBe(201);
      const third = (await list<{ id: string; name: string }>(kind)).find(
        (one) => one.name === `${file.body.name} (3)`,
      )!;
      const fromTable = await call<{ name: string }>('GET', `${kind}/${third.id}/file`);
      // A table of a field is its newest drawing alone.
      const alone = kind === 'fields' ? { revisions: undefined } : {};
      expect(contentOf({ ...fromTable.body, ...alone })).toEqual(
        contentOf({ ...file.body, ...alone }),
      );
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
    const here = forecastRuns({ plan, field, estimated: setup, trueParameters: setup }, 5, 6);
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
