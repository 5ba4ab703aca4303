import { randomUUID } from 'node:crypto';
import { beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { BenchRecord } from '../../src/contracts/bench.ts';
import type { Bench } from '../../src/core/benches/index.ts';
import type { RobotFile } from '../../src/core/formats/files.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { TelemetryRecord } from '../../src/core/telemetry/documents.ts';
import { packRecording } from '../../src/core/telemetry/packed.ts';
import { readRecording } from '../../src/core/telemetry/recordingFile.ts';
import { caller } from './client.ts';

const call = caller(address);
const TEXT = 't_s,heading_deg\n0,0\n0.01,0.1\n0.02,\n0.03,0.30000000000000004\n';
const recording = readRecording(TEXT);
const packed = packRecording(recording);
let robotId: string;

beforeAll(async () => {
  robotId = (await call<Robot>('POST', 'robots', { name: 'Turnstone' })).body.id;
});

const announce = (part: object = {}) => ({
  id: randomUUID(),
  runId: null,
  rows: recording.rows,
  columns: packed.map(({ name, decimals }) => ({ name, decimals })),
  events: [],
  ...part,
});
const put = (id: string, name: string, bytes: Uint8Array) =>
  fetch(`${address}/api/v1/telemetry/${id}/columns/${name}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/octet-stream' },
    body: bytes as BodyInit,
  });
const kept = async () => {
  const content = announce();
  await call('POST', `robots/${robotId}/telemetry`, content);
  for (const { name, bytes } of packed)
    expect((await put(content.id, name, bytes)).status).toBe(204);
  return content.id;
};
const estimate = { value: 0, standardError: 0, low: 0, high: 0 };
const restOn = (telemetry: string): Bench => ({
  kind: 'rest',
  conditions: { battery: 7.9, surface: 'mat', unit: '' },
  telemetry,
  rightPositive: true,
  tried: { remedy: 'switch mode', seconds: 4 },
  found: {
    bias: estimate,
    stillFor: 30,
    lasted: 30,
    samples: 4,
    lost: 0,
    step: 0,
    noise: 0,
    moved: [],
    randomWalk: null,
    biasInstability: null,
  },
  against: null,
  fitness: 'fit',
  sentence: 'The gyro holds still.',
});

describe('a recording', () => {
  it('arrives column by column and comes back as the table that it was', async () => {
    const id = await kept();
    const stored = (await call<TelemetryRecord>('GET', `telemetry/${id}`)).body;
    expect(stored).toMatchObject({ robotId, rows: 4, runId: null });
    const csv = await call('GET', `telemetry/${id}?format=csv`);
    expect(csv.type).toContain('text/csv');
    expect(readRecording(csv.text)).toEqual(recording);
    const bytes = await fetch(`${address}/api/v1/telemetry/${id}/columns/heading_deg`);
    expect(new Uint8Array(await bytes.arrayBuffer())).toEqual(packed[1]!.bytes);
  });

  it('can be announced and sent again, but not as another one', async () => {
    const content = announce();
    for (const status of [201, 201]) {
      expect((await call('POST', `robots/${robotId}/telemetry`, content)).status).toBe(status);
      expect((await put(content.id, 't_s', packed[0]!.bytes)).status).toBe(204);
    }
    const other = { ...content, rows: 5 };
    expect((await call('POST', `robots/${robotId}/telemetry`, other)).status).toBe(409);
  });

  it('is refused when a column is damaged, unknown or too long', async () => {
    const content = announce();
    await call('POST', `robots/${robotId}/telemetry`, content);
    const cut = await put(content.id, 't_s', packed[0]!.bytes.slice(0, 2));
    expect(cut.status).toBe(409);
    expect(await cut.text()).toMatch(/The column t_s is damaged. Send it again/);
    expect((await put(content.id, 'range_mm', packed[0]!.bytes)).status).toBe(404);
    expect((await put(content.id, 't_s', new Uint8Array(21 * 1024 * 1024))).status).toBe(413);
    const weather = announce({ columns: [{ name: 'weather', decimals: 0 }] });
    expect((await call('POST', `robots/${robotId}/telemetry`, weather)).text).toMatch(
      /This is no column of telemetry/,
    );
    const huge = announce({ rows: 5_000_000 });
    expect((await call('POST', `robots/${robotId}/telemetry`, huge)).status).toBe(422);
  });

  it('must be there whole before a bench record can stand on it', async () => {
    const content = announce();
    await call('POST', `robots/${robotId}/telemetry`, content);
    const record = { id: randomUUID(), bench: restOn(content.id) };
    const early = await call('POST', `robots/${robotId}/bench-records`, record);
    expect(early.status).toBe(409);
    expect(early.text).toMatch(/has not arrived whole/);
    for (const { name, bytes } of packed) await put(content.id, name, bytes);
    const made = await call<BenchRecord>('POST', `robots/${robotId}/bench-records`, record);
    expect(made.status).toBe(201);
    const nowhere = { id: randomUUID(), bench: restOn(randomUUID()) };
    expect((await call('POST', `robots/${robotId}/bench-records`, nowhere)).status).toBe(404);
  });

  it('goes with its robot’s file and comes back under another identifier', async () => {
    const file = (await call<RobotFile>('GET', `robots/${robotId}/file`)).body;
    expect(file.telemetry).toHaveLength(1);
    const before = (await call<Robot[]>('GET', 'robots')).body.map(({ id }) => id);
    for (const format of ['json', 'csv']) {
      const { text } = await call('GET', `robots/${robotId}/file?format=${format}`);
      expect((await call('POST', 'imports?copy=yes', text)).status).toBe(201);
    }
    const robots = (await call<Robot[]>('GET', 'robots')).body;
    const copies = robots.filter(({ id }) => !before.includes(id));
    expect(copies).toHaveLength(2);
    for (const { id } of copies) {
      const [record] = (await call<BenchRecord[]>('GET', `robots/${id}/bench-records`)).body;
      const { telemetry } = record!.bench as { telemetry: string };
      expect(telemetry).not.toBe(file.telemetry[0]!.id);
      const csv = await call('GET', `telemetry/${telemetry}?format=csv`);
      expect(readRecording(csv.text)).toEqual(recording);
    }
  });

  it('is missed when the file lacks it, and then nothing is imported', async () => {
    const file = (await call<RobotFile>('GET', `robots/${robotId}/file`)).body;
    // Without identifiers it is another robot.
    const without = JSON.stringify(
      { ...file, name: 'Half', telemetry: [] },
      (key, value: unknown) => (key === 'id' ? undefined : value),
    );
    const refused = await call('POST', 'imports', without);
    expect(refused.status).toBe(409);
    expect(refused.text).toMatch(/stands on a recording that the file lacks/);
    const names = (await call<Robot[]>('GET', 'robots')).body.map(({ name }) => name);
    expect(names).not.toContain('Half');
  });
});
