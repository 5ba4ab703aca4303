import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';
import { newMove } from '../../src/core/moves/index.ts';

const call = caller(address);
let browser: Browser;
let page: Page;
let faults: string[] = [];
let route: Route;

beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

/** A route of its own for every test: two straights and a turn that last a little over three seconds. */
beforeEach(async () => {
  const robots = (await call<Robot[]>('GET', 'robots')).body;
  const robot = robots.find(({ name }) => name === 'Curlew');
  const fields = (await call<FieldRecord[]>('GET', 'fields')).body;
  const field = fields.find(({ name }) => name === 'Saltmarsh Watch');
  const straight = { kind: 'drive', speed: 400, hold: 'gyro', heading: null };
  const target = { kind: 'angle' as const, angle: -1 };
  const made = await call<Route>('POST', 'routes', {
    name: `Route ${Math.round(1e6 * performance.now())}`,
    robotId: robot!.id,
    fieldId: field!.id,
    plan: {
      startId: field!.field.starts[0]!.id,
      moves: [
        { id: 'a', ...straight, distance: 300 },
        newMove('turn', 'b', { target, rate: 2 }),
        { id: 'c', ...straight, distance: 150 },
      ],
    },
  });
  route = made.body;
  ({ page, faults } = await openPage(browser));
  await page.goto(`${address}/route?route=${route.id}`);
  await cell(1).waitFor();
  return async () => {
    expect(faults).toEqual([]);
    await page.context().close();
  };
});

const cell = (position: number) => page.getByRole('button', { name: `Move ${position}:` });
const titles = async () =>
  page.getByRole('button', { name: /^Move \d+:/ }).evaluateAll((cells) =>
    cells
      .map((one) => one.getAttribute('aria-label')!)
      .toSorted()
      .map((label) => label.slice(8)),
  );
const moment = () => page.getByRole('slider', { name: 'Moment of the run' });
const momentNow = async () => Number(await moment().getAttribute('aria-valuenow'));

describe('the strip', () => {
  it('takes a move to another place by dragging its cell', async () => {
    const from = (await cell(1).boundingBox())!;
    const to = (await cell(3).boundingBox())!;
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(from.x + from.width / 2 + 20, from.y + from.height / 2);
    await page.mouse.move(to.x + to.width * 0.7, to.y + to.height / 2, { steps: 12 });
    await page.mouse.up();
    await expect.poll(titles).toEqual(['Turn right by 57.3°', 'Drive 150 mm', 'Drive 300 mm']);
  });

  it('takes a move to another place by keys, and undoes and redoes it', async () => {
    await cell(1).click();
    await page.keyboard.press('Alt+ArrowRight');
    await expect.poll(titles).toEqual(['Turn right by 57.3°', 'Drive 300 mm', 'Drive 150 mm']);
    await page.keyboard.press('Alt+ArrowRight');
    await expect.poll(async () => (await titles())[2]).toBe('Drive 300 mm');
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await titles())[1]).toBe('Drive 300 mm');
    await page.keyboard.press('Control+Shift+Z');
    await expect.poll(async () => (await titles())[2]).toBe('Drive 300 mm');
  });

  it('copies and deletes the chosen move, and steps from move to move', async () => {
    await cell(2).click();
    await page.keyboard.press('c');
    await expect.poll(async () => (await titles()).length).toBe(4);
    expect((await titles())[2]).toBe('Turn right by 57.3°');
    await page.keyboard.press('Delete');
    await expect.poll(async () => (await titles()).length).toBe(3);
    await page.keyboard.press('ArrowRight');
    await expect.poll(() => cell(3).getAttribute('aria-pressed')).toBe('true');
    await page.keyboard.press('ArrowLeft');
    await expect.poll(() => cell(2).getAttribute('aria-pressed')).toBe('true');
  });

  it('scrubs by keys and by dragging, and the field follows', async () => {
    await moment().focus();
    for (let i = 0; i < 20; i++) await page.keyboard.press('PageUp');
    const end = await momentNow();
    expect(end).toBeCloseTo(Number(await moment().getAttribute('aria-valuemax')), 1);
    await page.keyboard.press('ArrowLeft');
    await expect.poll(momentNow).toBeCloseTo(end - 0.1, 1);
    const box = (await moment().boundingBox())!;
    await page.mouse.move(box.x + box.width * 0.9, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width * 0.25, box.y + box.height / 2, { steps: 5 });
    await page.mouse.up();
    await expect.poll(momentNow).toBeCloseTo(end / 4, 1);
  });
});

