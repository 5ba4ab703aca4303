import { AxeBuilder } from '@axe-core/playwright';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

const PAGES = [
  ...['/', '/begin', '/bench', '/bench#rest', '/bench#wheels', '/field', '/route', '/route?new'],
  ...[
    '/program',
    '/table',
    '/verdict',
    '/match',
    '/match#rehearse',
    '/match#evening',
    '/match#venue',
    '/trainer',
    '/story',
    '/files',
    '/devices',
    '/team',
    '/glossary',
    '/cards',
    '/tags',
  ],
];
/** Benches of the other kinds; they share theme and frame with the rest, so one look each will do. */
const BENCHES = ['/bench#ports', '/bench#range', '/bench#colour'];
const PHONE = { width: 390, height: 844 };
let browser: Browser;
/** A route of the demo that has runs, so that every sheet has something to show. */
let route: string;

beforeAll(async () => {
  browser = await openBrowser();
  const routes = (await caller(address)<Route[]>('GET', 'routes')).body;
  route = routes.find(({ name }) => name === 'Sluice, then Tide Gauge')!.id;
});
afterAll(() => browser.close());

/** Opens a page and waits until its island and its worker have come to rest. */
async function settled(page: Page, path: string): Promise<void> {
  const [sheet, part = ''] = path.split('#');
  const joined = sheet!.includes('?') ? '&' : '?';
  await goToRest(page, `${address}${sheet}${joined}route=${route}#${part}`);
}

/** The faults that are found, each with where it is first. */
async function faultsOf(rules: AxeBuilder): Promise<string[]> {
  const { violations } = await rules.analyze();
  return violations.map(({ id, nodes }) => `${id}: ${nodes[0]!.html.slice(0, 160)}`);
}

describe.each([...PAGES, ...BENCHES])('%s', (path) => {
  it('has no fault by the accessibility rules, on a laptop and a phone, in either theme', async () => {
    const { page } = await openPage(browser, { colorScheme: 'light' });
    await settled(page, path);
    const all = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
    expect(await faultsOf(new AxeBuilder({ page }).withTags(all))).toEqual([]);
    // Only colours differ in the dark.
    await page.emulateMedia({ colorScheme: 'dark' });
    expect(await faultsOf(new AxeBuilder({ page }).withRules('color-contrast'))).toEqual([]);
    await page.setViewportSize(PHONE);
    expect(await faultsOf(new AxeBuilder({ page }).withTags(all))).toEqual([]);
    await page.context().close();
  }, 180_000);
});

describe('the Table on a tablet', () => {
  it('has targets of at least 44 px for everything that is pressed at arm’s length', async () => {
    const { page } = await openPage(browser, { viewport: { width: 1024, height: 768 } });
    await settled(page, '/table');
    const small = await page
      .locator('main button, main input, main select, main label:has(input[type=checkbox])')
      .evaluateAll((targets) =>
        targets
          .filter((target) => !(target instanceof HTMLInputElement && target.type === 'checkbox'))
          .map((target) => ({ target, box: target.getBoundingClientRect() }))
          .filter(({ box }) => box.width > 0 && box.height < 43.5)
          .map(({ target, box }) => `${target.textContent}: ${box.width} × ${box.height}`),
      );
    expect(small).toEqual([]);
    await page.context().close();
  });
});

describe('every sheet', () => {
  it.each(['/route', '/table'])(
    '%s lists its keys on ?, and Escape closes the list',
    async (path) => {
      const { page } = await openPage(browser);
      await settled(page, path);
      await page.getByRole('button', { name: '? shows the keys' }).waitFor();
      await page.keyboard.press('?');
      const help = page.getByRole('region', { name: 'Keys of this sheet' });
      await help.waitFor();
      await page.keyboard.press('Escape');
      await help.waitFor({ state: 'detached' });
      await page.context().close();
    },
  );

  it('has its title block, and the loop bar names where one is', async () => {
    const { page } = await openPage(browser);
    for (const path of ['/bench', '/route', '/program', '/table', '/verdict']) {
      await settled(page, path);
      // The Table has a second one, for paper only.
      await page.locator('[aria-label="Title block"]:visible').waitFor();
      const here = await page.locator('header [aria-current=page] strong').textContent();
      expect(here?.toLowerCase()).toBe(path === '/program' ? 'route' : path.slice(1));
    }
    await page.context().close();
  });

  it('explains each of its drawings on a press', async () => {
    const { page } = await openPage(browser);
    for (const path of ['/bench#wheels', '/bench#rest', '/bench#range', '/verdict']) {
      await settled(page, path);
      const explanations = page.getByText('What this shows', { exact: true });
      await expect.poll(() => explanations.count(), { message: path }).toBeGreaterThan(0);
      const drawn = await page.locator('main canvas').count();
      expect(await explanations.count(), path).toBeGreaterThanOrEqual(drawn);
      const words = page.locator('details:has-text("What this shows") p').first();
      expect(await words.isVisible()).toBe(false);
      await explanations.first().click();
      expect((await words.innerText()).length, path).toBeGreaterThan(60);
    }
    await page.context().close();
  });

  it('asks nothing of any other host', async () => {
    const { page } = await openPage(browser);
    const elsewhere: string[] = [];
    page.on('request', (request) => {
      const { host, protocol } = new URL(request.url());
      if (protocol.startsWith('http') && host !== new URL(address).host) elsewhere.push(host);
    });
    for (const path of PAGES) await settled(page, path);
    expect(elsewhere).toEqual([]);
    await page.context().close();
  });
});
