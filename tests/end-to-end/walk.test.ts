import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import { BENCHES } from '../../src/core/benches/index.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);
let browser: Browser;
let page: Page;
let faults: string[] = [];
let robot: Robot;

beforeAll(async () => {
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser, { viewport: { width: 390, height: 844 } }));
  robot = (await call<Robot>('POST', 'robots', { name: 'Dunlin' })).body;
});
afterAll(() => browser.close());

const walk = () => page.getByRole('region', { name: 'One at a time' });
const field = (name: string) => walk().getByLabel(name, { exact: true });
const heading = () => page.getByRole('heading', { level: 1 }).innerText();

async function write(ahead: string) {
  await field('ahead, mm').fill(ahead);
  await page.keyboard.press('Enter');
  await expect.poll(() => field('ahead, mm').inputValue()).toBe('');
}

describe('one reading at a time, on a phone', () => {
  it('says what to do, takes what is typed, and how far it is', async () => {
    await page.goto(`${address}/bench?robot=${robot.id}#wheels`);
    await walk().getByText('Reading 1 of 8').waitFor();
    await walk().getByText('You need:').waitFor();
    expect(await field('told, mm').inputValue()).toBe('500');
    for (const ahead of ['505', '504', '50.6 cm', '505.4']) await write(ahead);
    await walk().getByText('Reading 5 of 8').waitFor();
    expect(await field('told, mm').inputValue()).toBe('1000');
    await walk()
      .getByText(/^Diameter 60\.6.* ± /)
      .waitFor();
  });

  it('keeps what is typed until it can be read, and says what is missing', async () => {
    await walk().getByRole('button', { name: 'Write it down' }).click();
    await page.getByText('“ahead, mm” is not there yet.').waitFor();
    await field('ahead, mm').fill('far');
    await page.keyboard.press('Enter');
    await page.getByText(/^“ahead, mm”: Type a number/).waitFor();
    expect(await field('ahead, mm').inputValue()).toBe('far');
  });

  it('takes the last one back, in the same table of all readings', async () => {
    await walk().getByRole('button', { name: 'Take the last one back' }).click();
    await walk().getByText('Reading 4 of 8').waitFor();
    expect(await page.getByLabel('ahead, mm, reading 4').inputValue()).toBe('');
    expect(await page.getByLabel('ahead, mm, reading 3').inputValue()).toBe('506');
  });

  it('lets the practice robot do one, and shows what the sensor says at the moment', async () => {
    await page.goto(`${address}/bench?robot=${robot.id}#range`);
    // The benches are a row to push: the chosen one is on the screen.
    await page.reload();
    const chosen = await page.getByRole('button', { name: /^Range/ }).boundingBox();
    expect(chosen!.x + chosen!.width).toBeLessThanOrEqual(390);
    await page.getByRole('button', { name: 'Use the practice robot' }).click();
    await page.getByText('waiting for lines').waitFor();
    await walk().getByRole('button', { name: 'Let the practice robot do it' }).click();
    await walk().getByText('Reading 2 of 16').waitFor({ timeout: 20_000 });
    await walk().getByText('reading now').waitFor();
    expect(await field('tape, mm').inputValue()).toBe('100');
  });
});

describe('all benches', () => {
  it('have drawn steps on their sheet and on a card, one card a page', async () => {
    for (const { kind } of BENCHES) {
      await page.goto(`${address}/bench?robot=${robot.id}#${kind}`);
      await page.reload();
      await walk().getByRole('img').first().waitFor();
      expect(await heading(), kind).not.toBe('');
    }
    await page.goto(`${address}/cards?robot=${robot.id}`);
    expect(await page.getByRole('article').count()).toBe(BENCHES.length);
    expect(await page.getByRole('article').getByRole('img').count()).toBeGreaterThanOrEqual(
      2 * BENCHES.length,
    );
    await page.goto(`${address}/cards?bench=turn`);
    expect(await page.getByRole('article').count()).toBe(1);
  });

  it('do all this without an error', () => expect(faults).toEqual([]));
});

describe('all numbers', () => {
  it('are found by a word, and those that nobody measured are shown alone', async () => {
    await page.goto(`${address}/bench?robot=${robot.id}`);
    await page.getByLabel('Search').fill('track');
    await expect.poll(() => page.getByLabel(/^Wheel diameter/).count()).toBe(0);
    await page.getByLabel(/^Track, wheel to wheel/).waitFor();
    await page.getByLabel('Search').fill('pizza');
    await page.getByText('No number is called “pizza”.').waitFor();
    await page.getByLabel('Search').fill('');
    await page.getByRole('button', { name: /^Not measured yet/ }).click();
    await page.getByLabel(/^Wheel diameter/).waitFor();
    expect(await page.getByLabel(/^Motor turns per wheel turn/).count()).toBe(0);
  });
});
