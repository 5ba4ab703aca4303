import { readFileSync, rmSync } from 'node:fs';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { ROOT, startApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage, waitUntilAlive } from '../browser.ts';

const DATA = '.test/first';
const LONG = `The ${'very '.repeat(13)}long name`;
const MARKUP = '<img src=x onerror="document.title=1">';

let application: Application;
let browser: Browser;
let page: Page;
let faults: string[];

beforeAll(async () => {
  rmSync(`${ROOT}${DATA}`, { recursive: true, force: true });
  application = await startApplication(DATA, '--empty');
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

const open = async (path: string) => {
  await page.goto(`${application.address}${path}`);
  await waitUntilAlive(page);
};
const call = <T>(method: string, path: string, content?: unknown) =>
  caller(application.address)<T>(method, path, content);
/** Chooses files in the Files sheet, as the dialog of the browser would. */
const choose = (...files: { name: string; text: string }[]) =>
  page.locator('input[type=file]').setInputFiles(
    files.map(({ name, text }) => ({
      name,
      mimeType: 'text/plain',
      buffer: Buffer.from(text),
    })),
  );
const demo = (name: string) => ({
  name,
  text: readFileSync(`${ROOT}demo/${name}`, 'utf8'),
});

describe('an empty Corvat', () => {
  it.each([
    ['/bench', 'Begin with your robot.'],
    ['/route', 'No route yet.'],
    ['/program', 'No program yet.'],
    ['/table', 'Nothing to run yet.'],
    ['/verdict', 'Nothing to judge yet.'],
    ['/match', 'No match to plan yet.'],
  ])('says on %s what to do first and offers the demo', async (path, title) => {
    await open(path);
    await page.getByRole('heading', { name: title }).waitFor();
    await page.getByRole('button', { name: /^Load the demo/ }).waitFor();
  });

  it('takes a first robot by its name and shows its setup', async () => {
    await open('/bench');
    await page.getByLabel('Name of the robot').fill(LONG);
    await page.getByRole('button', { name: 'Describe it' }).click();
    await page.getByRole('heading', { name: `${LONG}, setup 1` }).waitFor();
    expect((await call<Robot[]>('GET', 'robots')).body.map(({ name }) => name)).toEqual([LONG]);
  });

  it('refuses the demo once something is there', async () => {
    const answer = await call<{ detail: string }>('POST', 'demo');
    expect([answer.status, answer.body.detail]).toEqual([
      409,
      'There are robots here already. The demo goes only into an empty Corvat.',
    ]);
  });
});

describe('the setup', () => {
  it('takes a number with another unit, says what changed and keeps the reason', async () => {
    const diameter = page.getByLabel(/^Wheel diameter/);
    await diameter.fill('6.24 cm');
    await diameter.press('Enter');
    await page.getByText('Why setup 2: 1 number changed').waitFor();
    const track = page.getByLabel(/^Track, wheel to wheel/);
    await track.fill('-5');
    await page.getByText(/Too small/).waitFor();
    await track.fill('118');
    await track.press('Enter');
    await page.getByLabel(/^Why setup 2/).fill(MARKUP);
    await page.getByRole('button', { name: 'Save as setup 2' }).click();
    await page.getByRole('heading', { name: /, setup 2$/ }).waitFor();
    await page.getByText(MARKUP).waitFor();
    await expect.poll(() => page.getByText(/^typed ± /).count()).toBe(2);
  });

  it('calculates between mm, motor degrees, rotations and turns of the robot', async () => {
    const calculator = page.getByRole('region', { name: 'Calculator' });
    await calculator.getByLabel('motor rotations').fill('2');
    await expect
      .poll(() => calculator.getByLabel('straight, mm').inputValue())
      .toBe((2 * Math.PI * 62.4).toFixed(1));
    await calculator.getByLabel('robot turns, both wheels').fill('90');
    // A quarter turn on the spot: each wheel rolls a quarter of the circle with the track across.
    await expect
      .poll(() => calculator.getByLabel('straight, mm').inputValue())
      .toBe(((Math.PI * 118) / 4).toFixed(1));
    await calculator.getByLabel('motor degrees').fill('x');
    await expect.poll(() => calculator.getByLabel('motor rotations').inputValue()).toBe('–');
  });

  it('can be put back before it is saved', async () => {
    const width = page.getByLabel(/^Width/);
    await width.fill('175');
    await width.press('Enter');
    await page.getByRole('button', { name: 'Put back' }).click();
    await expect.poll(() => width.inputValue()).toMatch(/^150/);
  });
});

describe('the turn bench', () => {
  it('needs trials, then speaks, and a struck reading stays but does not count', async () => {
    await page.getByRole('button', { name: /^Turn/ }).click();
    await page.getByRole('heading', { name: /^Turn a few times and measure/ }).waitFor();
    for (const [i, [stop, turned]] of [
      ['45', '51'],
      ['90', '95.8'],
      ['90', '96.3'],
      ['180', '186.1'],
      ['180', '240'],
    ].entries()) {
      await page.getByLabel(`stop at, °, reading ${i + 1}`).fill(stop!);
      await page.getByLabel(`rate, °/s, reading ${i + 1}`).fill('120');
      await page.getByLabel(`turned, °, reading ${i + 1}`).fill(turned!);
    }
    await page.getByRole('button', { name: 'Strike reading 5' }).click();
    await page
      .getByRole('heading', {
        name: /^The robot turns [56]\.\d° further than the stop, the same number of degrees/,
      })
      .waitFor();
    await page.getByText(/^stop at 8[34](\.\d)?°/).waitFor();
    await page.getByRole('button', { name: 'Keep the record' }).click();
    await page.getByRole('button', { name: 'Kept as record 1' }).waitFor();
    const [robot] = (await call<Robot[]>('GET', 'robots')).body;
    const records = await call<{ bench: { trials: { struck: string | null }[] } }[]>(
      'GET',
      `robots/${robot!.id}/bench-records`,
    );
    expect(records.body[0]!.bench.trials.map(({ struck }) => struck !== null)).toEqual([
      false,
      false,
      false,
      false,
      true,
    ]);
  });
});

describe('the files', () => {
  it('come in by choice, the good ones whole, the bad one with its place', async () => {
    await open('/files');
    await page.getByText('Choose files').waitFor();
    await choose(
      demo('robot.json'),
      { name: 'torn.json', text: '{\n  "corvat": "field",\n  oops' },
      demo('field.json'),
    );
    await page.getByText('Robot “Curlew” is here, with 2 setup revisions.').waitFor();
    await page.getByText(/^torn\.json: Line 3, column 3/).waitFor();
    await page.getByText('Field “Saltmarsh Watch” is here, with 4 models.').waitFor();
  });

  it('come in by being dropped', async () => {
    const route = demo('route-heron-hide.json');
    const data = await page.evaluateHandle(({ name, text }) => {
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], name));
      return transfer;
    }, route);
    const target = page.getByText('Drop files here').locator('..');
    await target.dispatchEvent('dragover', { dataTransfer: data });
    await target.dispatchEvent('drop', { dataTransfer: data });
    await page.getByText('Route “Heron Hide” is here, with 2 revisions.').waitFor();
  });

  it('say what must come first when a file hangs in the air', async () => {
    await choose(demo('runs.csv'));
    await page
      .getByText(/No route is called “Sluice, then Tide Gauge”\. Import it first/)
      .waitFor();
    await choose(demo('route-sluice-and-tide-gauge.json'), demo('runs.csv'));
    await page.getByText(/^runs\.csv: 46 runs are here/).waitFor();
    await choose(demo('runs.csv'));
    await page
      .getByText(/^runs\.csv: This file was taken in before: nothing was changed/)
      .waitFor();
  });

  it('go out again as open formats', async () => {
    await page.reload();
    const [saved] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'runs CSV' }).first().click(),
    ]);
    expect(saved.suggestedFilename()).toMatch(/\.runs\.csv$/);
  });
});

