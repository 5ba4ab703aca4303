import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { WaitingCommand } from '../../src/contracts/commands.ts';
import type { Link, OpenedLink } from '../../src/contracts/link.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Acknowledgement } from '../../src/core/telemetry/acknowledgement.ts';
import { caller } from './client.ts';
import { followLines } from './follower.ts';

const call = caller(address);
let robotId: string;

beforeAll(async () => {
  robotId = (await call<Robot>('POST', 'robots', { name: 'Redshank' })).body.id;
});

const open = async (practice = false) =>
  (await call<OpenedLink>('POST', 'links', { robotId, name: 'hub', practice })).body;
const line = (n: number) => `{"n":${n},"t_s":${n / 100},"heading_deg":${n}}\n`;
const lines = (from: number, to: number) =>
  Array.from({ length: to - from + 1 }, (_, i) => line(from + i)).join('');
const post = async (token: string, body: string) =>
  (await (
    await fetch(`${address}/api/v1/link/${token}`, { method: 'POST', body })
  ).json()) as Acknowledgement;

describe('a link', () => {
  it('counts what arrives, what is missing, late, doubled and unreadable', async () => {
    const { token } = await open();
    expect(await post(token, lines(1, 3))).toMatchObject({ next: 4, arrived: 3 });
    expect(await post(token, lines(6, 7))).toMatchObject({ next: 8, arrived: 5, gaps: [[4, 5]] });
    expect(await post(token, line(5) + line(5) + line(1))).toMatchObject({
      arrived: 6,
      late: 1,
      doubled: 2,
      gaps: [[4, 4]],
    });
    const receipt = await post(token, `{"n":8,"t_s":0.08,"heading":3}\n${line(9)}`);
    expect(receipt).toMatchObject({
      malformed: 1,
      arrived: 7,
      gaps: [
        [4, 4],
        [8, 8],
      ],
    });
    expect(receipt.lastFault).toMatch(/“heading” needs its unit/);
    expect((await call<Link>('GET', `link/${token}`)).body).toMatchObject({
      receipt,
      practice: false,
    });
  });

  it('takes the same as CSV under a header that carries the units', async () => {
    const { token } = await open();
    const text = 'n,t_s,heading_deg,rate_dps,left_deg,right_deg,range_mm,light_pct,battery_v\n';
    const receipt = await post(
      token,
      `${text}1,0.01,0.1,0,0,0,420,31.5,7.9\n2,0.02,0.1,0,0,0,,31,7.9\n`,
    );
    expect(receipt).toMatchObject({ arrived: 2, malformed: 0, lastTime: 0.02 });
  });

  it('takes one long request while it is being sent', async () => {
    const { token } = await open();
    const answer = new Promise<Acknowledgement>((resolve, reject) => {
      const long = request(`${address}/api/v1/link/${token}`, { method: 'POST' }, (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => resolve(JSON.parse(text) as Acknowledgement));
      });
      long.on('error', reject);
      const send = async () => {
        for (let part = 0; part < 5; part++) {
          // Cut in the middle of a line.
          const text = lines(part * 20 + 1, part * 20 + 20);
          long.write(text.slice(0, 333));
          await new Promise((wake) => setTimeout(wake, 60));
          long.write(text.slice(333));
        }
        // What has been sent is stored before the request ends.
        await expect
          .poll(async () => (await call<Link>('GET', `link/${token}`)).body.receipt.arrived)
          .toBeGreaterThan(20);
        long.end();
      };
      send().catch(reject);
    });
    expect(await answer).toMatchObject({ next: 101, arrived: 100, malformed: 0, gaps: [] });
  });

  it('goes on after a connection that broke in the middle of a line, without loss or double', async () => {
    const { token } = await open();
    await new Promise<void>((resolve) => {
      const broken = request(`${address}/api/v1/link/${token}`, { method: 'POST' });
      broken.on('error', () => resolve());
      broken.write(lines(1, 50) + line(51).slice(0, 12));
      setTimeout(() => broken.destroy(), 200);
      setTimeout(resolve, 600);
    });
    const { receipt } = (await call<Link>('GET', `link/${token}`)).body;
    expect(receipt).toMatchObject({ next: 51, arrived: 50, malformed: 0 });
    // The sender is careful and sends the last ones again.
    expect(await post(token, lines(45, 60))).toMatchObject({
      next: 61,
      arrived: 60,
      doubled: 6,
      gaps: [],
    });
  });

  it('is followed by server-sent events from where the follower was', async () => {
    const { id, token } = await open();
    await post(token, lines(1, 5));
    const first = followLines(address, id);
    await first.ready;
    await post(token, lines(6, 10));
    await expect.poll(() => first.numbers()).toEqual([6, 7, 8, 9, 10]);
    first.stop();
    await post(token, lines(11, 12));
    const second = followLines(address, id, first.lastBatch());
    await expect.poll(() => second.numbers()).toEqual([11, 12]);
    expect(second.receipts().at(-1)).toMatchObject({ arrived: 12 });
    second.stop();
  });

  it('takes senders that run at the same time, line for line', async () => {
    const { token } = await open();
    await Promise.all(
      [lines(1, 200), lines(101, 300), lines(1, 300)].map((text) => post(token, text)),
    );
    const { receipt } = (await call<Link>('GET', `link/${token}`)).body;
    expect(receipt).toMatchObject({ next: 301, arrived: 300, gaps: [] });
  });

  it('does not exist under another token, for another robot, or for another site', async () => {
    expect((await call('GET', 'link/short')).status).toBe(404);
    expect((await call('GET', `link/${'a'.repeat(22)}`)).status).toBe(404);
    const strange = { robotId: randomUUID(), name: 'hub', practice: false };
    expect((await call('POST', 'links', strange)).status).toBe(404);
    const { id, token } = await open();
    const refused = await fetch(`${address}/api/v1/link/${token}`, {
      method: 'POST',
      headers: { origin: 'http://elsewhere.example' },
      body: line(1),
    });
    expect(refused.status).toBe(403);
    // The list names it, but its token is told only to who opened it.
    const listed = await call<Link[]>('GET', `robots/${robotId}/links`);
    expect(listed.body[0]!.id).toBe(id);
    expect(listed.text).not.toContain(token);
  });

  it('keeps text of people as text', async () => {
    const { id, token } = await open();
    const follower = followLines(address, id);
    await follower.ready;
    await post(token, `{"n":1,"t_s":0,"event":"<b>\\n\\nevent: receipt\\ndata: 1"}\n`);
    await expect.poll(() => follower.lines().length).toBe(1);
    expect(follower.lines()[0]!['event']).toBe('<b>\n\nevent: receipt\ndata: 1');
    follower.stop();
  });
});

