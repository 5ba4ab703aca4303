import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { USUAL_CONVENTIONS } from '../../src/core/language/conventions.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

// The choice is the whole application's, so it has one of its own.
const DATA = '.test/team';
let application: Application;
let call: ReturnType<typeof caller>;
let browser: Browser;
let page: Page;
let faults: string[];
let route: Route;
let robot: Robot;

beforeAll(async () => {
  application = await freshApplication(DATA);
  call = caller(application.address);
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
  route = (await call<Route[]>('GET', 'routes')).body.find(({ name }) => name === 'Heron Hide')!;
  [robot] = (await call<[Robot]>('GET', 'robots')).body;
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

const SHEETS = [
  '/',
  '/bench',
  ...['wheels', 'square', 'track', 'rest', 'turn', 'battery', 'range', 'light'].map(
    (bench) => `/bench#${bench}`,
  ),
  '/route',
  '/table',
  '/verdict',
  '/program',
  '/story',
  '/trainer',
  '/field',
  '/begin',
];
/** What a sensor says and a program compares stays in the sensor’s own unit, so does a number with a unit of its own, and a record keeps its words. */
const OF_A_SENSOR =
  /^Bench record|mm as the sensor reads|reading of \d+ mm|stop at reading|\d mm$|per √mm|per mm|mm, cm, in/i;

const open = async (sheet: string) => {
  const [path, hash] = sheet.split('#') as [string, string | undefined];
  await page.goto('about:blank');
  const address = `${application.address}${path}?route=${route.id}&robot=${robot.id}`;
  await goToRest(page, hash === undefined ? address : `${address}#${hash}`);
};

describe('how a team counts', () => {
  it('is the usual way until it chooses, and an unknown choice is refused', async () => {
    expect((await call('GET', 'team')).body).toEqual(USUAL_CONVENTIONS);
    expect((await call('PUT', 'team', { length: 'furlong' })).status).toBe(422);
    expect((await call('GET', 'team')).body).toEqual(USUAL_CONVENTIONS);
  });

  it('is chosen by a press, and every sheet speaks so from then on', async () => {
    const before = (await call<Route>('GET', `routes/${route.id}`)).body.revision.plan;
    await goToRest(page, `${application.address}/team`);
    await page.getByText('inches').click();
    await page.waitForFunction(() => document.documentElement.dataset['team']?.includes('"in"'));
    await page.getByText('to the left').click();
    await page.waitForFunction(() => document.documentElement.dataset['team']?.includes('"left"'));
    await page.getByText('in rotations').click();
    await page.waitForFunction(() =>
      document.documentElement.dataset['team']?.includes('rotations'),
    );
    for (const sheet of SHEETS) {
      await open(sheet);
      const lines = (await page.locator('main').innerText()).split('\n');
      const left = lines.filter((line) => /\bmm\b/.test(line) && !OF_A_SENSOR.test(line));
      expect(left, sheet).toEqual([]);
    }
    expect(faults).toEqual([]);
    // What is stored is as it was.
    expect((await call<Route>('GET', `routes/${route.id}`)).body.revision.plan).toEqual(before);
  });

  it('holds for what is typed, for turns, for motors and for the words of a program', async () => {
    await open('/route');
    const distance = page.getByLabel(/^Distance/);
    expect(await distance.inputValue()).toMatch(/^19\.291\sin$/);
    await distance.fill('10');
    await distance.press('Tab');
    await page
      .getByText(/Drive 10\sin/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Undo' }).click();
    await page.getByText('left +').first().waitFor();
    await open('/program');
    const sheet = await page.locator('.steps').innerText();
    expect(sheet).toContain('Motor rotations at the brake');
    expect(sheet).not.toContain('Motor degrees');
    // The gyro of the demo counts to the right: what is typed into a program has its signs, and that is said.
    expect(sheet).toContain('turns to the right are positive');
    expect(sheet).toMatch(/Turn left to heading 90°/);
    expect(sheet).toMatch(/Stop at heading\s+−80\.7/);
    const program = await (
      await fetch(`${application.address}/api/v1/routes/${route.id}/program.py`)
    ).text();
    expect(program).toMatch(/motor degrees, 18\.1\d* in, wheel/);
  });

  it('holds at the Table: a typed run is in inches', async () => {
    await open('/table');
    await page
      .getByLabel(/Type a run|Type it/i)
      .first()
      .fill('1 -0.5');
    await page.getByText(/1\sin right, 0\.5\sin near/).waitFor();
  });
});
