import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FilmedRun } from '../../src/commands/film.ts';
import type { Run } from '../../src/contracts/practices.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { SeenOfRun } from '../../src/contracts/seen.ts';
import { caller } from '../api/client.ts';
import { freshApplication, ROOT, type Application } from '../application.ts';
import { filmOf } from '../film.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

const DATA = '.test/camera-page';
/** One run, and a second and more after it. */
const SECONDS = 13;

let application: Application;
let browser: Browser;
let page: Page;
let faults: string[];
let call: ReturnType<typeof caller>;
let route: Route;
let filmed: FilmedRun;
let file: string;

beforeAll(async () => {
  application = await freshApplication(DATA);
  call = caller(application.address);
  route = (await call<Route[]>('GET', 'routes')).body.find(({ name }) => name === 'Heron Hide')!;
  const film = await filmOf(application.address, route.id, DATA, SECONDS);
  [filmed] = film.runs as [FilmedRun];
  file = film.file;
  browser = await openBrowser(...film.cameraOf);
  ({ page, faults } = await openPage(browser));
}, 240_000);
afterAll(async () => {
  await browser.close();
  await application.stop();
});

const runsOf = async () =>
  (await call<Run[]>('GET', `runs?route=${route.id}`)).body.filter(({ note }) =>
    note.startsWith('Measured by camera'),
  );

describe('a camera over the table', () => {
  it('logs a run by itself, with where it ended and what each move did', async () => {
    await goToRest(page, `${application.address}/table?route=${route.id}`);
    await page.getByRole('button', { name: 'Camera (C)' }).click();
    await page.getByRole('button', { name: 'A camera of this device' }).click();
    await page.getByText('4 of 4 table tags').waitFor();
    await page.getByRole('heading', { name: /^Run \d+ measured: (hit|miss)\.$/ }).waitFor();
    // A run of which too few pictures came has no place at its checkpoint. The film begins anew when it is over, and
    // the next one has.
    const measured = async () =>
      (await runsOf()).filter(({ measurements }) => measurements.length === 1);
    await expect.poll(async () => (await measured()).length).toBeGreaterThan(0);
    const [run] = await measured();
    expect(run!.seconds).toBeGreaterThan(1);
    const seen = async () =>
      (await call<SeenOfRun[]>('GET', `runs/seen?revision=${route.revision.id}`)).body.find(
        ({ runId }) => runId === run!.id,
      );
    await expect.poll(seen).toBeDefined();
    const first = await seen();
    expect(first!.source).toBe('camera');
    // The film was drawn from a robot whose true place is known.
    const { end } = first!.seen;
    expect(Math.hypot(end.x - filmed.x_mm, end.y - filmed.y_mm)).toBeLessThan(4);
    expect(first!.seen.moves.map(({ moveId }) => moveId)).toContain('m2');
  });

  it('shows the moves beside what it sees, and takes the run back by one key', async () => {
    await page.getByRole('region', { name: 'Move by move' }).waitFor();
    await page.getByRole('button', { name: 'Stop the camera' }).click();
    const before = (await runsOf()).length;
    await page.keyboard.press('u');
    await expect.poll(async () => (await runsOf()).length).toBe(before - 1);
  });

  it('tells a photo by its tags, without a press on it', async () => {
    const film = readFileSync(file);
    // A picture of a film of JPEG pictures goes from one beginning to the next.
    const begins = [...film.toString('latin1').matchAll(/\xff\xd8\xff/g)].map(({ index }) => index);
    const standing = Math.round((filmed.stands_s + 1) * 20);
    const photo = film.subarray(begins[standing], begins[standing + 1]);
    await page.getByRole('button', { name: 'Back to the card' }).click();
    await page.locator('input[type=file][accept*=jpeg]').last().setInputFiles({
      name: 'run.jpg',
      mimeType: 'image/jpeg',
      buffer: photo,
    });
    await page.getByText(/^Measured by its tags, ± .* the zone\.$/).waitFor();
    // The mark stands on the card, ready for hit or miss.
    expect(await page.getByRole('button', { name: 'Hit', exact: true }).isEnabled()).toBe(true);
  });

  it('has words for a photo without tags', async () => {
    await goToRest(page, `${application.address}/table?route=${route.id}`);
    await page
      .locator('input[type=file][accept*=jpeg]')
      .last()
      .setInputFiles({
        name: 'none.png',
        mimeType: 'image/png',
        buffer: readFileSync(join(ROOT, 'docs/screenshots/table.png')),
      });
    await page.getByText('No tags in this photo. Measure by pressing on it').waitFor();
  });
});

