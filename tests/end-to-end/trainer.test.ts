import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DrillRecord } from '../../src/contracts/drills.ts';
import { drawnDrill } from '../../src/core/trainer/answer.ts';
import type { Level } from '../../src/core/trainer/world.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

/** A drill whose fault is found by two steps after the first runs. */
const SEED = 4;
const PHONE = { width: 390, height: 844 };
let application: Application;
let browser: Browser;
let page: Page;
let faults: string[];
let call: ReturnType<typeof caller>;

beforeAll(async () => {
  application = await freshApplication('.test/trainer');
  call = caller(application.address);
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
  await page.setViewportSize(PHONE);
  // Which drill comes is luck; here it is the same each time.
  await page.addInitScript((seed) => {
    const luck = crypto.getRandomValues.bind(crypto);
    crypto.getRandomValues = (array) =>
      array instanceof Uint32Array ? array.fill(seed) : luck(array);
  }, 2 * SEED);
}, 240_000);
afterAll(async () => {
  await browser.close();
  await application.stop();
});

const drills = async () => (await call<DrillRecord[]>('GET', 'drills')).body;
const drillKept = () =>
  page.evaluate(
    () => JSON.parse(localStorage.getItem('corvat-drill')!) as { level: Level; seed: number },
  );

describe('a drill on a phone', () => {
  it('begins from today, leads from step to step, and ends with an explanation', async () => {
    await goToRest(page, application.address);
    await page.getByRole('link', { name: 'Find the fault: a drill' }).click();
    await page.getByLabel('your initials').fill('RT');
    await page.getByRole('button', { name: 'Begin level 1' }).click();
    const next = page.getByText(/^Next: /);
    const spent = page.getByText(/ min so far\.$/);
    const named = page.getByText('Next: Name the fault.');
    await next.waitFor();
    for (let steps = 0; steps < 25 && (await named.count()) === 0; steps++) {
      const words = (await next.textContent())!.replace(/^Next: (.*)\.$/, '$1');
      const before = await spent.textContent();
      await page.getByRole('button', { name: new RegExp(`^${words}`) }).click();
      // Two steps may say the same: five runs, and five more.
      await expect.poll(() => spent.textContent(), { timeout: 30_000 }).not.toBe(before);
    }
    const { level, seed } = await drillKept();
    const { fault } = drawnDrill(level, seed);
    // It goes on where it was when the phone was put away.
    await page.reload();
    await named.waitFor({ timeout: 30_000 });
    await page.getByText('Name the fault', { exact: true }).click();
    await page.getByRole('radio', { name: fault.cause }).check();
    await page.getByRole('radio', { name: fault.cure }).check();
    await page.getByRole('button', { name: 'That is it' }).click();
    await page.getByRole('heading', { name: 'Found, and the cure is right.' }).waitFor();
    await page.getByText(fault.lesson).waitFor();
    await page.getByRole('heading', { name: /^The way of the sheets: \d+ minutes$/ }).waitFor();
    const wide = await page.evaluate(() => document.documentElement.scrollWidth > innerWidth);
    expect(wide).toBe(false);
    await expect.poll(async () => (await drills()).length).toBe(1);
    expect((await drills())[0]).toMatchObject({
      initials: 'RT',
      fault: fault.id,
      causeFound: true,
    });
    await page.getByRole('button', { name: 'Another drill' }).click();
    await page.getByRole('listitem', { name: 'RT' }).getByText('1 of 1 found').waitFor();
    expect(faults).toEqual([]);
  }, 120_000);

  it('shows what it was where it was named wrongly', async () => {
    await page.getByRole('button', { name: 'Begin level 2' }).click();
    const { level, seed } = await drillKept();
    const { fault } = drawnDrill(level, seed);
    const wrong =
      drawnDrill(level, seed).fault.id === 'slip'
        ? 'The track in the setup is wrong.'
        : 'The wheels slip: tyres or mat are dusty.';
    await page.getByText('Name the fault', { exact: true }).click();
    await page.getByRole('radio', { name: wrong }).check();
    await page.getByRole('radio', { name: fault.cure }).check();
    await page.getByRole('button', { name: 'That is it' }).click();
    await page.getByRole('heading', { name: 'It was something else.' }).waitFor();
    await page.getByText('Nothing that you did showed it for certain.').waitFor();
    await page.getByText(fault.cause).waitFor();
    await page.getByRole('button', { name: 'Another drill' }).click();
  });

  it('is made of an evening of one’s own', async () => {
    await page.getByLabel('your initials').fill('RT');
    await page.getByRole('button', { name: /Heron Hide, 10 runs$/ }).click();
    await page.getByRole('heading', { name: 'What would you do now?' }).waitFor();
    await page.getByRole('button', { name: /^Aim: / }).click();
    await page.getByRole('heading', { name: /^So say the sheets: / }).waitFor();
    await page.getByRole('button', { name: 'Another drill' }).click();
    await page.getByRole('listitem', { name: 'RT' }).getByText('2 of 2 found').waitFor();
  });

  it('is forgotten when a coach says so', async () => {
    await page.getByRole('button', { name: 'Forget RT' }).click();
    await expect.poll(async () => (await drills()).length).toBe(0);
    expect(faults).toEqual([]);
  });
});
