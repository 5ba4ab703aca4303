import { randomUUID } from 'node:crypto';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);
let browser: Browser;
let page: Page;
let session: Session;

beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

/** A tablet at a table with a session of its own, so that tests do not see each other's runs. */
beforeEach(async () => {
  const routes = (await call<Route[]>('GET', 'routes')).body;
  const route = routes.find(({ name }) => name === 'Sluice, then Tide Gauge')!;
  session = (
    await call<Session>('POST', 'sessions', {
      id: randomUUID(),
      title: `Practice ${Math.round(1e6 * performance.now())}`,
      startedAt: new Date().toISOString(),
      surface: 'mat',
    })
  ).body;
  ({ page } = await openPage(browser, { viewport: { width: 1024, height: 768 } }));
  await page.goto(`${address}/table?route=${route.id}&session=${session.id}`);
  await line().waitFor();
  return () => page.context().close();
});

const line = () => page.locator('#run-line');
const type = async (text: string) => {
  await line().fill(text);
  await line().press('Enter');
};
const logged = async () => (await call<Run[]>('GET', `runs?session=${session.id}`)).body;
const card = () => page.getByRole('img', { name: /zone to scale/ });

describe('a run', () => {
  it('typed in one line is stored as it was typed: right, far, turned right', async () => {
    await type('12 -5 2 h');
    await page.getByText('Run 1 is saved.').waitFor();
    const [run] = await logged();
    expect(run!.measurements[0]).toMatchObject({ along: -5, left: -12 });
    expect(run!.measurements[0]!.turned).toBeCloseTo((-2 * Math.PI) / 180, 12);
    expect(run!.outcomes).toEqual([{ modelId: 'tide-gauge', hit: true, points: null }]);
  });

  it('without degrees has no heading, and without h or m is judged by the zone', async () => {
    await type('3 4');
    await expect.poll(async () => (await logged()).length).toBe(1);
    await type('80 0');
    await expect.poll(async () => (await logged()).length).toBe(2);
    const [inside, outside] = await logged();
    expect(inside!.measurements[0]!.turned).toBeNull();
    expect(inside!.outcomes[0]!.hit).toBe(true);
    expect(outside!.outcomes[0]!.hit).toBe(false);
  });

  it('that cannot be understood stays in its line with a sentence', async () => {
    await type('twelve 3');
    await page.getByText('“twelve” is not a number for a table.').waitFor();
    expect(await line().inputValue()).toBe('twelve 3');
    expect(await logged()).toEqual([]);
  });

  it('is put on the card, nudged and turned by keys, and saved by one key', async () => {
    await card().click();
    for (const key of ['ArrowUp', 'ArrowUp', 'ArrowRight', ']', ']', ']']) {
      await page.keyboard.press(key);
    }
    await page.getByText(/turned 3° right: inside the zone/).waitFor();
    await page.keyboard.press('h');
    await page.getByText('Run 1 is saved.').waitFor();
    const [run] = await logged();
    expect(run!.measurements[0]!.turned).toBeCloseTo((-3 * Math.PI) / 180, 9);
  });

  it('has its heading twisted with the handle of its mark', async () => {
    await card().click();
    const handle = page.locator('svg circle[class*=handle]');
    const from = (await handle.boundingBox())!;
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await page.mouse.down();
    await page.mouse.move(from.x + from.width / 2 + 30, from.y + from.height / 2 + 4, { steps: 4 });
    await page.mouse.up();
    await page.getByText(/turned \d+° right/).waitFor();
  });

  it('is taken back with one key and put back with one press', async () => {
    await type('1 1 0 h');
    await page.getByText('Run 1 is saved.').waitFor();
    await page.locator('body').click({ position: { x: 3, y: 400 } });
    await page.keyboard.press('u');
    await page.getByText('The run was taken back.').waitFor();
    await expect.poll(logged).toEqual([]);
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect.poll(async () => (await logged()).length).toBe(1);
  });

  it('is opened from the list, changed and set aside with a cause', async () => {
    await type('10 10 0 h');
    await page.getByText('Run 1 is saved.').waitFor();
    await page.getByRole('button', { name: /^1\s+10 10/ }).click();
    await page.getByText('Change the mark or the cause').waitFor();
    await page.getByRole('button', { name: 'put down wrong' }).click();
    await page.getByRole('button', { name: 'Miss', exact: true }).click();
    await expect.poll(async () => (await logged())[0]!.setAside).toBe('put down wrong');
    expect((await logged())[0]!.outcomes[0]!.hit).toBe(false);
    await page.getByRole('button', { name: /× aside/ }).click();
    await page.getByRole('button', { name: 'put down wrong' }).click();
    await page.getByLabel('Another cause, in your own words').fill('<b>cat</b>');
    await page.getByRole('button', { name: 'Hit', exact: true }).click();
    await expect.poll(async () => (await logged())[0]!.setAside).toBe('<b>cat</b>');
  });

  it('is measured at two checkpoints when there are two', async () => {
    await page.getByRole('button', { name: 'Sluice', exact: true }).click();
    await card().click();
    await page.getByRole('button', { name: 'Tide Gauge' }).click();
    await type('2 -3 1 m');
    await expect.poll(async () => (await logged()).length).toBe(1);
    const [run] = await logged();
    expect(run!.measurements.map((one) => one.checkpointId)).toEqual(['sluice', 'tide-gauge']);
    expect(run!.outcomes).toEqual([
      { modelId: 'sluice', hit: true, points: null },
      { modelId: 'tide-gauge', hit: false, points: null },
    ]);
  });

  it('whose answer was lost is kept here, and is logged once when the connection is back', async () => {
    let arrived = 0;
    await page.route('**/api/v1/runs/*', async (request) => {
      if (request.request().method() !== 'PUT') return request.fallback();
      arrived++;
      // The first time the server has it and the answer is lost; the second time all is well.
      if (arrived === 1) {
        await request.fetch();
        await request.abort();
      } else {
        await request.continue();
      }
    });
    await type('7 8 1 h');
    await page.getByText('Run 1 is kept on this device.').waitFor();
    await page.getByText('Run 1 is saved.').waitFor();
    expect(arrived).toBe(2);
    expect(await logged()).toHaveLength(1);
  });
});

