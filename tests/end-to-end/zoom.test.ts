import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';
import { freshApplication, type Application } from '../application.ts';

let application: Application;
let browser: Browser;
let page: Page;
let faults: string[] = [];
let query = '';

beforeAll(async () => {
  // The demo as it is: what is expected next is said of runs that nobody else adds to.
  application = await freshApplication('.test/zoom');
  browser = await openBrowser();
  const routes = (await caller(application.address)<Route[]>('GET', 'routes')).body;
  const { id, fieldId } = routes.find(({ name }) => name === 'Sluice, then Tide Gauge')!;
  query = `route=${id}&field=${fieldId}`;
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

beforeEach(async () => {
  ({ page, faults } = await openPage(browser, { hasTouch: true }));
  return async () => {
    expect(faults).toEqual([]);
    await page.context().close();
  };
});

/** How a drawing is enlarged and where its origin is pushed to, in its own units. */
async function transformOf(drawing: Locator): Promise<{ x: number; y: number; scale: number }> {
  const text = await drawing
    .locator('> g')
    .first()
    .evaluate((group) => group.getAttribute('transform') ?? '');
  const [x, y, scale] = [...text.matchAll(/-?[\d.]+(?:e-?\d+)?/g)].map(Number);
  return { x: x ?? 0, y: y ?? 0, scale: scale ?? 1 };
}

const scaleOf = async (drawing: Locator) => (await transformOf(drawing)).scale;

const DRAWINGS = [
  ['route', 'The field to scale with the planned route'],
  ['field', 'The field to scale, to be drawn'],
  ['verdict', /the zone to scale/],
] as const;

async function open(sheet: string, name: string | RegExp): Promise<Locator> {
  await goToRest(page, `${application.address}/${sheet}?${query}`);
  const drawing = page.getByRole('img', { name });
  // What enlarges it comes after it, and gives it a transform.
  await drawing.locator('> g[transform]').first().waitFor();
  // What is expected next makes the card larger when it comes, and shows it whole again.
  if (sheet === 'verdict') await page.getByText('as it is', { exact: true }).waitFor();
  return drawing;
}

describe.each(DRAWINGS)('the drawing of the %s sheet', (sheet, name) => {
  it('is enlarged by the wheel about the pointer, and by buttons, and shown whole again', async () => {
    const drawing = await open(sheet, name);
    const box = (await drawing.boundingBox())!;
    await page.mouse.move(box.x + box.width / 3, box.y + box.height / 3);
    await page.mouse.wheel(0, -300);
    await expect.poll(() => scaleOf(drawing)).toBeGreaterThan(1.2);
    const { scale } = await transformOf(drawing);
    await page.getByRole('button', { name: 'Enlarge', exact: true }).click();
    await expect.poll(() => scaleOf(drawing)).toBeCloseTo(1.5 * scale, 6);
    await page.getByRole('button', { name: 'Show all' }).click();
    expect(await transformOf(drawing)).toEqual({ x: 0, y: 0, scale: 1 });
  });

  it('is enlarged and pushed about by keys, and never beyond its edge', async () => {
    const drawing = await open(sheet, name);
    await page.keyboard.press('+');
    await expect.poll(() => scaleOf(drawing)).toBeCloseTo(1.5, 6);
    const before = await transformOf(drawing);
    await page.keyboard.press('Shift+ArrowRight');
    await expect.poll(async () => (await transformOf(drawing)).x).toBeLessThan(before.x - 1);
    for (let i = 0; i < 12; i++) await page.keyboard.press('Shift+ArrowRight');
    const edge = await transformOf(drawing);
    await page.keyboard.press('Shift+ArrowRight');
    const beyond = await transformOf(drawing);
    for (const part of ['x', 'y', 'scale'] as const)
      expect(beyond[part]).toBeCloseTo(edge[part], 6);
    await page.keyboard.press('-');
    await page.keyboard.press('-');
    await expect.poll(() => scaleOf(drawing)).toBe(1);
  });

  it('is enlarged by two fingers', async () => {
    const drawing = await open(sheet, name);
    const box = (await drawing.boundingBox())!;
    const touch = await page.context().newCDPSession(page);
    const fingers = (apart: number) =>
      [-1, 1].map((side, id) => ({
        id,
        x: box.x + box.width / 2 + (side * apart) / 2,
        y: box.y + box.height / 2,
      }));
    await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: fingers(60) });
    for (const apart of [80, 100, 120]) {
      await touch.send('Input.dispatchTouchEvent', {
        type: 'touchMove',
        touchPoints: fingers(apart),
      });
    }
    await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await expect.poll(() => scaleOf(drawing)).toBeCloseTo(2, 1);
  });
});

describe('an enlarged field', () => {
  it('is drawn on where the pointer is, and a drag is one step to undo', async () => {
    const drawing = await open('field', DRAWINGS[1][1]);
    await page.keyboard.press('+');
    await page.keyboard.press('+');
    await page.getByRole('button', { name: /^Measure/ }).click();
    const box = (await drawing.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const words = page.locator('output').first();
    const measure = async () => {
      await page.mouse.move(x - 60, y);
      await page.mouse.down();
      await page.mouse.move(x + 60, y, { steps: 4 });
      await page.mouse.up();
      return parseFloat((await words.textContent())!);
    };
    const near = await measure();
    await page.keyboard.press('0');
    // The same way of the hand is longer on the table when less of it fills the screen.
    expect((await measure()) / near).toBeCloseTo(2.25, 1);

    await page.getByRole('button', { name: /^Model/ }).click();
    await page.keyboard.press('+');
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x + 30, y + 20, { steps: 8 });
    await page.mouse.up();
    const undo = page.getByRole('button', { name: 'Undo' });
    await undo.click();
    expect(await undo.isDisabled()).toBe(true);
  });
});
