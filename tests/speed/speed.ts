/**
 * `npm run speed`: measures what must be quick, in three rounds, and prints each figure beside its aim.
 * Nothing is asserted, because machines are shared and noisy: a fixed loop before and after each round
 * shows how busy this one was. `npm run speed growth` prints how the core's figures grow.
 */
import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { cpus } from 'node:os';
import type { Browser } from 'playwright-core';
import { startApplication, type Application } from '../application.ts';
import { openBrowser } from '../browser.ts';
import { millionLines, tenRobots } from './benches.ts';
import { forecasts, frames } from './browser.ts';
import { liveCamera } from './camera.ts';
import { figure, median, type Figure } from './figure.ts';
import { loading } from './loading.ts';
import { fixedLoop } from './machine.ts';
import { offlineStart } from './offline.ts';
import { seasonChart, seasonPages, takeInSeason } from './season.ts';
import { loggingRuns } from './server.ts';

const ROUNDS = 3;
const DATA = '.test/speed';

/** The figures of the core alone, bundled as it is shipped and in a process of its own. */
function core(...options: string[]): Figure[] {
  const { stdout, stderr, status } = spawnSync(
    process.execPath,
    ['--expose-gc', '--max-semi-space-size=256', '.test/speed-core/core.js', ...options],
    { maxBuffer: 2 ** 26 },
  );
  if (status !== 0) throw new Error(stderr.toString());
  return JSON.parse(stdout.toString()) as Figure[];
}

function bundleCore(): void {
  const { status, stderr } = spawnSync('node_modules/.bin/vite', [
    'build',
    '--config',
    'vite.speed.config.ts',
  ]);
  if (status !== 0) throw new Error(stderr.toString());
}

async function secondStart(): Promise<Figure> {
  const from = performance.now();
  const application = await startApplication(`${DATA}-start`);
  const seconds = (performance.now() - from) / 1000;
  await application.stop();
  return figure('a second start, to the first answered request', seconds, 's', 'under 4 s');
}

async function round(browser: Browser, application: Application): Promise<Figure[]> {
  const { address } = application;
  return [
    figure('how busy the machine was: a fixed loop before', fixedLoop(), 'ms', '', 0),
    ...core(),
    await secondStart(),
    ...(await loading(browser, address)),
    await offlineStart(),
    ...(await forecasts(browser, address)),
    ...(await frames(browser, address)),
    ...(await liveCamera(address)),
    ...(await seasonPages(address)),
    ...(await seasonChart(browser, address)),
    ...(await loggingRuns(application)),
    ...(await millionLines(browser, address)),
    ...(await tenRobots(browser, address)),
    figure('how busy the machine was: a fixed loop after', fixedLoop(), 'ms', '', 0),
  ];
}

/** A line a figure: its rounds, their median, and what it should be. */
function print(rounds: readonly (readonly Figure[])[]): void {
  const [first] = rounds as [readonly Figure[]];
  const width = Math.max(...first.map(({ what }) => what.length));
  console.warn(
    `\nNode ${process.versions.node}, ${cpus().length} × ${cpus()[0]?.model ?? 'unknown'}\n`,
  );
  first.forEach(({ what, unit, aim, digits }, i) => {
    const values = rounds.map((figures) => figures[i]!.value);
    const words = values.map((value) => value.toFixed(digits)).join('  ');
    const middle = `${median(values).toFixed(digits)} ${unit}`;
    console.warn(
      `${what.padEnd(width)}  ${middle.padStart(14)}   of ${words}${aim === '' ? '' : `   aim: ${aim}`}`,
    );
  });
}

bundleCore();
if (process.argv.includes('growth')) {
  print([core('growth')]);
} else {
  for (const folder of [DATA, `${DATA}-start`]) rmSync(folder, { recursive: true, force: true });
  await (await startApplication(`${DATA}-start`)).stop();
  const application = await startApplication(DATA);
  const browser = await openBrowser();
  try {
    const seconds = await takeInSeason(application.address);
    console.warn(`10,000 runs taken in from a file in ${seconds.toFixed(1)} s`);
    const rounds: Figure[][] = [];
    for (let i = 0; i < ROUNDS; i++) rounds.push(await round(browser, application));
    print(rounds);
  } finally {
    await browser.close();
    await application.stop();
  }
}
