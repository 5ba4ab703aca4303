import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { openBrowser, openPage } from '../browser.ts';

let browser: Browser;
let page: Page;
let faults: string[] = [];

beforeAll(async () => {
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
});
afterAll(() => browser.close());

describe('the round of the work', () => {
  it('measures a turn and puts it into the setup', async () => {
    const robots = (await (await fetch(`${address}/api/v1/robots`)).json()) as Robot[];
    const curlew = robots.find(({ name }) => name === 'Curlew')!;
    await page.goto(`${address}/bench?robot=${curlew.id}`);
    await page.getByRole('button', { name: /^Turn/ }).click();
    await page.getByLabel('stop at, °, reading 11').fill('90');
    await page.getByLabel('turned, °, reading 11').fill('99.5');
    await page.getByRole('button', { name: 'Use in the setup' }).click();
    await page.getByText(/Setup \d+ uses record \d+/).waitFor();
  });

  it('edits the route, undoes, forecasts and saves a revision with a reason', async () => {
    const routes = (await (await fetch(`${address}/api/v1/routes`)).json()) as Route[];
    const route = routes.find(({ name }) => name === 'Heron Hide')!;
    await page.goto(`${address}/route?route=${route.id}`);
    await page.getByRole('button', { name: '+ Turn' }).click();
    const cells = page.getByRole('button', { name: /^Move \d+:/ });
    const added = await cells.count();
    await page.keyboard.press('Control+z');
    await expect.poll(() => cells.count()).toBe(added - 1);
    await page.getByRole('button', { name: /^Move 1:/ }).click();
    const distance = page.getByLabel('Distance, backwards is negative');
    await distance.fill('48 cm');
    await distance.press('Enter');
    await expect.poll(() => distance.inputValue()).toMatch(/480/);
    await page.getByRole('button', { name: 'Forecast 500 runs' }).click();
    await page.getByRole('button', { name: /^Cancel, \d+ of 500/ }).waitFor();
    await page.getByRole('button', { name: 'Forecast 500 runs' }).waitFor({ timeout: 50_000 });
    await page.getByRole('button', { name: /^Save as rev/ }).click();
    await page.getByLabel('Why this revision').fill('<i>shorter</i>');
    await page.getByRole('button', { name: /^Save revision/ }).click();
    await page.getByLabel('Why this revision').waitFor({ state: 'detached' });
  });

  it('logs five runs at the table, by line and by card, and undoes one', async () => {
    await page.goto(`${address}/table`);
    for (const line of ['-4 -26 1 m', '-6 -24 0 m', '-3 -27 2 m', '-5 -25 1 m', '2 -26 -1 m']) {
      await page.locator('#run-line').fill(line);
      await page.locator('#run-line').press('Enter');
      await expect.poll(() => page.locator('#run-line').inputValue()).toBe('');
    }
    await page.getByRole('img', { name: /zone to scale/ }).click();
    await page.getByRole('button', { name: 'Hit' }).click();
    await page.getByRole('button', { name: 'Undo (U)' }).click();
    await page.getByText('The run was taken back.').waitFor();
  });

  it('reads the verdict and makes the next revision from it', async () => {
    await page.goto(`${address}/verdict`);
    await page
      .getByRole('heading', { name: /^(Surely|Probably) aim: approach at move 4/ })
      .waitFor();
    await page
      .getByRole('button', { name: /^Make revision/ })
      .first()
      .click();
    await page.waitForURL(/\/route\?route=/);
    await page.getByRole('button', { name: /^Move 4: Approach to/ }).waitFor();
  });

  it('shows the program sheet, with text of people as text', async () => {
    await page.goto(`${address}/program`);
    await page.getByText('def main(hub):').waitFor();
    await page.goto(`${address}/files`);
    await page.getByRole('heading', { name: 'Take files out.' }).waitFor();
  });

  it('left no error in the console', () => expect(faults).toEqual([]));
});
