import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { newMove } from '../../src/core/moves/index.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';
import { address } from '../sharedApplication.ts';

const call = caller(address);
let browser: Browser;
let page: Page;
let faults: string[] = [];
let robot: Robot;
let field: FieldRecord;

beforeAll(async () => {
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
  robot = (await call<Robot[]>('GET', 'robots')).body.find(({ name }) => name === 'Curlew')!;
  field = (await call<FieldRecord[]>('GET', 'fields')).body.find(
    ({ name }) => name === 'Saltmarsh Watch',
  )!;
});
afterAll(async () => {
  expect(faults).toEqual([]);
  await browser.close();
});

const cell = (position: number) => page.getByRole('button', { name: `Move ${position}:` });
const program = async (route: Route, ending: 'py' | 'java') =>
  (await fetch(`${address}/api/v1/routes/${route.id}/program.${ending}`)).text();

describe('a route with two ways', () => {
  let route: Route;
  beforeAll(async () => {
    route = (await call<Route[]>('GET', 'routes')).body.find(
      ({ name }) => name === 'Seed Bank by the Flood Mark',
    )!;
    await page.goto(`${address}/route?route=${route.id}`);
    await cell(1).waitFor();
  });

  it('shows both as lanes that begin where it looks, one above the other', async () => {
    const [yes, no] = [(await cell(6).boundingBox())!, (await cell(9).boundingBox())!];
    expect(yes.x).toBeCloseTo(no.x, 0);
    expect(yes.y + yes.height).toBeLessThanOrEqual(no.y + 1);
    const join = (await cell(11).boundingBox())!;
    expect(join.x).toBeGreaterThanOrEqual(Math.max(yes.x + yes.width, no.x + no.width) - 1);
    expect(await cell(9).getAttribute('data-astray')).toBe('true');
  });

  it('warns of a limit near the reading, and says how often the runs go wrong', async () => {
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await page.getByText(/This limit lies within 2 spreads of the reading: it reads/).waitFor();
    await page.getByRole('tab', { name: 'Spread' }).click();
    await page.getByRole('heading', { name: 'Which way it goes' }).waitFor();
    await page.getByRole('button', { name: 'Forecast 500 runs' }).click();
    await page.getByText(/% wrong, \d.* to /).waitFor();
  });

  it('becomes a program that asks, in both languages, by the names of the wiring sheet', async () => {
    const python = await program(route, 'py');
    expect(python).toMatch(
      /if majority_says\(hub, range_below\(CHOOSE_5_NEAR\), CHOOSE_5_LOOKS\):/,
    );
    expect(python).toMatch(/LEFT_MOTORS = \(\("left_motor", 1\),\)/);
    expect(python).toMatch(/RIGHT_MOTORS = \(\("right_motor", -1\),\)/);
    expect(python).toMatch(/wait_for\(hub, range_below\(START_NEAR\)\)/);
    const java = await program(route, 'java');
    expect(java).toMatch(/if \(majoritySays\(rangeBelow\(CHOOSE_5_NEAR\), CHOOSE_5_LOOKS\)\) \{/);
    expect(java).toMatch(/new Motor\("right_motor", -1\)/);
  });
});

describe('on a route of one’s own', () => {
  it('a choice comes with both its ways and goes with them; a sign starts the program', async () => {
    const { body: route } = await call<Route>('POST', 'routes', {
      name: `Two ways ${Math.round(1e6 * performance.now())}`,
      robotId: robot.id,
      fieldId: field.id,
      plan: {
        startId: field.field.starts[0]!.id,
        moves: [newMove('drive', 'a', { distance: 300 })],
      },
    });
    await page.goto(`${address}/route?route=${route.id}`);
    await cell(1).click();
    await page.keyboard.press('e');
    await page.getByRole('heading', { name: '2 If nearer than 100 mm' }).waitFor();
    await page.getByLabel('Look at').selectOption({ label: 'colour: it is this one' });
    await page.getByRole('heading', { name: '2 If red' }).waitFor();
    await page.keyboard.press('Escape');
    await page.keyboard.press('d');
    // A new move stands behind the one that is chosen: in the way for a yes.
    await page.getByRole('heading', { name: /^3 Drive/ }).waitFor();
    await page.getByRole('button', { name: 'Sets off: at once' }).click();
    await page.getByText('at a sign', { exact: true }).click();
    await page.getByRole('button', { name: 'Sets off: nearer than 100 mm' }).waitFor();
    await page.getByRole('button', { name: 'Save as rev 2' }).click();
    await page.getByRole('button', { name: 'Save revision 2' }).click();
    await page.getByRole('button', { name: 'Save as rev 3' }).waitFor();
    const saved = (await call<Route>('GET', `routes/${route.id}`)).body.revision.plan;
    expect(saved.moves.map(({ kind }) => kind)).toEqual([
      'drive',
      'choose',
      'drive',
      'otherwise',
      'join',
    ]);
    expect(saved.startBy).toMatchObject({ kind: 'range', nearerThan: 100 });
    await page.goto(`${address}/program?route=${route.id}`);
    await page.getByText(/Stand still until the range sensor ahead reads 100 mm or less/).waitFor();
    await page.goto(`${address}/route?route=${route.id}`);
    await page.getByRole('button', { name: 'Move 2: If red' }).click();
    await page.keyboard.press('Delete');
    await expect.poll(() => page.getByRole('button', { name: /^Move \d+:/ }).count()).toBe(2);
  });
});

describe('the battery bench, on the practice robot', () => {
  it('says what a volt changes, and when to charge', async () => {
    const { body: own } = await call<Robot>('POST', 'robots', { name: 'Godwit' });
    await page.goto(`${address}/bench?robot=${own.id}#battery`);
    await page.getByRole('button', { name: 'Use the practice robot' }).click();
    await page.getByText('waiting for lines').waitFor();
    await page.getByRole('button', { name: 'Three straights on each of four packs' }).click();
    await page.getByText('Speed follows the voltage').first().waitFor({ timeout: 60_000 });
    // Twelve readings, and two rows that are ready for more.
    await expect.poll(() => page.locator('tbody tr').count(), { timeout: 60_000 }).toBe(14);
    await page.getByRole('button', { name: 'Keep the record' }).click();
    await page.getByText(/^Kept as record 1\.$/).waitFor();
    await page.getByRole('button', { name: 'Use in the setup' }).click();
    await page.getByText(/^Setup 2 uses record 1/).waitFor();
    const after = (await call<Robot>('GET', `robots/${own.id}`)).body.setup.setup;
    expect(Math.abs(after.battery.speedFollows - 1)).toBeLessThan(0.2);
    // Straights are no turns: another move begins with an empty table.
    await page.getByText('a turn', { exact: true }).click();
    await expect.poll(() => page.locator('tbody tr').count()).toBe(2);
    await page.getByRole('heading', { name: /^Drive the same move on a full pack/ }).waitFor();
  });
});