describe('the start list', () => {
  it('is ticked with one key and cleared by the next run', async () => {
    await page.locator('body').click({ position: { x: 3, y: 400 } });
    await page.keyboard.press('g');
    await expect.poll(() => page.locator('input[type=checkbox]:checked').count()).toBe(3);
    await type('0 0 0 h');
    await page.getByText('Run 1 is saved.').waitFor();
    expect(await page.locator('input[type=checkbox]:checked').count()).toBe(0);
  });

  it('keeps the battery with the run and tells when it sags', async () => {
    const battery = page.getByLabel('Battery, V');
    await battery.fill('8,1');
    await type('0 0 0 h');
    await page.getByText('Run 1 is saved.').waitFor();
    expect((await logged())[0]!.battery).toBe(8.1);
    await battery.fill('7.7');
    await page.getByText(/0\.4 V lower than at the first run/).waitFor();
    await battery.fill('full');
    await page.getByText(/needs a number of volts/).waitFor();
  });
});

describe('a session', () => {
  it('is started in place with its date standing already', async () => {
    await page.getByRole('combobox', { name: /^Session/ }).selectOption('new');
    await page.getByLabel('People, first names or initials only').fill('R, L');
    await page.getByRole('button', { name: 'Start the session' }).click();
    await page.waitForURL(/session=/);
    await line().waitFor();
    const sessions = (await call<Session[]>('GET', 'sessions')).body;
    expect(sessions.some(({ people }) => people === 'R, L')).toBe(true);
  });
});

describe('ten runs', () => {
  it('are logged by keyboard alone, one after the other, all of them', async () => {
    for (let i = 0; i < 10; i++) {
      await line().pressSequentially(`${i} ${-i} 1 h`);
      await line().press('Enter');
      await page.getByText(`Run ${i + 1} is saved.`).waitFor();
    }
    expect(await logged()).toHaveLength(10);
  });
});