describe('commands for the practice robot', () => {
  it('are refused by name when they are no commands', async () => {
    const { id } = await open();
    const wrong = await call('POST', `links/${id}/commands`, { commands: [{ do: 'fly' }] });
    expect(wrong.status).toBe(422);
    const far = { do: 'drive', distance: 1e9, speed: 100 };
    expect((await call('POST', `links/${id}/commands`, { commands: [far] })).text).toMatch(
      /distance/,
    );
  });

  it('are given in order, taken away when done, and dropped on request', async () => {
    // No practice link, so that nobody takes them away.
    const { id, token } = await open();
    const commands = [{ do: 'rest', seconds: 1 }, { do: 'nudge' }];
    expect((await call('POST', `links/${id}/commands`, { commands })).status).toBe(204);
    const waiting = (await call<WaitingCommand[]>('GET', `link/${token}/commands`)).body;
    expect(waiting.map(({ command }) => command)).toEqual(commands);
    await call('DELETE', `link/${token}/commands?number=${waiting[0]!.number}`);
    const rest = await call<WaitingCommand[]>('GET', `link/${token}/commands`);
    expect(rest.body).toEqual([waiting[1]]);
    await call('DELETE', `links/${id}/commands`);
    expect((await call('GET', `link/${token}/commands`)).text).toBe('[]');
  });

  it('are carried out by its process over the link', async () => {
    const { id } = await open(true);
    const follower = followLines(address, id);
    await follower.ready;
    const commands = [{ do: 'drive', distance: 300, speed: 250 }];
    await call('POST', `links/${id}/commands`, { commands });
    await expect
      .poll(() => follower.lines().some(({ event }) => event === 'driven'), { timeout: 15_000 })
      .toBe(true);
    const numbers = follower.numbers();
    expect(numbers).toEqual(numbers.map((_, i) => i + 1));
    follower.stop();
  });
});
