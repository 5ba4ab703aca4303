import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { randomUUID } from 'node:crypto';
import type { Application } from '../application.ts';
import { get, placeOfDemo } from './demoData.ts';
import { figure, percentile, type Figure } from './figure.ts';

/** A season day of a region: so many clients for so long, s. */
const CLIENTS = 50;
const SECONDS = 60;
/** Processor time is counted in ticks of this many ms. */
const TICK = 10;

const agent = new Agent({ keepAlive: true });

/** Processor time that a process has used, ms. */
function processorTime(pid: number): number {
  const [, numbers] = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ');
  const fields = numbers!.split(' ').map(Number);
  return (fields[11]! + fields[12]!) * TICK;
}

/** Sends a run in the cheapest way that there is, because clients and server share the machine. */
function put(address: string, path: string, body: string): Promise<number> {
  return new Promise((resolve, reject) => {
    const sent = request(
      new URL(path, address),
      {
        method: 'PUT',
        agent,
        headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(body) },
      },
      (answer) => answer.resume().on('end', () => resolve(answer.statusCode!)),
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

async function newSession(address: string): Promise<string> {
  const id = randomUUID();
  await fetch(`${address}/api/v1/sessions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id, title: 'Many', startedAt: new Date().toISOString() }),
  });
  return id;
}

/**
 * Tables that log runs for a minute.
 *
 * @param pause between two runs of a client, ms; 0 for as fast as they can
 */
async function clientsLog(
  address: string,
  pause: number,
): Promise<{ times: number[]; sent: string[]; session: string; seconds: number }> {
  const session = await newSession(address);
  const place = { ...(await placeOfDemo(address)), sessionId: session };
  const begun = performance.now();
  const ends = begun + 1000 * SECONDS;
  const sent: string[] = [];
  const times: number[] = [];
  const client = async () => {
    while (performance.now() < ends) {
      const id = randomUUID();
      const from = performance.now();
      const body = JSON.stringify({
        ...place,
        happenedAt: new Date().toISOString(),
        measurements: [{ checkpointId: 'tide-gauge', along: 3, left: -4, turned: 0.02 }],
        outcomes: [{ modelId: 'tide-gauge', hit: true }],
      });
      if ((await put(address, `/api/v1/runs/${id}`, body)) === 201) sent.push(id);
      times.push(performance.now() - from);
      if (pause > 0) await new Promise((go) => setTimeout(go, pause * (0.5 + Math.random())));
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, client));
  return { times, sent, session, seconds: (performance.now() - begun) / 1000 };
}

/** Many tables at once: at the pace of people, and as fast as they can. */
export async function loggingRuns({ address, process: server }: Application): Promise<Figure[]> {
  const calm = await clientsLog(address, 1000);
  const before = processorTime(server.pid!);
  const hurried = await clientsLog(address, 0);
  const used = processorTime(server.pid!) - before;
  const stored = await get<{ id: string }[]>(address, `runs?session=${hurried.session}`);
  const once = new Set(stored.map(({ id }) => id));
  const lost = hurried.sent.filter((id) => !once.has(id)).length;
  const { sent, seconds } = hurried;
  return [
    figure(
      `logging a run, ${CLIENTS} clients, one a second, 95th`,
      percentile(calm.times, 0.95),
      'ms',
    ),
    figure(
      `runs that ${CLIENTS} clients log as fast as they can`,
      sent.length / seconds,
      'a second',
      'at least 400',
      0,
    ),
    figure(
      'processor time of the server for each of them',
      used / sent.length,
      'ms',
      'at most 3 ms',
      2,
    ),
    figure(
      'of these lost or stored more than once',
      lost + stored.length - once.size,
      'runs',
      'none',
      0,
    ),
  ];
}
