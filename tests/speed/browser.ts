import type { Browser, Page } from 'playwright-core';
import { goToRest } from '../browser.ts';
import { demoRoute } from './demoData.ts';
import { figure, median, type Figure } from './figure.ts';
import { longestTask, pageTime, watchLongTasks } from './longTasks.ts';

const RUNS = 500;
const MANY_RUNS = 20_000;
const NO_LONG_TASK = 'none over 50 ms';

async function routePage(browser: Browser, address: string): Promise<Page> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await watchLongTasks(page);
  await watchFrames(page);
  const route = await demoRoute(address);
  await goToRest(page, `${address}/route?route=${route.id}`);
  await page.waitForTimeout(1000);
  return page;
}

/** Forecasts of a few and of many runs, press to picture, and what the page felt of them. */
export async function forecasts(browser: Browser, address: string): Promise<Figure[]> {
  const page = await routePage(browser, address);
  const from = await pageTime(page);
  const few = page.locator('button', { hasText: `Forecast ${RUNS} runs` });
  const times: number[] = [];
  for (let i = 0; i < 3; i++) {
    const pressed = performance.now();
    await few.click();
    // By its text and not by its role: the driver's search for a role is a task of the page, and a long one.
    await page.locator('button', { hasText: /^Cancel/ }).waitFor();
    await few.waitFor();
    times.push(performance.now() - pressed);
  }
  await page.locator('label', { hasText: /^20,000$/ }).click();
  const pressed = performance.now();
  await page.locator('button', { hasText: `Forecast ${MANY_RUNS} runs` }).click();
  await page
    .locator('span', { hasText: `of ${MANY_RUNS} simulated runs` })
    .waitFor({ timeout: 180_000 });
  const seconds = (performance.now() - pressed) / 1000;
  await page.waitForTimeout(500);
  const longest = await longestTask(page, from);
  await page.close();
  return [
    figure(`${RUNS} runs in the browser, press to picture`, median(times), 'ms', '', 0),
    figure(`${MANY_RUNS} runs over all cores of the browser`, seconds, 's', 'at most 8 s'),
    figure('longest task of the page meanwhile', longest, 'ms', NO_LONG_TASK, 0),
  ];
}

/** What a frame of the playback, of scrubbing and of dragging a move asks of the page's scripts. */
export async function frames(browser: Browser, address: string): Promise<Figure[]> {
  const page = await routePage(browser, address);
  const from = await pageTime(page);
  await page.getByRole('button', { name: 'Play' }).click();
  await page.waitForTimeout(300);
  const playing = await framesOf(page, () => page.waitForTimeout(4000));
  await page.getByRole('button', { name: 'Pause' }).click();
  const rule = (await page.getByRole('slider', { name: 'Moment of the run' }).boundingBox())!;
  await page.mouse.move(rule.x + 5, rule.y + rule.height / 2);
  await page.mouse.down();
  const scrubbing = await framesOf(page, async () => {
    for (let i = 0; i < 120; i++) {
      await page.mouse.move(rule.x + 5 + ((rule.width - 10) * i) / 120, rule.y + rule.height / 2);
    }
  });
  await page.mouse.up();
  await page.waitForTimeout(300);
  const longest = await longestTask(page, from);
  await page.close();
  return [
    figure('script in a frame of the playback, median', median(playing), 'ms', 'at most 4 ms'),
    figure('script in a step of scrubbing, median', median(scrubbing), 'ms', 'at most 4 ms'),
    figure('longest task of the page meanwhile', longest, 'ms', NO_LONG_TASK, 0),
  ];
}

/**
 * Lets a page note how long its scripts are busy in each frame and with each move of the pointer: what is called,
 * and what that leaves to be done at once.
 */
async function watchFrames(page: Page): Promise<void> {
  // As text: what turns TypeScript into JavaScript here gives functions names by a helper that no page has.
  await page.addInitScript(`{
    const busy = (globalThis.busy = []);
    const note = (from) => queueMicrotask(() => busy.push(performance.now() - from));
    const own = requestAnimationFrame.bind(globalThis);
    globalThis.requestAnimationFrame = (callback) =>
      own((at) => {
        const from = performance.now();
        callback(at);
        note(from);
      });
    // The first to hear of it notes the beginning, the last the end.
    let moved = 0;
    addEventListener('pointermove', () => (moved = performance.now()), true);
    addEventListener('pointermove', () => note(moved));
  }`);
}

async function framesOf(page: Page, during: () => Promise<void>): Promise<number[]> {
  const busy = () => page.evaluate(() => (globalThis as unknown as { busy: number[] }).busy);
  const before = (await busy()).length;
  await during();
  return (await busy()).slice(before);
}
