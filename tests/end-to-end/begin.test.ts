import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Run } from '../../src/contracts/practices.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { openBrowser, openPage, waitUntilAlive } from '../browser.ts';

const DATA = '.test/begin';
/** Presses and typed values from an empty Corvat to the first verdict, at the most. */
const MOST = 45;

/** A table of three by five, drawn. */
const PICTURE = Buffer.from(
  '<svg xmlns="http://www.w3.org/2000/svg" width="500" height="300"><rect width="500" height="300" fill="tan"/></svg>',
);

let application: Application;
let browser: Browser;

beforeAll(async () => {
  application = await freshApplication(DATA, '--empty');
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

/** Presses and types as a person does, and counts. */
function counting(page: Page) {
  const hand = {
    count: 0,
    async press(what: Locator) {
      hand.count++;
      await what.click();
    },
    async type(what: Locator, text: string) {
      hand.count++;
      await what.fill(text);
    },
    async pressAt(what: Locator, share: { x: number; y: number }) {
      hand.count++;
      await what.scrollIntoViewIfNeeded();
      const box = (await what.boundingBox())!;
      await page.mouse.click(box.x + share.x * box.width, box.y + share.y * box.height);
    },
    button: (name: string | RegExp) => hand.press(page.getByRole('button', { name })),
    link: (name: string | RegExp) => hand.press(page.getByRole('link', { name }).first()),
  };
  return hand;
}

describe('an empty Corvat', () => {
  it('has three doors; who looks round finds seven notes, each of which goes by doing what it says', async () => {
    const { page, faults } = await openPage(browser);
    await page.goto(application.address);
    await page.getByRole('heading', { name: 'Where would you like to begin?' }).waitFor();
    await page.getByRole('link', { name: /^No robot here/ }).waitFor();
    await page.getByRole('link', { name: /^With your robot/ }).click();
    await page.getByRole('heading', { name: 'Your robot.' }).waitFor();
    await page.goto(application.address);
    await page.getByRole('button', { name: /^Look round/ }).click();
    const note = page.getByRole('complementary', { name: 'Note' });
    await note.getByText('7 of 7 left').waitFor({ timeout: 60_000 });
    await page
      .getByRole('navigation')
      .getByRole('link', { name: /^Verdict/ })
      .click();
    await note.getByText(/^Verdict\./).waitFor();
    await page.getByRole('tab', { name: 'Figures' }).click();
    await expect.poll(() => note.count()).toBe(0);
    // The navigation is no task of the first sheet; what it offers is.
    await page
      .getByRole('navigation')
      .getByRole('link', { name: /^Today/ })
      .click();
    await note.getByText('6 of 7 left').waitFor();
    await note.getByRole('button', { name: 'No more notes' }).click();
    await page
      .getByRole('navigation')
      .getByRole('link', { name: /^Bench/ })
      .click();
    await page.getByRole('navigation', { name: 'Benches' }).waitFor();
    expect(await note.count()).toBe(0);
    expect(faults).toEqual([]);
    await page.context().close();
  });
});

describe('a Corvat without anything', () => {
  // A door of another test opens the demo in the one that they share.
  let bare: Application;
  beforeAll(async () => {
    bare = await freshApplication(`${DATA}-bare`, '--empty');
  });
  afterAll(() => bare.stop());

  it('says on every sheet what to do first, and leads there', async () => {
    const { page, faults } = await openPage(browser);
    for (const sheet of ['/field', '/program', '/route', '/story', '/table', '/verdict']) {
      await page.goto(`${bare.address}${sheet}`);
      await waitUntilAlive(page);
      const empty = page.locator('main section').first();
      await empty.getByRole('button', { name: /^Load the demo/ }).waitFor();
      const address = await empty.locator('a').last().getAttribute('href');
      expect((await fetch(`${bare.address}${address!}`)).status, sheet).toBe(200);
    }
    expect(faults).toEqual([]);
    await page.context().close();
  });
});

const LAPTOP = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

describe.each([
  ['a laptop', LAPTOP],
  ['a phone', PHONE],
])('from nothing to the first verdict, on %s', (device, viewport) => {
  it('with a robot of one’s own', async () => {
    const { page, faults } = await openPage(browser, { viewport, hasTouch: device === 'a phone' });
    const hand = counting(page);
    await page.goto(`${application.address}/begin`);
    // The door itself is pressed in a Corvat without any robot.
    hand.count++;
    await hand.type(page.getByLabel('Name'), `Own robot on ${device}`);
    const wheel = page.getByLabel('Wheel, across');
    await hand.type(wheel, '62');
    await hand.type(page.getByLabel('From wheel to wheel'), '11.8 cm');
    await hand.type(page.getByLabel('Width'), '15 cm');
    await hand.type(page.getByLabel('Axle to front'), '105');
    await hand.type(page.getByLabel('Axle to back'), '62');
    const onwards = page.getByRole('button', { name: 'On to the table' });
    const before = await onwards.boundingBox();
    await hand.type(page.getByLabel('Axle to the part that scores'), '128');
    // What was understood stands beside the number, and the button stays under a slow press.
    expect(await onwards.boundingBox()).toEqual(before);
    await hand.button('On to the table');
    const table = page.getByRole('img', { name: /^The table/ });
    const choosing = page.waitForEvent('filechooser');
    await hand.button('A picture of it');
    hand.count++;
    await (
      await choosing
    ).setFiles({ name: 'table.svg', mimeType: 'image/svg+xml', buffer: PICTURE });
    await expect.poll(() => page.getByLabel('Depth').inputValue()).toMatch(/^1320/);
    await hand.pressAt(table, { x: 0.2, y: 0.7 });
    await page.getByRole('heading', { name: 'Press where it has to be.' }).waitFor();
    await hand.pressAt(table, { x: 0.6, y: 0.4 });
    await hand.button('On to the route');
    await hand.type(page.getByLabel('The route in words'), 'drive 30 cm; tunr left');
    await page.getByText('“tunr” is no move. Did you mean “turn”?').waitFor();
    await hand.button('Straight there');
    await page.getByText(/ends \d\smm from the target: a hit/).waitFor();
    await hand.button('Make it');
    await hand.link('To the table');
    const line = page.getByLabel(/^Type a run/);
    for (const run of ['12 -5 h', '8 2 h', '15 -9 h', '10 1 h', '4 -3 h']) {
      await hand.type(line, run);
      hand.count++;
      await line.press('Enter');
      await expect.poll(() => line.inputValue()).toBe('');
    }
    await hand.press(page.getByRole('navigation').getByRole('link', { name: /^Verdict/ }));
    await page.getByText(/5 of 5 hit/).waitFor();
    const fields = (await caller(application.address)<FieldRecord[]>('GET', 'fields')).body;
    const own = fields.find(({ name }) => name.startsWith(`Own robot on ${device}`))!;
    expect(own.field.picture).toMatchObject({ width: 2200, height: 1320 });
    const picture = await fetch(`${application.address}/api/v1/fields/${own.id}/picture`);
    expect(await picture.text()).toContain('<svg');
    expect(hand.count).toBeLessThanOrEqual(MOST);
    expect(faults).toEqual([]);
    await page.context().close();
  });

  it('with the practice robot, which drives', async () => {
    const { page, faults } = await openPage(browser, { viewport });
    const hand = counting(page);
    await page.goto(`${application.address}/begin?practice=1`);
    hand.count++;
    await hand.button('On to the table');
    const table = page.getByRole('img', { name: /^The table/ });
    await hand.pressAt(table, { x: 0.2, y: 0.7 });
    await page.getByRole('heading', { name: 'Press where it has to be.' }).waitFor();
    await hand.pressAt(table, { x: 0.6, y: 0.4 });
    await hand.button('On to the route');
    await hand.button('Straight there');
    await hand.button('Make it');
    await hand.link('To the table');
    await hand.button('Drive ten');
    await page.getByRole('button', { name: 'Drive it once' }).waitFor({ timeout: 60_000 });
    const session = new URL(page.url()).searchParams.get('session')!;
    const call = caller(application.address);
    const runs = async () => (await call<Run[]>('GET', `runs?session=${session}`)).body;
    await expect.poll(async () => (await runs()).length).toBe(10);
    for (const run of await runs()) {
      expect(run.note).toContain('practice robot');
      expect(run.battery).toBeGreaterThan(5);
      expect(run.seconds).toBeGreaterThan(1);
      expect(run.measurements).toHaveLength(1);
    }
    await page.getByText(/10 runs have a recording/).waitFor();
    await hand.press(page.getByRole('navigation').getByRole('link', { name: /^Verdict/ }));
    await page.getByText(/\d+ of 10 hit/).waitFor();
    expect(hand.count).toBeLessThanOrEqual(MOST);
    expect(faults).toEqual([]);
    await page.context().close();
  });
});
