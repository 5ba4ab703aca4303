import { truncateSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { BenchRecord } from '../../src/contracts/bench.ts';
import type { BenchOf } from '../../src/core/benches/index.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { TelemetryRecord } from '../../src/core/telemetry/documents.ts';
import { caller } from '../api/client.ts';
import { ROOT } from '../application.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);
let browser: Browser;
let page: Page;
let faults: string[] = [];
let robot: Robot;

beforeAll(async () => {
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
  robot = (await call<Robot>('POST', 'robots', { name: 'Whimbrel' })).body;
});
afterAll(() => browser.close());

const records = async () =>
  (await call<BenchRecord[]>('GET', `robots/${robot.id}/bench-records`)).body;
const newestRest = async () =>
  (await records())
    .filter((record) => record.bench.kind === 'rest')
    .map((record) => record.bench as BenchOf<'rest'>)[0];
const heading = () => page.getByRole('heading', { level: 1 }).innerText();
const press = (name: string | RegExp) => page.getByRole('button', { name }).first().click();

describe('the gyro at rest, on the practice robot', () => {
  it('finds a touched boot unfit and offers the remedies, quickest first', async () => {
    await page.goto(`${address}/bench?robot=${robot.id}#rest`);
    await press('Use the practice robot');
    await page.getByText('waiting for lines').waitFor();
    await press('Boot while touched');
    // The rate is shown for a second only; what has arrived stays.
    await page.getByText(/^[1-9]\d* arrived$/).waitFor();
    await press('Check the gyro');
    await page.getByRole('heading', { name: /^Hands off: \d+ of 30 s/ }).waitFor();
    await page
      .getByRole('heading', { name: /^The gyro drifts .* more than one that is well/ })
      .waitFor();
    await expect.poll(async () => (await newestRest())?.fitness).toBe('not fit');
    const rest = (await newestRest())!;
    expect(rest.found.lost).toBe(0);
    expect(rest.found.samples).toBeGreaterThan(2900);
    await expect
      .poll(() => page.locator('[data-station="Bench"]').innerText(), { timeout: 1000 })
      .toBe('gyro not fit, checked just now');
  });

  it('notes what was tried, by key, and checks again until the gyro is fit', async () => {
    // The ladder changes with the record: the next untried remedy is chosen by itself.
    for (let attempt = 0; attempt < 8; attempt++) {
      const before = (await records()).length;
      await page.keyboard.press('d');
      await expect.poll(async () => (await records()).length, { timeout: 30_000 }).toBe(before + 1);
      if ((await newestRest())?.fitness === 'fit') break;
      await page.getByText('tried, no').first().waitFor();
    }
    const rest = (await newestRest())!;
    expect(rest.fitness).toBe('fit');
    expect(rest.tried).not.toBeNull();
    expect(rest.tried!.seconds).toBeGreaterThan(1);
    await expect.poll(heading).toMatch(/^The gyro holds still/);
    await page.reload();
    await page.getByText(/gyro fit, checked .* ago/).waitFor();
    await expect.poll(heading).toMatch(/^The gyro holds still/);
  });

  it('voids the stretch in which somebody leaned on the table', async () => {
    const check = page.getByRole('button', { name: 'Check the gyro' });
    await page.getByText('waiting for lines').waitFor();
    await check.click();
    await page.getByRole('heading', { name: /^Hands off/ }).waitFor();
    await press('Lean on the table');
    await page.getByText(/Something moved once; that stretch does not count/).waitFor();
    await expect.poll(async () => (await newestRest())!.found.moved.length).toBe(1);
    const { found, fitness } = (await newestRest())!;
    expect(found.stillFor).toBeLessThan(found.lasted - 0.5);
    expect(fitness).toBe('fit');
  });

  it('keeps the raw readings: the telemetry comes back line by line', async () => {
    const { telemetry, found } = (await newestRest())!;
    const recording = (await call<TelemetryRecord>('GET', `telemetry/${telemetry}`)).body;
    expect(recording.rows).toBe(found.samples);
    expect(recording.arrived.toSorted()).toEqual(
      recording.columns.map(({ name }) => name).toSorted(),
    );
  });

  it('takes typed lines too, and refuses what is no rest with a sentence', async () => {
    await page.getByText('Type or paste lines').click();
    const lines = page.getByLabel('Lines of telemetry');
    await lines.fill('t_s,heading_deg\n0,0\n1,zwei\n');
    await press('Read these lines');
    await page.getByText('Line 3: heading_deg: “zwei” is not a number.').waitFor();
    const huge = join(ROOT, '.test', 'huge.csv');
    writeFileSync(huge, 't_s,heading_deg\n');
    truncateSync(huge, 200_000_000);
    await page.locator('input[type=file]').first().setInputFiles(huge);
    await page.getByText('“huge.csv” has 200 MB; up to 150 MB can be read at once.').waitFor();
    await lines.fill('t_s,heading_deg\n0,0.0\n10,0.1\n20,0.1\n30,0.3\n40,0.4\n');
    await press('Read these lines');
    await expect.poll(async () => (await newestRest())!.found.samples).toBe(5);
  });
});

describe('the range bench, on the practice robot', () => {
  it('reads three sensors against the tape and names the odd one', async () => {
    await page.goto(`${address}/bench?robot=${robot.id}#range`);
    await page.getByText('waiting for lines').waitFor();
    await press('Hold the tape at eight distances');
    await page.getByRole('heading', { name: /^Sensor “range3” is the odd one/ }).waitFor();
    await expect.poll(() => page.getByLabel('tape, mm, reading 48').inputValue()).toBe('800');
    await page.getByText('stop when it reads less than').waitFor();
  });

  it('strikes a reading with a reason, which stays', async () => {
    await page.getByRole('button', { name: 'Strike reading 1', exact: true }).click();
    await page.getByLabel('Why reading 1 does not count').fill('tape slipped');
    await press('Use in the setup');
    await page.getByText(/Setup \d+ uses record \d+/).waitFor();
    const kept = (await records())[0]!.bench as BenchOf<'range'>;
    expect(kept.kind).toBe('range');
    expect(kept.trials[0]!.struck).toBe('tape slipped');
    expect(kept.trials.map(({ tape }) => tape)).toEqual(
      [100, 150, 200, 300, 400, 500, 600, 800].flatMap((tape) => Array(6).fill(tape) as number[]),
    );
    const { setup } = (await call<Robot>('GET', `robots/${robot.id}`)).body;
    expect(setup.sources['range.offset']).toMatchObject({ kind: 'bench' });
    expect(Math.abs(setup.setup.range.offset)).toBeLessThan(15);
  });

  it('takes a pasted table, and refuses one with a wrong unit or a missing column', async () => {
    await press('Measure anew');
    const input = page.locator('input[type=file]').first();
    const file = (text: string) => ({
      name: 'tape.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(text),
    });
    await input.setInputFiles(file('unit,tape_volts,reading_mm,incidence_deg\na,1,2,0\n'));
    await page.getByText(/“volts” is no unit for this: write tape_mm/).waitFor();
    await input.setInputFiles(file('unit,reading_mm,incidence_deg\na,2,0\n'));
    await page.getByText(/column “tape_mm”: this column is missing/).waitFor();
    await input.setInputFiles(file('unit;tape_cm;reading_mm;incidence_deg\na;10;101,5;0\n'));
    await page.getByText(/write 101.5 with a point, not a comma/).waitFor();
    await input.setInputFiles(
      file('unit,tape_cm,reading_mm,incidence_deg\na,10,104,0\na,20,204,0\na,30,304,0\n'),
    );
    await page.getByRole('heading', { name: /“a” reads 4 mm too much/ }).waitFor();
  });

  it('left no error in the console', () => expect(faults).toEqual([]));
});
