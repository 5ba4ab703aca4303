/**
 * `npm run speed`: measures what must be quick and prints a table. Nothing is asserted, because
 * machines are shared and noisy; each line names its aim so that a person can judge.
 */
import { readFileSync, rmSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { cpus } from 'node:os';
import { gzipSync } from 'node:zlib';
import type { Browser, Page } from 'playwright-core';
import { FIELD } from '../../demo/field.ts';
import { readJsonFile, type RobotFile, type RouteFile } from '../../src/core/formats/files.ts';
import type { Session } from '../../src/contracts/records.ts';
import { emptyForecast, simulateRuns } from '../../src/core/simulation/forecast.ts';
import { budgetBand } from '../../src/core/analysis/budget/band.ts';
import { budgetOf, type StepModels } from '../../src/core/analysis/budget/budget.ts';
import { nominalRun, type Experiment } from '../../src/core/simulation/run.ts';
import { startApplication } from '../application.ts';
import { goToRest, openBrowser } from '../browser.ts';
import { besideC } from './cReference.ts';
import { millionLines, stillLogAnalysis, tenRobots } from './benches.ts';
import { demoRoute, get, placeOfDemo } from './demoData.ts';
import { longestTask, pageTime, watchLongTasks } from './longTasks.ts';
import { manyClients, seasonViews } from './season.ts';
import { percentile, type Line } from './table.ts';

const RUNS = 500;
const CLIENTS = 20;
const RUNS_PER_CLIENT = 30;

const DATA = '.test/speed';

function demoExperiment(): Experiment {
  const read = (name: string) =>
    readJsonFile(readFileSync(new URL(`../../demo/${name}`, import.meta.url), 'utf8'));
  const robot = read('robot.json') as RobotFile;
  const route = read('route-sluice-and-tide-gauge.json') as RouteFile;
  const setup = robot.setups.at(-1)!.setup;
  const { plan } = route.revisions.at(-1)!;
  return { plan, field: FIELD, estimated: setup, trueParameters: setup };
}

/** Simulation alone: time of 500 runs, and what each tick of the program's loop leaves on the heap. */
function simulation(): Line[] {
  const experiment = demoExperiment();
  const forecast = emptyForecast(experiment, 1, RUNS);
  simulateRuns(experiment, forecast, 0, RUNS);
  const times: number[] = [];
  for (let round = 0; round < 5; round++) {
    const from = performance.now();
    simulateRuns(experiment, forecast, 0, RUNS);
    times.push(performance.now() - from);
  }
  const ticks =
    forecast.durations.reduce((sum, time) => sum + time, 0) /
    experiment.estimated.program.loopPeriod;
  // The young generation is large enough for no collection to hide anything; see the npm script.
  globalThis.gc?.();
  const before = process.memoryUsage().heapUsed;
  simulateRuns(experiment, forecast, 0, RUNS);
  const bytes = process.memoryUsage().heapUsed - before;
  return [
    {
      what: `${RUNS} runs of the demo route, core alone`,
      measured: `${percentile(times, 0.5).toFixed(0)} ms`,
      aim: 'under 1000 ms',
    },
    {
      what: 'heap left behind by a tick of the loop',
      measured: `${(bytes / ticks).toFixed(1)} bytes`,
      aim: 'as good as 0',
    },
  ];
}

/** What a drag of a move asks for: path and band of the whole route, one move being new each time. */
function budgetOfADrag(): Line[] {
  const experiment = demoExperiment();
  const known: StepModels = new Map();
  const times: number[] = [];
  for (let i = 0; i < 60; i++) {
    const moves = experiment.plan.moves.map((move) =>
      move.kind === 'drive' && move.id === 'm3' ? { ...move, distance: move.distance + i } : move,
    );
    const dragged = { ...experiment, plan: { ...experiment.plan, moves } };
    const from = performance.now();
    const nominal = nominalRun(dragged);
    budgetBand(budgetOf(dragged, known), nominal, dragged.estimated.body);
    times.push(performance.now() - from);
  }
  return [
    {
      what: 'path and band of the demo route while a move is dragged, median and 95th',
      measured: `${percentile(times, 0.5).toFixed(1)} and ${percentile(times, 0.95).toFixed(1)} ms`,
      aim: 'under 16 ms',
    },
  ];
}

/** 20,000 runs of the demo route over all cores of the browser. */
async function largeForecast(browser: Browser, address: string): Promise<Line[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const route = await demoRoute(address);
  await goToRest(page, `${address}/route?route=${route.id}`);
  await page.getByRole('tab', { name: 'Spread' }).click();
  await page.getByText('20,000', { exact: true }).click();
  const from = performance.now();
  await page.getByRole('button', { name: 'Forecast 20000 runs' }).click();
  await page.getByText(/of 20000 simulated runs/).waitFor({ timeout: 180_000 });
  const seconds = (performance.now() - from) / 1000;
  await page.close();
  return [
    {
      what: '20,000 runs of the demo route over all cores, press to result',
      measured: `${seconds.toFixed(1)} s`,
      aim: 'under 15 s on two cores',
    },
  ];
}

/** The same in the browser's worker, from the press of the button, and what the page felt of it. */
async function forecastInBrowser(browser: Browser, address: string): Promise<Line[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await watchLongTasks(page);
  const route = await demoRoute(address);
  await goToRest(page, `${address}/route?route=${route.id}`);
  const forecast = page.getByRole('button', { name: `Forecast ${RUNS} runs` });
  await forecast.waitFor();
  await page.waitForTimeout(2000);
  const times: number[] = [];
  const from = await pageTime(page);
  for (let round = 0; round < 3; round++) {
    const pressed = performance.now();
    await forecast.click();
    await page.getByRole('button', { name: /^Cancel/ }).waitFor();
    await forecast.waitFor();
    times.push(performance.now() - pressed);
  }
  await page.waitForTimeout(500);
  const longest = await longestTask(page, from);
  await page.close();
  return [
    {
      what: `${RUNS} runs in the browser's worker, press to picture`,
      measured: `${percentile(times, 0.5).toFixed(0)} ms`,
      aim: 'under 1000 ms',
    },
    {
      what: 'longest task of the page meanwhile',
      measured: longest,
      aim: 'none over 50 ms',
    },
  ];
}

/** The answer to logging a run, with several clients at it at once. */
async function loggingRuns(address: string): Promise<Line[]> {
  const sessions = await get<Session[]>(address, 'sessions');
  const place = { ...(await placeOfDemo(address)), sessionId: sessions[0]!.id };
  const logOne = async () => {
    const from = performance.now();
    const answer = await fetch(`${address}/api/v1/runs/${randomUUID()}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        ...place,
        happenedAt: new Date().toISOString(),
        measurements: [{ checkpointId: 'tide-gauge', along: 3, left: -4, turned: 0.02 }],
        outcomes: [{ modelId: 'tide-gauge', hit: true }],
      }),
    });
    await answer.text();
    if (answer.status !== 201) throw new Error(`A run was answered with ${answer.status}.`);
    return performance.now() - from;
  };
  const client = async () => {
    const times: number[] = [];
    for (let i = 0; i < RUNS_PER_CLIENT; i++) {
      times.push(await logOne());
      // A run every second is thirty times what a table can do.
      await new Promise((resolve) => setTimeout(resolve, 500 + 1000 * Math.random()));
    }
    return times;
  };
  for (let i = 0; i < 50; i++) await logOne();
  const times = (await Promise.all(Array.from({ length: CLIENTS }, client))).flat();
  return [
    {
      what: `logging a run, ${CLIENTS} clients at one a second, median`,
      measured: `${percentile(times, 0.5).toFixed(1)} ms`,
      aim: '',
    },
    {
      what: `logging a run, ${CLIENTS} clients at one a second, 95th percentile`,
      measured: `${percentile(times, 0.95).toFixed(1)} ms`,
      aim: 'under 30 ms',
    },
    {
      what: 'for comparison, a bare request that writes nothing, 95th percentile',
      measured: `${(await bareRequests(address)).toFixed(1)} ms`,
      aim: '',
    },
  ];
}

/** What the machine takes for an answer without any work behind it, under the same load. */
async function bareRequests(address: string): Promise<number> {
  const client = async () => {
    const times: number[] = [];
    for (let i = 0; i < 15; i++) {
      const from = performance.now();
      await (await fetch(`${address}/mark.svg`)).text();
      times.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 500 + 1000 * Math.random()));
    }
    return times;
  };
  return percentile((await Promise.all(Array.from({ length: CLIENTS }, client))).flat(), 0.95);
}

/** All scripts that the Table page fetches, as they would travel compressed. */
async function tableScripts(browser: Browser, address: string): Promise<Line[]> {
  const page: Page = await browser.newPage({ viewport: { width: 1024, height: 768 } });
  const sizes: Promise<number>[] = [];
  page.on('response', (response) => {
    if (response.request().resourceType() !== 'script') return;
    sizes.push(response.body().then((body) => gzipSync(body).length));
  });
  await goToRest(page, `${address}/table`);
  const total = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0);
  await page.close();
  return [
    {
      what: 'scripts of the Table page, gzipped',
      measured: `${(total / 1000).toFixed(0)} kB`,
      aim: 'under 130 kB',
    },
  ];
}

rmSync(DATA, { recursive: true, force: true });
const lines = [...simulation(), ...besideC(), ...budgetOfADrag(), ...stillLogAnalysis()];
await (await startApplication(DATA)).stop();
const startedAt = performance.now();
const application = await startApplication(DATA);
lines.push({
  what: 'a second start, to the first answered request',
  measured: `${((performance.now() - startedAt) / 1000).toFixed(1)} s`,
  aim: 'under 4 s',
});
const browser = await openBrowser();
try {
  lines.push(...(await tableScripts(browser, application.address)));
  lines.push(...(await forecastInBrowser(browser, application.address)));
  lines.push(...(await largeForecast(browser, application.address)));
  lines.push(...(await loggingRuns(application.address)));
  lines.push(...(await manyClients(application.address)));
  lines.push(...(await seasonViews(browser, application.address)));
  lines.push(...(await millionLines(browser, application.address)));
  lines.push(...(await tenRobots(browser, application.address)));
} finally {
  await browser.close();
  await application.stop();
}
console.warn(
  `\nNode ${process.versions.node}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown'}\n`,
);
const width = (name: keyof Line) => Math.max(...lines.map((line) => line[name].length));
for (const { what, measured, aim } of lines) {
  console.warn(
    `${what.padEnd(width('what'))}  ${measured.padStart(width('measured'))}${aim === '' ? '' : `   aim: ${aim}`}`,
  );
}
