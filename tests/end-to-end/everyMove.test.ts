import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';
import { EVERY_KIND_FIELD } from '../fixtures/everyKind.ts';

const call = caller(address);

let browser: Browser;
let page: Page;
let faults: string[] = [];
let field: FieldRecord;
let robot: Robot;

beforeAll(async () => {
  browser = await openBrowser();
  const made = await call<FieldRecord>('POST', 'fields', {
    name: 'Every kind',
    field: EVERY_KIND_FIELD,
  });
  field = made.body;
  robot = (await call<Robot[]>('GET', 'robots')).body.find(({ name }) => name === 'Curlew')!;
});
afterAll(() => browser.close());

beforeEach(async () => {
  const made = await call<Route>('POST', 'routes', {
    name: `Moves ${Math.round(1e6 * performance.now())}`,
    robotId: robot.id,
    fieldId: field.id,
    plan: {
      startId: 'start',
      moves: [{ id: 'a', kind: 'drive', distance: 200, speed: 300, hold: 'gyro', heading: null }],
    },
  });
  ({ page, faults } = await openPage(browser));
  await page.goto(`${address}/route?route=${made.body.id}`);
  await page.getByRole('button', { name: 'Move 1:' }).waitFor();
  return async () => {
    expect(faults).toEqual([]);
    await page.context().close();
  };
});

const titles = async () =>
  page.getByRole('button', { name: /^Move \d+:/ }).evaluateAll((cells) =>
    cells
      .map((one) => one.getAttribute('aria-label')!)
      .toSorted()
      .map((label) => label.slice(8)),
  );
const type = async (label: string | RegExp, text: string) => {
  const input = page.getByRole('textbox', { name: label, exact: true });
  await input.fill(text);
  await input.press('Enter');
};
const pick = (label: string) => page.getByText(label, { exact: true }).first().click();
const seconds = async () =>
  Number(
    await page.getByRole('slider', { name: 'Moment of the run' }).getAttribute('aria-valuemax'),
  );

/** How each kind is added by its key, what is changed in it, and what it is called then. */
const KINDS: {
  kind: string;
  key: string;
  edit: () => Promise<void>;
  title: RegExp;
  /** Whether it takes time, so that the run gets longer. */
  lasts: boolean;
}[] = [
  {
    kind: 'drive',
    key: 'd',
    edit: () => type('Distance, backwards is negative', '250'),
    title: /^Drive 250 mm$/,
    lasts: true,
  },
  {
    kind: 'turn',
    key: 't',
    edit: () => pick('controller'),
    title: /^Turn right by 90°$/,
    lasts: true,
  },
  {
    kind: 'approach',
    key: 'a',
    edit: () => type('Stop this far away', '1 m'),
    title: /^Approach to 1000 mm$/,
    lasts: true,
  },
  {
    kind: 'arc',
    key: 'r',
    edit: () => type(/^Radius/, '120'),
    title: /^Arc right 90°, radius 120 mm$/,
    lasts: true,
  },
  {
    kind: 'until line',
    key: 'u',
    edit: () => pick('second'),
    title: /^Drive until dark$/,
    lasts: true,
  },
  {
    kind: 'follow line',
    key: 'l',
    edit: async () => {
      await pick('right');
      await type('Length', '150');
    },
    title: /^Follow line for 150 mm$/,
    lasts: true,
  },
  {
    kind: 'follow wall',
    key: 'w',
    edit: async () => {
      await type(/^Keep the wall/, '130');
      await type('Length', '30 cm');
    },
    title: /^Follow wall for 300 mm$/,
    lasts: true,
  },
  {
    kind: 'until touch',
    key: 'b',
    edit: () => type('Speed', '250'),
    title: /^Drive until touch$/,
    lasts: true,
  },
  {
    kind: 'square up',
    key: 'q',
    edit: () => type(/^Push for/, '2 s'),
    title: /^Square up on the border$/,
    lasts: true,
  },
  {
    kind: 'settle',
    key: 'z',
    edit: () => type(/^Wait for a still gyro/, '2'),
    title: /^Settle and zero$/,
    lasts: true,
  },
  {
    kind: 'arm',
    key: 'm',
    edit: () => type(/^Motor turns by/, '-45'),
    title: /^Arm back 45°$/,
    lasts: true,
  },
  {
    kind: 'wait',
    key: 'p',
    edit: () => type('Stand still for', '1.5 s'),
    title: /^Wait 1.5 s$/,
    lasts: true,
  },
  {
    kind: 'checkpoint',
    key: 'k',
    edit: () => type(/^Stand still for measuring/, '0.8'),
    title: /^Checkpoint Post$/,
    lasts: true,
  },
  {
    kind: 'repeat',
    key: 'x',
    edit: () => type('Times in all', '3'),
    title: /^Repeat from move 1, 3 times in all$/,
    lasts: true,
  },
];

