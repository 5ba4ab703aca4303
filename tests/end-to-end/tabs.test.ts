import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { OpenedLink } from '../../src/contracts/link.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);
let browser: Browser;

beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

describe('two tabs', () => {
  it('never mix the routes that they work on, whatever the other one does', async () => {
    const routes = (await call<Route[]>('GET', 'routes')).body;
    const [one, two] = [routes[0]!, routes.find(({ id }) => id !== routes[0]!.id)!];
    const { page: first, faults } = await openPage(browser);
    const second = await first.context().newPage();
    await first.goto(`${address}/route?route=${one.id}`);
    await second.goto(`${address}/route?route=${two.id}`);
    for (const sheet of ['Table', 'Verdict', 'Bench', 'Route']) {
      await first
        .getByRole('navigation')
        .getByRole('link', { name: new RegExp(`^${sheet}`) })
        .click();
      await first.waitForURL(new RegExp(`/${sheet.toLowerCase()}\\?`));
      expect(new URL(first.url()).searchParams.get('route')).toBe(one.id);
    }
    // An address that says nothing is answered with one that does.
    await first.goto(`${address}/table`);
    expect(new URL(first.url()).searchParams.get('route')).not.toBeNull();
    expect(faults).toEqual([]);
    await first.context().close();
  });
});

describe('seven tabs with a live link each', () => {
  it('share one stream, so that requests go on', async () => {
    const robots: string[] = [];
    const links: OpenedLink[] = [];
    for (let i = 0; i < 7; i++) {
      const robot = (await call<Robot>('POST', 'robots', { name: `Tab ${i}` })).body;
      robots.push(robot.id);
      const body = { robotId: robot.id, name: 'hub', practice: false };
      links.push((await call<OpenedLink>('POST', 'links', body)).body);
    }
    const { page, faults } = await openPage(browser);
    const tabs = [page];
    while (tabs.length < 7) tabs.push(await page.context().newPage());
    for (const [i, tab] of tabs.entries()) {
      await tab.goto(`${address}/bench?robot=${robots[i]}#rest`);
      await tab.getByText('waiting for lines').waitFor({ timeout: 20_000 });
    }
    // Every tab still gets an answer, and hears its own link.
    for (const [i, tab] of tabs.entries()) {
      const status = await tab.evaluate(async () => (await fetch('/api/v1/health')).status);
      expect(status).toBe(200);
      await fetch(`${address}/api/v1/link/${links[i]!.token}`, {
        method: 'POST',
        body: '{"n":1,"t_s":0,"heading_deg":0}\n',
      });
      await expect
        .poll(() => tab.getByLabel('Lines of this link').innerText(), { timeout: 10_000 })
        .toMatch(/^1\s+arrived/);
    }
    expect(faults).toEqual([]);
    await page.context().close();
    for (const id of robots) await call('DELETE', `kept/robots/${id}`);
  }, 120_000);
});