describe('playing', () => {
  it('runs in its own time, stops at the end by itself and begins again from the start', async () => {
    const play = page.getByRole('button', { name: 'Play' });
    await moment().focus();
    for (let i = 0; i < 20; i++) await page.keyboard.press('PageDown');
    await play.click();
    await page.getByRole('button', { name: 'Pause' }).waitFor();
    const end = Number(await moment().getAttribute('aria-valuemax'));
    await play.waitFor({ timeout: 1000 * end + 4000 });
    expect(await momentNow()).toBeCloseTo(end, 2);
    await play.click();
    await page.getByRole('button', { name: 'Pause' }).click();
    expect(await momentNow()).toBeLessThan(end);
  });
});

describe('the side sheet', () => {
  it('keeps what it does not understand for mending, and says what is wrong', async () => {
    await cell(1).click();
    const distance = page.getByLabel('Distance, backwards is negative');
    await distance.fill('3 spoons');
    await page.getByText('“spoons” is no unit for this.').waitFor();
    await distance.press('Enter');
    expect(await distance.inputValue()).toBe('3 spoons');
    await distance.fill('2 rot');
    await distance.press('Enter');
    await expect.poll(() => distance.inputValue()).toMatch(/^383/);
    await distance.fill('-12,5 cm');
    await distance.press('Tab');
    await expect.poll(async () => (await titles())[0]).toBe('Drive back 125 mm');
  });

  it('changes the way to turn and to hold, and warns in a sentence', async () => {
    await cell(2).click();
    await page.getByText('left only').click();
    await page.getByText('to a heading').click();
    await expect.poll(async () => (await titles())[1]).toBe('Turn right to heading 57.3°');
    const rate = page.getByLabel('Rate');
    await rate.fill('300');
    await rate.press('Enter');
    await page.getByText(/The loop sees the heading every/).waitFor();
    await cell(3).click();
    await page.getByText('encoders', { exact: true }).first().click();
    await page.getByText('Steering per motor degree of difference').waitFor();
  });

  it('measures runs after a move when told to', async () => {
    await cell(3).click();
    await page.keyboard.press('k');
    await expect.poll(async () => (await titles())[3]).toMatch(/^Checkpoint /);
    await page.getByLabel('Measured at').selectOption({ index: 1 });
    const chosen = await page.getByLabel('Measured at').locator('option').nth(1).textContent();
    await expect.poll(async () => (await titles())[3]).toBe(`Checkpoint ${chosen}`);
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await expect.poll(async () => (await titles()).length).toBe(3);
  });
});

describe('changes that are not saved', () => {
  it('come back when the page is opened again, and can be dropped', async () => {
    await cell(1).click();
    const distance = page.getByLabel('Distance, backwards is negative');
    await distance.fill('222');
    await distance.press('Enter');
    await expect.poll(async () => (await titles())[0]).toBe('Drive 222 mm');
    await page.reload();
    await page.getByText('Changes that were not saved yet are back.').waitFor();
    expect((await titles())[0]).toBe('Drive 222 mm');
    await page.getByRole('button', { name: 'drop them' }).click();
    await expect.poll(async () => (await titles())[0]).toBe('Drive 300 mm');
  });

  it('are kept when somebody else saved a revision first', async () => {
    await call('POST', `routes/${route.id}/revisions`, {
      basedOn: 1,
      origin: 'hand',
      reason: 'from another table',
      plan: route.revision.plan,
    });
    await cell(1).click();
    await page.keyboard.press('c');
    await page.keyboard.press('s');
    await page.getByLabel('Why this revision').fill('a copy');
    await page.getByRole('button', { name: 'Save revision 2' }).click();
    await page.getByText(/Somebody else changed this route meanwhile/).waitFor();
    expect((await titles()).length).toBe(4);
    // The refusal itself is an answer with an error status, which the browser logs.
    faults = faults.filter((fault) => !fault.includes('409'));
  });
});

describe('the field', () => {
  it('changes a straight by dragging its end, and lights the moment under the pointer', async () => {
    const handle = page
      .locator('circle')
      .filter({ hasText: 'Drag to change the distance of move 1' });
    const box = (await handle.boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect
      .poll(async () => Number(/^Drive (\d+) mm/.exec((await titles())[0]!)?.[1]))
      .toBeGreaterThan(350);
    // The whole drag is one step, and the step before it stays.
    const undo = page.getByRole('button', { name: 'Undo' });
    const before = await titles();
    await undo.click();
    await expect.poll(async () => (await titles())[0]).toMatch(/^Drive 300 mm/);
    await page.getByRole('button', { name: 'Redo' }).click();
    await expect.poll(titles).toEqual(before);
    await page.mouse.move(box.x - 20, box.y + box.height / 2);
    await expect.poll(momentNow).toBeLessThan(1.5);
  });

  it('cancels a forecast and keeps the one before', async () => {
    await page.getByRole('button', { name: 'Forecast 500 runs' }).click();
    await page.getByRole('button', { name: /^Cancel/ }).click();
    await page.getByRole('button', { name: 'Forecast 500 runs' }).waitFor();
  });
});
