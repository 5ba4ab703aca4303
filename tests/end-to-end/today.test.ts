import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { openBrowser, openPage } from '../browser.ts';

const DATA = '.test/today';

// The demo as it is: what other tests make would be worth the time as well.
let application: Application;
let address: string;
let browser: Browser;
let page: Page;
let faults: string[];
let route: Route;

beforeAll(async () => {
  application = await freshApplication(DATA);
  ({ address } = application);
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
  const routes = (await caller(address)<Route[]>('GET', 'routes')).body;
  route = routes.find(({ name }) => name === 'Heron Hide')!;
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

describe('the first sheet', () => {
  it('says the one thing to do now, and leads to where it is done', async () => {
    await page.goto(`${address}/?route=${route.id}`);
    // In the demo an aim of Heron Hide is worth most.
    await page.getByRole('heading', { level: 1, name: /Heron Hide: approach at move 4/ }).waitFor();
    await page.getByText(/should bring \d+ points a match/).waitFor();
    await page.getByRole('link', { name: 'Change it' }).click();
    await page.getByRole('heading', { name: /aim: approach at move 4/i }).waitFor();
    expect(new URL(page.url()).searchParams.get('route')).toBe(route.id);
  });

  it('passes over what is not wanted now, and says why it is ranked so', async () => {
    await page.goto(`${address}/?route=${route.id}`);
    const first = page.getByRole('region', { name: 'What to do now' }).getByRole('heading');
    const before = await first.innerText();
    await page.getByRole('button', { name: 'Why this' }).click();
    await page.getByText(/ranked by what it should bring for each minute/).waitFor();
    await page.getByRole('button', { name: 'Not now' }).click();
    await expect.poll(() => first.innerText()).not.toBe(before);
  });

  it('counts the last practice', async () => {
    const practice = page.getByRole('region', { name: 'Practice' });
    await practice.getByText('18 runs, 7 hits').waitFor();
  });

  it('shows every route’s readiness as a range, and the robot with what is measured of it', async () => {
    const readiness = page.getByRole('region', { name: 'Readiness' });
    const row = readiness.getByRole('link', { name: /Heron Hide/ });
    expect(await row.getByRole('img').getAttribute('aria-label')).toMatch(
      /^\d+ to \d+ %, wanted 90 %$/,
    );
    const robot = page.getByRole('region', { name: 'The robot as it is known' });
    expect(await robot.getByRole('link').count()).toBe(6);
    await robot.getByText('gyro late by', { exact: true }).click();
    await page.waitForURL(/\/bench.*#turn$/);
  });
});

describe('a route in words', () => {
  it('is read while it is typed, names what it does not know, and is one step to undo', async () => {
    await page.goto(`${address}/route?route=${route.id}`);
    await page.getByRole('tab', { name: 'Words' }).click();
    const words = page.getByLabel('The route in words');
    const before = await words.inputValue();
    expect(before).toMatch(/^start at “.+”;\ndrive 490 mm/);
    await words.fill('drive 49 cm; turn left; drve 33 cm');
    await page.getByText('“drve” is no move. Did you mean “drive”?').waitFor();
    await words.fill('drive 49 cm; turn left; drive 33 cm');
    await expect.poll(() => page.getByText(/is no move/).count()).toBe(0);
    await page.getByRole('button', { name: /Save as rev/ }).waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect.poll(() => words.inputValue()).toBe(before);
  });
});

it('nothing went wrong on any of these sheets', () => {
  expect(faults).toEqual([]);
});
