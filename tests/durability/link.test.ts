import { readFileSync, rmSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Link, OpenedLink } from '../../src/contracts/link.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Acknowledgement } from '../../src/core/telemetry/acknowledgement.ts';
import { caller } from '../api/client.ts';
import { followLines } from '../api/follower.ts';
import { startApplication } from '../application.ts';

const DATA = '.test/killed-link';
const LINES = 1200;

describe('a line that was acknowledged', () => {
  it('survives kill -9 of application and database, and is there once', async () => {
    rmSync(DATA, { recursive: true, force: true });
    let application = await startApplication(DATA);
    const [robot] = (await caller(application.address)<Robot[]>('GET', 'robots')).body;
    const { id, token } = (
      await caller(application.address)<OpenedLink>('POST', 'links', {
        robotId: robot!.id,
        name: 'hub',
        practice: false,
      })
    ).body;
    let acknowledged = 0;
    let next = 1;
    const send = async () => {
      const text = Array.from(
        { length: 20 },
        (_, i) => `{"n":${next + i},"t_s":${next + i}}\n`,
      ).join('');
      const answer = await fetch(`${application.address}/api/v1/link/${token}`, {
        method: 'POST',
        body: text,
      });
      next = ((await answer.json()) as Acknowledgement).next;
      acknowledged = next - 1;
    };
    for (const victim of ['application', 'both'] as const) {
      const until = next + LINES / 3;
      while (next < until) await send();
      // In the middle of a request, so that some lines are on their way.
      const cut = send().catch(() => null);
      const database = Number(readFileSync(`${DATA}/database/corvat.pid`, 'utf8'));
      if (victim === 'both') process.kill(database, 'SIGKILL');
      await application.stop('SIGKILL');
      await cut;
      application = await startApplication(DATA);
      const { receipt } = (await caller(application.address)<Link>('GET', `link/${token}`)).body;
      expect(receipt.next - 1).toBeGreaterThanOrEqual(acknowledged);
      expect(receipt.gaps).toEqual([]);
      // A careful sender goes back a little.
      next = Math.max(1, receipt.next - 15);
    }
    while (next <= LINES) await send();
    const follower = followLines(application.address, id, 0);
    await expect.poll(() => follower.numbers().length, { timeout: 10_000 }).toBe(next - 1);
    expect(follower.numbers()).toEqual(Array.from({ length: next - 1 }, (_, i) => i + 1));
    follower.stop();
    await application.stop();
  });
});
