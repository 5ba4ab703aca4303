import { writeFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import type { BenchRecord } from '../../src/contracts/bench.ts';
import type { OpenedLink } from '../../src/contracts/link.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Acknowledgement } from '../../src/core/telemetry/acknowledgement.ts';
import { caller } from '../api/client.ts';
import { longestTask, pageTime, watchLongTasks } from './longTasks.ts';
import { figure, median, percentile, type Figure } from './figure.ts';
import { stillText } from './stillText.ts';

const ROBOTS = 10;
const SECONDS = 60;
const LINES_A_SECOND = 100;
const BATCHES_A_SECOND = 10;

/** A file of a million lines: read, and then analysed, packed and kept on the server. */
export async function millionLines(browser: Browser, address: string): Promise<Figure[]> {
  const call = caller(address);
  const { id } = (await call<Robot>('POST', 'robots', { name: 'Million' })).body;
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await watchLongTasks(page);
  await page.goto(`${address}/bench?robot=${id}#rest`);
  const input = page.locator('input[type=file]').first();
  await input.waitFor({ state: 'attached' });
  const file = '.test/million.csv';
  writeFileSync(file, stillText(1_000_000));
  await page.waitForTimeout(1500);
  const since = await pageTime(page);
  const from = performance.now();
  await input.setInputFiles(file);
  await page.locator('progress').waitFor();
  await page.locator('progress').waitFor({ state: 'detached', timeout: 120_000 });
  const read = performance.now() - from;
  await page.getByText('Kept as record 1.').waitFor({ timeout: 120_000 });
  const kept = performance.now() - from;
  const longest = await longestTask(page, since);
  const records = (await call<BenchRecord[]>('GET', `robots/${id}/bench-records`)).body;
  const lines = records[0]?.bench.kind === 'rest' ? records[0].bench.found.samples : 0;

  await input.setInputFiles(file);
  await page.locator('button', { hasText: /^Cancel, \d+ % read/ }).click();
  const cancelled = performance.now();
  await page.locator('progress').waitFor({ state: 'detached' });
  const stopped = performance.now() - cancelled;
  await page.close();
  const what = `a file of ${lines} lines`;
  return [
    figure(`${what}, choice to read`, read / 1000, 's', 'under 6 s'),
    figure(`${what}, choice to analysed, packed and kept`, kept / 1000, 's'),
    figure('longest task of the page meanwhile', longest, 'ms', 'none over 50 ms', 0),
    figure('cancel, press to stopped', stopped, 'ms', '', 0),
  ];
}

/** Ten robots that send for a minute, with a page that follows one of them. */
export async function tenRobots(browser: Browser, address: string): Promise<Figure[]> {
  const call = caller(address);
  const { id } = (await call<Robot>('POST', 'robots', { name: 'Ten' })).body;
  const links = await Promise.all(
    Array.from({ length: ROBOTS }, async () => {
      const content = { robotId: id, name: 'hub', practice: false };
      return (await call<OpenedLink>('POST', 'links', content)).body;
    }),
  );
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await watchLongTasks(page);
  // The page follows the newest link, draws its trace, and counts its lines.
  await page.goto(`${address}/bench?robot=${id}#rest`);
  await page.getByText('waiting for lines').waitFor();
  await page.getByText('600', { exact: true }).click();
  await page.getByRole('button', { name: /^Check the gyro/ }).click();
  await page.waitForTimeout(1000);
  const since = await pageTime(page);
  const answers: number[] = [];
  const send = async ({ token }: OpenedLink) => {
    let n = 0;
    const begun = performance.now();
    for (let batch = 0; batch < SECONDS * BATCHES_A_SECOND; batch++) {
      const due = begun + (batch * 1000) / BATCHES_A_SECOND;
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, due - performance.now())));
      const body = Array.from({ length: LINES_A_SECOND / BATCHES_A_SECOND }, () => {
        n++;
        return `{"n":${n},"t_s":${(n / 100).toFixed(2)},"heading_deg":${(n % 7) / 10},"rate_dps":0.1,"left_deg":0,"right_deg":0,"battery_v":7.9}\n`;
      }).join('');
      const from = performance.now();
      await fetch(`${address}/api/v1/link/${token}`, { method: 'POST', body });
      answers.push(performance.now() - from);
    }
  };
  await Promise.all(links.map(send));
  await page.waitForTimeout(1000);
  const longest = await longestTask(page, since);
  const shown = await page.getByLabel('Lines of this link').innerText();
  await page.close();
  const receipts = await Promise.all(
    links.map(
      async ({ token }) =>
        (await call<{ receipt: Acknowledgement }>('GET', `link/${token}`)).body.receipt,
    ),
  );
  const arrived = receipts.reduce((sum, receipt) => sum + receipt.arrived, 0);
  const clean = receipts.every(({ gaps, late, doubled }) => gaps.length + late + doubled === 0);
  const sent = ROBOTS * SECONDS * LINES_A_SECOND;
  const seen = Number(/(\d+)\s+arrived/.exec(shown)?.[1] ?? 0);
  return [
    figure(
      `of ${sent} lines of ${ROBOTS} robots lost or out of order`,
      clean ? sent - arrived : sent,
      'lines',
      'none',
      0,
    ),
    figure('answer to a tenth of a second of lines, median', median(answers), 'ms', '', 0),
    figure('the same, 95th', percentile(answers, 0.95), 'ms', '', 0),
    figure(
      'lines that the page of one robot does not show',
      SECONDS * LINES_A_SECOND - seen,
      'lines',
      'none',
      0,
    ),
    figure('longest task of that page meanwhile', longest, 'ms', 'none over 50 ms', 0),
  ];
}
