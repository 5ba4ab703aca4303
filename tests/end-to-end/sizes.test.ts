import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { openBrowser, openPage, waitUntilAlive } from '../browser.ts';

// A folder whose name cannot be broken at a space: its path stands on a sheet.
const DATA = '.test/sizes-in-a-folder-with-a-name-that-is-far-too-long-for-a-narrow-screen';
const LONG_NAME = 'Phalarope-with-a-name-that-nobody-broke-at-any-space-at-all';
const PHONE = { width: 390, height: 844 };

let application: Application;
let address: string;
let browser: Browser;
/** Sheets of the demo, and of a robot whose names are too long. */
let sheets: string[];

beforeAll(async () => {
  application = await freshApplication(DATA);
  ({ address } = application);
  browser = await openBrowser();
  const call = caller(address);
  const robot = (await call<Robot>('POST', 'robots', { name: LONG_NAME })).body;
  const [like] = (await call<Route[]>('GET', 'routes')).body;
  const { field } = (await call<FieldRecord>('GET', `fields/${like!.fieldId}`)).body;
  const own = (await call<FieldRecord>('POST', 'fields', { name: LONG_NAME, field })).body;
  const { plan } = like!.revision;
  const long = { name: LONG_NAME, robotId: robot.id, fieldId: own.id, plan };
  const route = (await call<Route>('POST', 'routes', long)).body;
  const of = `robot=${robot.id}&route=${route.id}`;
  sheets = [
    ...['/', '/begin', '/bench', '/bench#range', '/bench#ports', '/bench#colour', '/route'],
    ...[
      '/table',
      '/verdict',
      '/match',
      '/match#rehearse',
      '/match#evening',
      '/match#venue',
      '/trainer',
      '/field',
      '/team',
      '/glossary',
      '/cards',
      '/tags',
      '/route?new',
      '/program',
    ],
    ...['/story', '/files', '/devices', `/?${of}`, `/cards?${of}`, `/table?${of}`, `/route?${of}`],
    ...[`/verdict?${of}`, `/bench?${of}`, `/program?${of}`, `/story?${of}`, `/match?${of}`],
  ];
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

async function open(page: Page, sheet: string): Promise<void> {
  await page.goto(`${address}${sheet}`);
  await waitUntilAlive(page);
}

/** By how much the sheet is wider than the window, px. */
function overflowOf(page: Page): Promise<number> {
  return page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
}

/** Opens every sheet once, and looks at it in each width. */
async function findsRoom(page: Page, widths: readonly number[]): Promise<void> {
  for (const sheet of sheets) {
    await open(page, sheet);
    for (const width of widths) {
      await page.setViewportSize({ width, height: 844 });
      // Charts follow the new size a moment later.
      const message = `${sheet} at ${width} px`;
      await expect.poll(() => overflowOf(page), { message }).toBeLessThanOrEqual(0);
    }
  }
}

it('no sheet is wider than the window, from 360 to 1600 pixels', async () => {
  const { page, faults } = await openPage(browser);
  await findsRoom(page, [1600, 1024, 768, 390, 360]);
  expect(faults).toEqual([]);
  await page.context().close();
}, 300_000);

it('no sheet is wider than the window with text at twice its size', async () => {
  const large = await openBrowser('--blink-settings=defaultFontSize=32');
  const { page } = await openPage(large);
  await findsRoom(page, [1280, 390]);
  await large.close();
}, 300_000);

describe('a phone in one hand', () => {
  it('has the card, Hit, Miss and four actions on its first screen', async () => {
    const { page, faults } = await openPage(browser, { viewport: PHONE, hasTouch: true });
    await open(page, '/table');
    const bar = (await page.getByRole('navigation', { name: 'Stations' }).boundingBox())!;
    const names = ['Hit', 'Miss', 'Set aside', 'Zeroed', 'Undo'];
    for (const name of names) {
      const box = (await page
        .getByRole('button', { name: new RegExp(`^${name}`) })
        .first()
        .boundingBox())!;
      expect(box.y + box.height, name).toBeLessThan(bar.y);
      expect(box.height, name).toBeGreaterThanOrEqual(44);
    }
    const actions = page.getByRole('group', { name: 'This run' });
    await actions.getByRole('button', { name: 'Zeroed' }).tap();
    await actions.getByRole('button', { name: 'Zeroed ✓' }).waitFor();
    await actions.getByRole('button', { name: 'Set aside' }).tap();
    const cause = page.getByRole('button', { name: 'touched' });
    await expect.poll(async () => (await cause.boundingBox())!.y).toBeLessThan(bar.y - 44);
    await cause.tap();
    await actions.getByRole('button', { name: 'Set aside', pressed: true }).waitFor();
    await page.getByRole('button', { name: 'Photo' }).first().scrollIntoViewIfNeeded();
    await actions
      .locator('input[type=file]')
      .setInputFiles({ name: 'no.png', mimeType: 'image/png', buffer: Buffer.from('no') });
    await actions.getByRole('alert').getByText('This file is no picture').waitFor();
    expect(faults).toEqual([]);
    await page.context().close();
  });

  it('is laid out for the thumb that presses, and stays so', async () => {
    const { page } = await openPage(browser, { viewport: PHONE });
    const hitIsLeft = async () => {
      await open(page, '/table');
      const [hit, miss] = await Promise.all(
        ['Hit', 'Miss'].map((name) =>
          page.getByRole('button', { name, exact: true }).boundingBox(),
        ),
      );
      return hit!.x < miss!.x;
    };
    expect(await hitIsLeft()).toBe(true);
    await open(page, '/team');
    await page.getByText('on the right', { exact: true }).click();
    expect(await hitIsLeft()).toBe(false);
    await page.context().close();
  });

  it.each(['/table', '/begin', '/bench#wheels', '/bench'])(
    '%s has nothing that is typed into under the keyboard',
    async (sheet) => {
      const { page } = await openPage(browser, { viewport: PHONE });
      await open(page, sheet);
      // The window shrinks to what the keyboard leaves.
      await page.setViewportSize({ width: 390, height: 430 });
      const inputs = page.locator('main input:is([type=text], [inputmode], :not([type])):visible');
      for (const input of (await inputs.all()).slice(0, 12)) {
        await input.focus();
        const seen = await input.evaluate((one) => {
          const { left, top, width, height } = one.getBoundingClientRect();
          const at = document.elementFromPoint(left + width / 2, top + height / 2);
          return at !== null && (at === one || one.contains(at));
        });
        expect(seen, (await input.getAttribute('aria-label')) ?? sheet).toBe(true);
      }
      await page.context().close();
    },
  );

  it('lifts a move by resting on it, and pushes the page otherwise', async () => {
    const { page } = await openPage(browser, { viewport: PHONE, hasTouch: true });
    const devices = await page.context().newCDPSession(page);
    await open(page, '/route');
    const cells = page.getByRole('button', { name: /^Move \d+: drive/i });
    const first = cells.first();
    await first.scrollIntoViewIfNeeded();
    const name = (await first.getAttribute('aria-label'))!;
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', at?: { x: number; y: number }) =>
      devices.send('Input.dispatchTouchEvent', { type, touchPoints: at === undefined ? [] : [at] });
    const box = (await first.boundingBox())!;
    const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    await touch('touchStart', from);
    await page.waitForTimeout(500);
    for (let step = 1; step <= 8; step++) {
      await touch('touchMove', { x: from.x + 20 * step, y: from.y });
      await page.waitForTimeout(30);
    }
    await touch('touchEnd');
    await expect.poll(() => page.getByRole('button', { name, exact: true }).count()).toBe(0);
    await page.context().close();
  });
});
