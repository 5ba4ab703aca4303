import { readFileSync } from 'node:fs';
import { randomUUID as uuid } from 'node:crypto';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Route } from '../../src/contracts/routes.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { caller } from '../api/client.ts';
import { startApplication, type Application } from '../application.ts';
import { goToFresh, openBrowser, openPage, waitUntilAlive } from '../browser.ts';
import { sharedApplication, trustIn, wordFor } from '../devices.ts';

const FOLDER = '.test/offline';
let application: Application;
let shared: string;
let browser: Browser;
let context: BrowserContext;
let page: Page;
let route: Route;
let session: Session;

beforeAll(async () => {
  const opened = await sharedApplication(FOLDER, '--share');
  application = opened;
  shared = opened.shared;
  browser = await openBrowser(trustIn(FOLDER));
  const here = caller(application.address);
  route = (await here<Route[]>('GET', 'routes')).body.find(({ name }) => name === 'Heron Hide')!;
  session = (await here<Session[]>('GET', 'sessions')).body[0]!;
  page = (await openPage(browser, { viewport: { width: 390, height: 844 } })).page;
  context = page.context();
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

/** Starts Corvat again under the same addresses. */
async function startAgain(): Promise<void> {
  const door = { CORVAT_SHARE_HOST: '127.0.0.1', CORVAT_SHARE_PORT: new URL(shared).port };
  const { port } = new URL(application.address);
  application = await startApplication(FOLDER, '--share', door, { PORT: port });
}

const runs = async () =>
  (await caller(application.address)<Run[]>('GET', `runs?session=${session.id}&route=${route.id}`))
    .body.length;
const card = () => page.getByRole('img', { name: /zone to scale/ });

describe('a paired phone', () => {
  it('keeps the sheets that its bar leads to', async () => {
    const word = await wordFor(application, 'coach');
    await page.goto(`${shared}/pair?word=${word}`);
    await page.getByRole('button', { name: 'Pair this device' }).click();
    await page.waitForURL(/\/\?/);
    await page.goto(`${shared}/table?route=${route.id}&session=${session.id}`);
    await card().waitFor();
    const kept = () =>
      page.evaluate(async () => {
        const keys = await (await caches.open('corvat-pages')).keys();
        return keys.map(({ url }) => new URL(url).pathname);
      });
    for (const path of ['/', '/table', '/route', '/bench', '/verdict']) {
      await expect.poll(kept, { timeout: 20_000 }).toContain(path);
    }
  });

  it('opens them without Corvat, says how old they are, and keeps what is logged', async () => {
    const before = await runs();
    await application.stop();
    const other = await context.newPage();
    await other.close();
    await page.goto(`${shared}/table?route=${route.id}&session=${session.id}`);
    await card().waitFor();
    await page.getByText(/No connection\. What you see is as it was at/).waitFor();
    await card().click({ position: { x: 30, y: 30 } });
    await page.getByRole('button', { name: /^Miss/ }).click();
    await page.getByText(/1 entry is kept on this device/).waitFor();
    for (const path of ['/', '/verdict', '/route', '/bench']) {
      await page.goto(shared + path);
      await page.getByText(/No connection\. What you see is as it was at/).waitFor();
      await page.locator('main :is(h1, svg[role="img"], nav[data-benches])').first().waitFor();
      await waitUntilAlive(page);
    }
    // An address that was never opened shows the newest sheet of its kind, but none of another robot.
    await page.goto(`${shared}/bench?robot=${uuid()}`);
    await page.getByText('No connection to Corvat, and this sheet was not opened before').waitFor();
    await page.goto(`${shared}/table`);
    await card().waitFor();
    await startAgain();
    await expect.poll(runs, { timeout: 20_000 }).toBe(before + 1);
    await page.getByText(/The connection is back/).waitFor();
  });

  it('keeps a reading of a bench until the connection is back', async () => {
    const here = caller(application.address);
    const { body: robot } = await here<Robot>('POST', 'robots', { name: 'Godwit' });
    const records = async () =>
      (await here<unknown[]>('GET', `robots/${robot.id}/bench-records`)).body.length;
    const measure = async (turned: string) => {
      await page.getByLabel('stop at, °, reading 1', { exact: true }).fill('90');
      await page.getByLabel('rate, °/s, reading 1', { exact: true }).fill('120');
      await page.getByLabel('turned, °, reading 1', { exact: true }).fill(turned);
      for (const i of [2, 3]) {
        await page.getByLabel(`stop at, °, reading ${i}`).fill(String(90 * (i - 1)));
        await page.getByLabel(`rate, °/s, reading ${i}`).fill('120');
        await page.getByLabel(`turned, °, reading ${i}`).fill(String(90 * (i - 1) + 6));
      }
      await page.getByRole('button', { name: 'Keep the record' }).click();
      await page.getByText(/^The readings are kept on this device/).waitFor();
    };
    await goToFresh(page, `${shared}/bench?robot=${robot.id}`);
    await page.getByRole('button', { name: /^Turn/ }).click();
    await context.setOffline(true);
    await measure('96');
    expect(await records()).toBe(0);
    await context.setOffline(false);
    await expect.poll(records).toBe(1);

    // While it is away once more, a coach deletes the robot: what was read stays to be seen.
    await context.setOffline(true);
    await measure('97');
    await here('DELETE', `kept/robots/${robot.id}`);
    await context.setOffline(false);
    const aside = page.getByText(
      /^A recording or a reading was not taken and is kept on this device/,
    );
    await aside.waitFor();
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as a file' }).click();
    expect(readFileSync(await (await saved).path(), 'utf8')).toContain('97');
    await page.getByRole('button', { name: 'Throw it away' }).click();
    await aside.waitFor({ state: 'detached' });
  });

  it('forgets them when it is sent away', async () => {
    const here = caller(application.address);
    const [device] = (await here<{ id: string }[]>('GET', 'devices')).body;
    await here('DELETE', `devices/${device!.id}`);
    await page.getByRole('heading', { name: 'Which words did the coach give you?' }).waitFor();
    const kept = await page.evaluate(() => caches.has('corvat-pages'));
    expect(kept).toBe(false);
  });
});
