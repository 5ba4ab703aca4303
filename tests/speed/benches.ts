import { writeFileSync } from 'node:fs';
import type { Browser } from 'playwright-core';
import type { BenchRecord } from '../../src/contracts/bench.ts';
import type { OpenedLink } from '../../src/contracts/link.ts';
import type { Robot } from '../../src/contracts/records.ts';
import { gyroRest } from '../../src/core/benches/rest/gyroRest.ts';
import { stillLogOf } from '../../src/core/benches/logs.ts';
import { normal } from '../../src/core/mathematics/randomness.ts';
import type { Acknowledgement } from '../../src/core/telemetry/acknowledgement.ts';
import { readRecording } from '../../src/core/telemetry/recording.ts';
import { caller } from '../api/client.ts';
import { longestTask, pageTime, watchLongTasks } from './longTasks.ts';
import { percentile, type Line } from './table.ts';

const ROBOTS = 10;
const SECONDS = 60;
const LINES_A_SECOND = 100;
const BATCHES_A_SECOND = 10;

/** A still log as text: drift, walk, noise and steps of 0.1°. */
function stillText(rows: number): string {
  const draw = normal(1, 1, 1);
  let angle = 0;
  const lines = ['t_s,heading_deg'];
  for (let i = 0; i < rows; i++) {
    angle += 0.0002 + 0.002 * draw();
    lines.push(
      `${(i * 0.01).toFixed(2)},${(Math.round(10 * (angle + 0.05 * draw())) / 10).toFixed(1)}`,
    );
  }
  return `${lines.join('\n')}\n`;
}

/** The analysis of a still log of ten minutes. */
export function stillLogAnalysis(): Line[] {
  const log = stillLogOf(readRecording(stillText(60_000)), true)!;
  gyroRest(log);
  const times = Array.from({ length: 7 }, () => {
    const from = performance.now();
    gyroRest(log);
    return performance.now() - from;
  });
  return [
    {
      what: 'a still log of 60,000 lines analysed, with its Allan deviation',
      measured: `${percentile(times, 0.5).toFixed(0)} ms`,
      aim: 'under 300 ms',
    },
  ];
}

/** A file of a million lines: read, and then analysed, packed and kept on the server. */
export async function millionLines(browser: Browser, address: string): Promise<Line[]> {
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
  await page.getByRole('progressbar').waitFor();
  await page.getByRole('progressbar').waitFor({ state: 'detached', timeout: 120_000 });
  const read = performance.now() - from;
  await page.getByText('Kept as record 1.').waitFor({ timeout: 120_000 });
  const kept = performance.now() - from;
  const longest = await longestTask(page, since);
  const records = (await call<BenchRecord[]>('GET', `robots/${id}/bench-records`)).body;
  const lines = records[0]?.bench.kind === 'rest' ? records[0].bench.found.samples : 0;

  await input.setInputFiles(file);
  await page.getByRole('button', { name: /^Cancel, \d+ % read/ }).click();
  const cancelled = performance.now();
  await page.getByRole('progressbar').waitFor({ state: 'detached' });
  const stopped = performance.now() - cancelled;
  await page.close();
  return [
    {
      what: `a file of ${lines} lines, choice to read`,
      measured: `${(read / 1000).toFixed(1)} s`,
      aim: 'under 6 s',
    },
    {
      what: 'the same, choice to analysed, packed and kept',
      measured: `${(kept / 1000).toFixed(1)} s`,
      aim: '',
    },
    { what: 'longest task of the page meanwhile', measured: longest, aim: 'none over 50 ms' },
    { what: 'cancel, press to stopped', measured: `${stopped.toFixed(0)} ms`, aim: '' },
  ];
}

/** Ten robots that send for a minute, with a page that follows one of them. */
export async function tenRobots(browser: Browser, address: string): Promise<Line[]> {
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
  return [
    {
      what: `lines of ${ROBOTS} robots, ${LINES_A_SECOND} a second each for ${SECONDS} s, that arrived`,
      measured: `${arrived} of ${ROBOTS * SECONDS * LINES_A_SECOND}${clean ? ', in order' : ', NOT in order'}`,
      aim: 'all',
    },
    {
      what: 'answer to a tenth of a second of lines, median and 95th percentile',
      measured: `${percentile(answers, 0.5).toFixed(0)}, ${percentile(answers, 0.95).toFixed(0)} ms`,
      aim: '',
    },
    {
      what: 'lines that the page of one robot shows',
      measured: /(\d+)\s+arrived/.exec(shown)?.[1] ?? 'none',
      aim: String(SECONDS * LINES_A_SECOND),
    },
    { what: 'longest task of that page meanwhile', measured: longest, aim: 'none over 50 ms' },
  ];
}
