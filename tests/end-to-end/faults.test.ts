import type { Browser } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

let browser: Browser;

beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

describe('a sheet that has a fault', () => {
  it('says so in its place, and the rest of the page goes on', async () => {
    const { page } = await openPage(browser);
    // A page whose data lost a part on the way stands in for a fault of ours.
    await page.route(/\/verdict\?/, async (route) => {
      const answer = await route.fetch();
      const body = (await answer.text()).replaceAll('&quot;models&quot;', '&quot;lost&quot;');
      await route.fulfill({ response: answer, body });
    });
    const routes = (await caller(address)<Route[]>('GET', 'routes')).body;
    const { id } = routes.find(({ name }) => name === 'Sluice, then Tide Gauge')!;
    // Where the sheet sends one: a page on the way there is not changed.
    await page.goto((await fetch(`${address}/verdict?route=${id}`)).url);
    await page.getByRole('heading', { name: 'This sheet has a fault.' }).waitFor();
    await page.getByText('Nothing that was saved is lost').waitFor();
    await page.unroute(/\/verdict\?/);
    await page.getByRole('button', { name: 'Load the page anew' }).click();
    await page.getByRole('heading', { level: 1 }).waitFor();
    expect(await page.getByText('This sheet has a fault.').count()).toBe(0);
    await page.context().close();
  });
});

describe('an address that is none', () => {
  it('is answered with a page that leads on', async () => {
    const { page } = await openPage(browser);
    const answer = await page.goto(`${address}/nowhere`);
    expect(answer!.status()).toBe(404);
    await page.getByRole('heading', { name: 'There is no such page.' }).waitFor();
    await page.getByRole('main').getByRole('link', { name: 'Route' }).click();
    await page.waitForURL(/\/route\?route=/);
    await page.context().close();
  });
});
