import { randomUUID } from 'node:crypto';
import type { Browser } from 'playwright-core';
import { normal } from '../../src/core/mathematics/randomness.ts';
import { goToRest } from '../browser.ts';
import { demoRoute } from './demoData.ts';
import { longestTask, watchLongTasks } from './longTasks.ts';
import { figure, median, type Figure } from './figure.ts';

/** Runs of one robot over a season. */
const SEASON = 10_000;

/** Takes in a season's runs of one robot on one route, half of them of one revision. Returns how long it took, s. */
export async function takeInSeason(address: string): Promise<number> {
  const route = await demoRoute(address);
  const draw = normal(5);
  const runs = Array.from({ length: SEASON }, (_, i) => ({
    id: randomUUID(),
    session: `Season ${Math.floor(i / 100)}`,
    sessionStartedAt: new Date(Date.UTC(2026, 0, 1 + Math.floor(i / 100))).toISOString(),
    surface: 'mat',
    people: '',
    route: route.name,
    revision: 1 + (i % 2),
    setup: 2,
    happenedAt: new Date(Date.UTC(2026, 0, 1 + Math.floor(i / 100), 12, i % 100)).toISOString(),
    measurements: ['sluice', 'tide-gauge'].map((checkpoint) => ({
      checkpoint,
      along: Math.round(8 * draw()),
      left: Math.round(8 * draw()),
      turned: 0,
    })),
    outcomes: [
      { model: 'sluice', hit: true },
      { model: 'tide-gauge', hit: i % 5 > 0 },
    ],
    battery: 8,
    setAside: null,
    note: '',
  }));
  const from = performance.now();
  const answer = await fetch(`${address}/api/v1/imports`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ corvat: 'runs', version: 1, robot: 'Curlew', runs }),
  });
  if (!answer.ok) throw new Error(await answer.text());
  await answer.text();
  return (performance.now() - from) / 1000;
}

const PAGES = ['bench', 'route', 'table', 'verdict', 'story', 'files', 'field', 'program'];

/** Every sheet with a season's runs, from the question to the last byte: how long, how much, how many queries. */
export async function seasonPages(address: string): Promise<Figure[]> {
  const route = await demoRoute(address);
  const figures: Figure[] = [];
  for (const name of PAGES) {
    const times: number[] = [];
    let bytes = 0;
    let queries = 0;
    for (let i = 0; i < 9; i++) {
      const asked = performance.now();
      const answer = await fetch(`${address}/${name}?route=${route.id}`);
      bytes = (await answer.arrayBuffer()).byteLength;
      queries = Number(/\d+/.exec(answer.headers.get('server-timing') ?? '')?.[0]);
      times.push(performance.now() - asked);
    }
    const with10 = `the ${name} sheet with ${SEASON} runs`;
    figures.push(
      figure(with10, median(times), 'ms', 'within 100 ms', 0),
      figure(`${with10}, unpacked`, bytes / 1000, 'kB', '', 0),
      figure(`${with10}, database`, queries, 'queries', 'at most 6', 0),
    );
  }
  return figures;
}

/** What the page feels of the chart over a season. */
export async function seasonChart(browser: Browser, address: string): Promise<Figure[]> {
  const route = await demoRoute(address);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await watchLongTasks(page);
  await goToRest(page, `${address}/verdict?route=${route.id}`);
  await page.locator('[role=tab]', { hasText: 'Over time' }).click();
  await page.waitForTimeout(500);
  const longest = await longestTask(page, 0);
  await page.close();
  return [
    figure('longest task of the verdict page with its chart', longest, 'ms', 'none over 50 ms', 0),
  ];
}
