import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MatchRecord, Rehearsal } from '../../src/contracts/matches.ts';
import type { ImportResult } from '../../src/contracts/kept.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { RehearsalEvent } from '../../src/core/match/rehearsal.ts';
import { freshApplication, type Application } from '../application.ts';
import { caller } from './client.ts';

let application: Application;
let other: Application;
let call: ReturnType<typeof caller>;
let plan: MatchRecord;

beforeAll(async () => {
  [application, other] = await Promise.all([
    freshApplication('.test/match'),
    freshApplication('.test/match-other', '--empty'),
  ]);
  call = caller(application.address);
  [plan] = (await call<[MatchRecord]>('GET', 'matches')).body;
}, 240_000);
afterAll(() => Promise.all([application.stop(), other.stop()]));

const rehearsalsOf = async (of = call, id = plan.id) =>
  (await of<Rehearsal[]>('GET', `rehearsals?match=${id}`)).body;

describe('a match plan', () => {
  it('is in the demo, with two rehearsals', async () => {
    expect(plan.name).toBe('Saltmarsh sprint');
    expect(plan.plan.entries).toHaveLength(4);
    expect(await rehearsalsOf()).toHaveLength(2);
  });

  it('is changed once by two who began with the same: the other is shown both', async () => {
    const change = { name: plan.name, plan: { ...plan.plan, seconds: 60 }, version: plan.version };
    const first = await call<MatchRecord>('PATCH', `matches/${plan.id}`, change);
    expect(first.body).toMatchObject({ version: plan.version + 1, plan: { seconds: 60 } });
    const second = await call<{ stored: MatchRecord }>('PATCH', `matches/${plan.id}`, change);
    expect(second.status).toBe(409);
    expect(second.body.stored.version).toBe(plan.version + 1);
    plan = first.body;
  });

  it('refuses routes of another robot, and an order that cannot be', async () => {
    const robot = (await call<{ id: string }>('POST', 'robots', { name: 'Other' })).body;
    const { name, fieldId } = plan;
    const foreign = await call('POST', 'matches', {
      name,
      fieldId,
      robotId: robot.id,
      plan: plan.plan,
    });
    expect(foreign.status).toBe(409);
    const entries = plan.plan.entries.map((entry, i) =>
      i === 0 ? { ...entry, after: ['e2'] } : entry,
    );
    const impossible = await call<{ detail: string }>('PATCH', `matches/${plan.id}`, {
      name,
      plan: { ...plan.plan, entries },
      version: plan.version,
    });
    expect(impossible.status).toBe(422);
    expect(impossible.body.detail).toContain('A route stands before one that it needs.');
  });

  it('holds its routes, robot and field: they are not deleted under it', async () => {
    const { entries } = plan.plan;
    const refused = await call<{ detail: string }>('DELETE', `kept/routes/${entries[0]!.routeId}`);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('“Saltmarsh sprint”');
    expect((await call<Route[]>('GET', 'routes')).body).toHaveLength(4);
  });
});

describe('a rehearsal', () => {
  const id = randomUUID();
  const path = `rehearsals/${id}`;
  const write = (event: RehearsalEvent, own = randomUUID()) =>
    call('PUT', `${path}/events/${own}`, event);

  it('is written by two devices side by side; what comes twice is there once', async () => {
    const begun = { matchId: plan.id, happenedAt: '2026-11-20T17:00:00.000Z', people: 'R' };
    expect((await call('PUT', path, begun)).status).toBe(204);
    expect((await call('PUT', path, begun)).status).toBe(204);
    const start = randomUUID();
    await Promise.all([
      write({ kind: 'start', entryId: 'e1', at: 1 }, start),
      write({ kind: 'start', entryId: 'e1', at: 1 }, start),
      write({
        kind: 'outcome',
        entryId: 'e1',
        at: 8,
        modelId: 'heron-hide',
        hit: true,
        points: 25,
      }),
    ]);
    const found = (await rehearsalsOf()).find((one) => one.id === id)!;
    expect(found.events.map(({ event }) => event.kind)).toEqual(['start', 'outcome']);
    await call('DELETE', `${path}/events/${start}`);
    const left = (await rehearsalsOf()).find((one) => one.id === id)!;
    expect(left.events.map(({ event }) => event.kind)).toEqual(['outcome']);
  });

  it('is refused without its plan, and with what is none', async () => {
    const begun = { matchId: randomUUID(), happenedAt: '2026-11-20T17:00:00.000Z' };
    expect((await call('PUT', `rehearsals/${randomUUID()}`, begun)).status).toBe(404);
    expect(
      (await call('PUT', `${path}/events/${randomUUID()}`, { kind: 'tea', at: 3 })).status,
    ).toBe(422);
  });

  it('goes into another Corvat with its plan, by file and by bundle, and is known there again', async () => {
    const bundle = await fetch(`${application.address}/api/v1/bundle`);
    const there = caller(other.address);
    const taken = await fetch(`${other.address}/api/v1/imports`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: await bundle.arrayBuffer(),
    });
    expect(taken.status).toBe(201);
    const [same] = (await there<MatchRecord[]>('GET', 'matches')).body;
    expect(same!.plan).toEqual(plan.plan);
    expect(await rehearsalsOf(there, same!.id)).toEqual(await rehearsalsOf());
    const file = await fetch(`${application.address}/api/v1/matches/${plan.id}/file`);
    const again = await fetch(`${other.address}/api/v1/imports`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: await file.arrayBuffer(),
    });
    expect(((await again.json()) as ImportResult).sentence).toContain('1 match plan');
    expect((await there<MatchRecord[]>('GET', 'matches')).body).toHaveLength(1);
  });

  it('is taken back, and deleted with its plan', async () => {
    await call('DELETE', path);
    expect((await rehearsalsOf()).map((one) => one.id)).not.toContain(id);
    expect((await call('DELETE', `kept/matches/${plan.id}`)).status).toBe(200);
    expect((await call<MatchRecord[]>('GET', 'matches')).body).toEqual([]);
  });
});
