import { createServer, connect, type Socket } from 'node:net';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Page } from 'playwright-core';
import type { Route } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { uniform } from '../../src/core/mathematics/randomness.ts';
import { caller } from '../api/client.ts';
import { freePort } from '../application.ts';
import { openBrowser, openPage } from '../browser.ts';
import { sharedApplication, trustIn, wordFor } from '../devices.ts';

/**
 * `npm run trial:devices`: eight devices with the Table open log runs for ten minutes, while the network between them
 * and Corvat is cut twenty times at random. Afterwards every run that a device showed must be there, once, and all devices
 * must show the same. `-- 2` says how many minutes.
 */
const FOLDER = '.test/trial-devices';
const DEVICES = 8;
const CUTS = 20;
/** A device logs a run about this often, ms: in ten minutes together fewer than the 200 that a Table shows. */
const A_RUN_EVERY = 30_000;

const report = (line: string) => process.stdout.write(`${line}\n`);

/** A wire between devices and Corvat that can be cut: what is on it is lost, and nothing new gets through. */
class Wire {
  private readonly sockets = new Set<Socket>();
  private isCut = false;

  constructor(
    readonly port: number,
    target: number,
  ) {
    createServer((near) => {
      if (this.isCut) {
        near.destroy();
        return;
      }
      const far = connect(target, '127.0.0.1');
      for (const [one, other] of [
        [near, far],
        [far, near],
      ] as const) {
        this.sockets.add(one);
        one.on('error', () => other.destroy());
        one.once('close', () => this.sockets.delete(one));
      }
      near.pipe(far);
      far.pipe(near);
    }).listen(port, '127.0.0.1');
  }

  cut(): void {
    this.isCut = true;
    for (const socket of this.sockets) socket.destroy();
  }

  mend(): void {
    this.isCut = false;
  }
}

async function trial(minutes: number, seed: number): Promise<void> {
  const draw = uniform(seed, 0, 9);
  const application = await sharedApplication(FOLDER, '--share');
  const wire = new Wire(await freePort(), Number(new URL(application.shared).port));
  const address = `https://127.0.0.1:${wire.port}`;
  const here = caller(application.address);
  const routes = (await here<Route[]>('GET', 'routes')).body;
  const route = routes.find(({ name }) => name === 'Heron Hide')!;
  const [session] = (await here<Session[]>('GET', 'sessions')).body;
  const runs = async () =>
    (await here<Run[]>('GET', `runs?session=${session!.id}&route=${route.id}`)).body;
  const before = (await runs()).length;
  const browser = await openBrowser(trustIn(FOLDER));
  const pages: Page[] = [];
  for (let i = 0; i < DEVICES; i++) {
    const { page } = await openPage(browser, { viewport: { width: 390, height: 844 } });
    await page.goto(`${address}/pair?word=${await wordFor(application, 'table')}`);
    await page.getByLabel('What this device is called').fill(`Device ${i + 1}`);
    await page.getByRole('button', { name: 'Pair this device' }).click();
    await page.waitForURL(/\/\?/);
    await page.goto(`${address}/table?route=${route.id}&session=${session!.id}`);
    await page.getByRole('img', { name: /zone to scale/ }).waitFor();
    pages.push(page);
  }
  report(`${DEVICES} devices have the Table open.`);
  const until = Date.now() + minutes * 60_000;
  let logged = 0;
  const devices = pages.map(async (page) => {
    while (Date.now() < until) {
      await sleep(A_RUN_EVERY * (0.5 + draw()));
      const card = page.getByRole('img', { name: /zone to scale/ });
      await card.click({ position: { x: 40 + 200 * draw(), y: 40 + 200 * draw() } });
      await page.getByRole('button', { name: draw() < 0.5 ? /^Hit/ : /^Miss/ }).click();
      logged++;
    }
  });
  const cutting = (async () => {
    for (let i = 0; i < CUTS; i++) {
      await sleep(((minutes * 60_000) / CUTS) * (0.5 + 0.5 * draw()));
      wire.cut();
      await sleep(1000 + ((minutes * 20_000) / CUTS) * draw());
      wire.mend();
    }
  })();
  await Promise.all([...devices, cutting]);
  // What waits is sent within seconds of the last cut, and the news of it as soon.
  await sleep(20_000);
  const stored = await runs();
  const heads = await Promise.all(
    pages.map((page) => page.getByRole('heading', { level: 1 }).innerText()),
  );
  const rows = await Promise.all(
    pages.map((page) => page.getByRole('group', { name: 'Runs of this session' }).innerText()),
  );
  report(`minutes: ${minutes}, cuts: ${CUTS}, runs logged: ${logged}`);
  report(
    `runs stored: ${stored.length - before}, different ones: ${new Set(stored.map(({ id }) => id)).size - before}`,
  );
  report(`devices show: ${[...new Set(heads)].join(' / ')} (expected: Run ${stored.length + 1})`);
  report(`different lists of runs: ${new Set(rows).size}`);
  const well =
    stored.length - before === logged &&
    heads.every((head) => head === `Run ${stored.length + 1}`) &&
    rows.every((row) => row === rows[0]);
  report(well ? 'nothing lost, nothing doubled, all equal' : 'NOT EQUAL');
  await browser.close();
  await application.stop();
  process.exit(well ? 0 : 1);
}

await trial(Number(process.argv[2] ?? 10), 1);