describe('a bench by camera', () => {
  it('has its reading when the robot has driven as asked, and takes it back by one key', async () => {
    await goToRest(page, `${application.address}/bench#wheels`);
    const walk = page.getByRole('region', { name: 'One at a time' });
    await walk.getByText('Reading 9').waitFor();
    await page.keyboard.press('c');
    await walk.getByRole('button', { name: 'The practice camera' }).click();
    // It is put down, drives, and is taken away again: half a minute where much else goes on.
    await walk.getByText(/It came 5\d\d\.\d\smm ahead\./).waitFor({ timeout: 240_000 });
    const ahead = page.getByLabel('ahead, mm, reading 9', { exact: true });
    expect(Math.abs(Number(await ahead.inputValue()) - 503)).toBeLessThan(12);
    await walk.getByText('Camera and tags').click();
    await walk.getByRole('button', { name: 'Stop the camera' }).click();
    const last = async () => (await walk.getByText(/^Reading \d+$/).innerText()).slice(8);
    const before = Number(await last());
    await page.keyboard.press('u');
    await expect.poll(last).toBe(String(before - 1));
  }, 300_000);

  it('says what no camera sees before the battery’s', async () => {
    await goToRest(page, `${application.address}/bench#battery`);
    const walk = page.getByRole('region', { name: 'One at a time' });
    await walk.getByLabel('battery, V', { exact: true }).fill('');
    await page.getByRole('button', { name: 'By camera (C)' }).click();
    await walk.getByRole('button', { name: 'The practice camera' }).click();
    await walk.getByText('Write this down first, no camera sees it: battery.').waitFor();
    await walk.getByLabel('battery, V', { exact: true }).fill('7.4');
    await walk.getByText('Write this down first').waitFor({ state: 'detached' });
  });
});

describe('what the demo’s camera saw', () => {
  it('stands in the error budget, in what was learned, and in the story', async () => {
    await goToRest(page, `${application.address}/route?route=${route.id}`);
    await page.getByRole('tab', { name: 'Spread' }).click();
    await page.getByRole('heading', { name: 'What the camera saw of it' }).waitFor();
    await page
      .getByText(/^\d\.?\d? × \(\d\.?\d? to \d\.?\d?\)$/)
      .first()
      .waitFor();
    await goToRest(page, `${application.address}/verdict?route=${route.id}`);
    await page.getByRole('tab', { name: 'Robot' }).click();
    await page.getByText(/of them seen move by move/).waitFor();
    await goToRest(page, `${application.address}/story?route=${route.id}`);
    const chapter = page.getByRole('cell', {
      name: /By camera, 1\d runs: Move 4, .* every run\.$/,
    });
    await chapter.waitFor();
  });
});

describe('what a hub printed', () => {
  it('goes to the run that it belongs to, and stands in the verdict', async () => {
    const robot = (await call<Robot[]>('GET', 'robots')).body[0]!;
    const sign = robot.setup.setup.gyro.rightPositive ? -1 : 1;
    const told = [
      `{"t_s": 1, "heading_deg": 0, "left_deg": 0, "right_deg": 0, "event": "start"}`,
      `{"t_s": 3, "heading_deg": 0, "left_deg": 920, "right_deg": 920, "event": "end m1"}`,
      `{"t_s": 4, "heading_deg": ${sign * 90}, "left_deg": 740, "right_deg": 1100, "event": "end m2"}`,
    ].join('\n');
    await goToRest(page, `${application.address}/table?route=${route.id}`);
    await page.getByText('What the hub printed').click();
    await page.getByText('Type or paste lines').click();
    await page.getByRole('textbox', { name: 'Lines of telemetry' }).fill(told);
    await page.getByRole('button', { name: 'Read these lines' }).click();
    await page.getByText('2 moves in 3 s').waitFor();
    await page.getByRole('button', { name: /^Keep it with run \d+$/ }).click();
    await page.getByText('What its moves did stands in the verdict').waitFor();
    await goToRest(page, `${application.address}/verdict?route=${route.id}`);
    await page.getByRole('tab', { name: 'Moves' }).click();
    await page.getByRole('region', { name: 'Move by move' }).waitFor();
  });
});

it('nothing went wrong on any of these sheets', () => expect(faults).toEqual([]));