describe('a new route', () => {
  it('is laid from words that somebody sent', async () => {
    await open('/route?new');
    await page.getByLabel('Name', { exact: true }).fill('From a message');
    await page.getByRole('combobox', { name: /^Robot/ }).selectOption({ label: 'Curlew' });
    const words = page.getByLabel('The route in words');
    await words.fill('drive 30 cm; trn left; approach 8 cm');
    await page.getByText('“trn” is no move. Did you mean “turn”?').waitFor();
    await words.fill('drive 30 cm; turn left; approach 8 cm');
    await page.getByRole('button', { name: 'Start the route' }).click();
    await page.getByRole('button', { name: /^Move 3: Approach to 80 mm/ }).waitFor();
  });

  it('is named, laid by keys and measured, with a name that is long and looks like markup', async () => {
    await open('/route?new');
    await page.getByLabel('Name', { exact: true }).fill(MARKUP);
    await page.getByRole('combobox', { name: /^Robot/ }).selectOption({ label: 'Curlew' });
    await page.getByRole('button', { name: 'Start the route' }).click();
    await page.getByText('No moves yet.').waitFor();
    for (const key of ['d', 't', 'a']) await page.keyboard.press(key);
    await page.getByRole('button', { name: /^Move 3: Approach to 100 mm/ }).waitFor();
    await page.keyboard.press('k');
    await page.getByLabel('Measured at').selectOption({ label: 'Seed Bank' });
    await page.getByRole('button', { name: /^Move 4: Checkpoint Seed Bank/ }).waitFor();
    await page.keyboard.press('s');
    await page.getByLabel('Why this revision').fill(MARKUP);
    await page.getByRole('button', { name: 'Save revision 2' }).click();
    await page.getByText('Save as rev 3').waitFor();
    const routes = (await call<Route[]>('GET', 'routes')).body;
    const made = routes.find(({ name }) => name === MARKUP)!;
    expect(made.revision.plan.moves.map(({ kind }) => kind)).toEqual([
      'drive',
      'turn',
      'approach',
      'checkpoint',
    ]);
    for (const path of ['bench', 'route', 'program', 'table', 'verdict', 'files']) {
      await goToRest(page, `${application.address}/${path}?route=${made.id}`);
      expect(await page.title()).toMatch(/ · Corvat$/);
      expect(await page.locator('img').count()).toBe(0);
    }
  });

  it('asks at the table for a session first, and at the verdict for runs', async () => {
    await open('/verdict');
    await page.getByRole('heading', { name: 'No runs yet.' }).waitFor();
    await open('/table');
    await page.getByRole('heading', { name: 'Run 1' }).waitFor();
  });

  it('left no error in the console', () => {
    // A refused import is an answer with an error status, which the browser logs.
    expect(faults.filter((fault) => !/status of (409|422)/.test(fault))).toEqual([]);
  });
});