describe('every kind of move', () => {
  it.each(KINDS)(
    '$kind is added by its key, edited and played',
    async ({ key, edit, title, lasts }) => {
      const before = await seconds();
      await page.keyboard.press(key);
      await expect.poll(async () => (await titles()).length).toBe(2);
      await edit();
      await expect.poll(async () => (await titles())[1]).toMatch(title);
      if (lasts) expect(await seconds()).toBeGreaterThan(before);
      const slider = page.getByRole('slider', { name: 'Moment of the run' });
      await slider.focus();
      for (let i = 0; i < 20; i++) await page.keyboard.press('PageDown');
      await page.getByRole('button', { name: 'Play' }).click();
      await expect
        .poll(async () => Number(await slider.getAttribute('aria-valuenow')))
        .toBeGreaterThan(0.1);
      await page.getByRole('button', { name: 'Pause' }).click();
    },
  );

  it('is in the list of moves, with what it is for', async () => {
    await page.getByText('Other moves').click();
    await page.getByRole('button', { name: /Square up.*stand flat/ }).click();
    await expect.poll(titles).toEqual(['Drive 200 mm', 'Square up on the border']);
  });
});

describe('the sheets beside the field', () => {
  it('say where the spread comes from, forecast it over all cores and replay a miss', async () => {
    await page.keyboard.press('k');
    await page.getByRole('tab', { name: 'Spread' }).click();
    await page.getByText(/^Not known: \d+ % of where a next run ends$/).waitFor();
    await page.getByRole('region', { name: 'Measure next' }).waitFor();
    await page.getByText('the start by hand').waitFor();
    await page.getByRole('button', { name: 'Forecast 500 runs' }).click();
    await page.getByText(/Of 500 simulated runs/).waitFor();
    await page.getByText('What chance at the start decides').waitFor();
    const misses = page.getByText('Runs that missed').locator('..').getByRole('button');
    await misses.first().click();
    await page.getByText(/is shown; back to the plan/).click();
  });

  it('try everything for the best next step', async () => {
    await page.keyboard.press('k');
    await page.getByRole('tab', { name: 'Spread' }).click();
    await page.getByRole('button', { name: 'Try everything' }).click();
    await page
      .getByText(/points|Nothing that Corvat knows/)
      .first()
      .waitFor({ timeout: 30_000 });
  });

  it('compare the ways to do a move, and take another one over', async () => {
    await page.getByRole('button', { name: 'Encoders', exact: true }).click();
    await expect.poll(() => page.getByRole('radio', { name: 'encoders' }).isChecked()).toBe(true);
  });

  it('tune a hold: the map, the recommended steering and the symptom helper', async () => {
    await page.getByRole('tab', { name: 'Tune' }).click();
    await page.getByRole('button', { name: /^Take the recommended/ }).waitFor();
    await page.getByRole('img', { name: 'What each steering does at each speed' }).waitFor();
    await page.getByRole('button', { name: 'It jerks left and right' }).click();
    await page.getByText(/^Less steering: /).waitFor();
    await page.getByRole('button', { name: 'Take it over' }).click();
    await page.getByRole('tab', { name: 'Move' }).click();
    await page.getByLabel('Steering, °/s per °').waitFor();
  });

  it('check the whole route in sentences that lead to their moves', async () => {
    await type('Distance, backwards is negative', '3 m');
    await page.getByRole('tab', { name: /^Checks/ }).click();
    await page.getByText('The robot runs into the border.').click();
    await page.getByLabel('Distance, backwards is negative').waitFor();
  });

  it('list the revisions, say what changed, and go on from an older one', async () => {
    await type('Distance, backwards is negative', '260');
    await page.keyboard.press('Escape');
    await page.getByRole('button', { name: 'Save as rev 2' }).click();
    await page.getByLabel('Why this revision').fill('farther');
    await page.getByRole('button', { name: 'Save revision 2' }).click();
    await page.getByRole('button', { name: 'Save as rev 3' }).waitFor();
    await page.getByRole('tab', { name: 'Revisions' }).click();
    await page.getByText('Move 1, drive: distance 200 mm → 260 mm.').waitFor();
    await page.getByRole('button', { name: 'Continue from rev 1' }).click();
    await expect.poll(titles).toEqual(['Drive 200 mm']);
    await page.getByRole('button', { name: 'Save as rev 3' }).click();
    await page.getByRole('button', { name: 'Save revision 3' }).click();
    await page.getByRole('tab', { name: 'Revisions' }).click();
    await page.getByText(/, from rev 1$/).waitFor();
  });
});
