import { randomUUID } from 'node:crypto';
import type { Browser } from 'playwright-core';
import { normal } from '../../src/core/mathematics/randomness.ts';
import { goToRest } from '../browser.ts';
import { demoRoute, get, placeOfDemo } from './demoData.ts';
import { longestTask, watchLongTasks } from './longTasks.ts';
import { percentile, type Line } from './table.ts';

/** A season day of a region: so many clients for so long, s. */
const MANY_CLIENTS = 50;
const MANY_SECONDS = 60;
/** Runs of one robot over a season. */
const SEASON = 10_000;

/** Many tables at once for a minute: how long an answer takes, and whether every run is there once. */
export async function manyClients(address: string): Promise<Line[]> {
  const place = await placeOfDemo(address);
  const session = randomUUID();
  await fetch(`${address}/api/v1/sessions`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ id: session, title: 'Many', startedAt: new Date().toISOString() }),
  });
  const ends = performance.now() + 1000 * MANY_SECONDS;
  const sent: string[] = [];
  const client = async () => {
    const times: number[] = [];
    while (performance.now() < ends) {
      const id = randomUUID();
      const from = performance.now();
      const answer = await fetch(`${address}/api/v1/runs/${id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          ...place,
          sessionId: session,
          happenedAt: new Date().toISOString(),
          measurements: [{ checkpointId: 'tide-gauge', along: 3, left: -4, turned: 0.02 }],
          outcomes: [{ modelId: 'tide-gauge', hit: true }],
        }),
      });
      await answer.text();
      if (answer.status === 201) sent.push(id);
      times.push(performance.now() - from);
      await new Promise((resolve) => setTimeout(resolve, 500 + 1000 * Math.random()));
    }
    return times;
  };
  const times = (await Promise.all(Array.from({ length: MANY_CLIENTS }, client))).flat();
  const stored = await get<{ id: string }[]>(address, `runs?session=${session}`);
  const once = new Set(stored.map(({ id }) => id));
  const lost = sent.filter((id) => !once.has(id)).length;
  return [
    {
      what: `logging a run, ${MANY_CLIENTS} clients for ${MANY_SECONDS} s, 95th percentile`,
      measured: `${percentile(times, 0.95).toFixed(1)} ms`,
      aim: 'under 100 ms',
    },
    {
      what: `of ${sent.length} runs lost, and stored more than once`,
      measured: `${lost}, ${stored.length - once.size}`,
      aim: 'none',
    },
  ];
}

/** Every view with a season's runs of one robot on one route, half of them of one revision. */
export async function seasonViews(browser: Browser, address: string): Promise<Line[]> {
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
  const lines: Line[] = [
    {
      what: `${SEASON} runs taken in from a file`,
      measured: `${((performance.now() - from) / 1000).toFixed(1)} s`,
      aim: '',
    },
  ];
  for (const view of ['bench', 'route', 'table', 'verdict', 'story', 'files']) {
    const times: number[] = [];
    for (let i = 0; i < 5; i++) {
      const asked = performance.now();
      await (await fetch(`${address}/${view}?route=${route.id}`)).text();
      times.push(performance.now() - asked);
    }
    lines.push({
      what: `the ${view} sheet with them, to the last byte, median`,
      measured: `${percentile(times, 0.5).toFixed(0)} ms`,
      aim: 'under 300 ms',
    });
  }
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await watchLongTasks(page);
  await goToRest(page, `${address}/verdict?route=${route.id}`);
  await page.getByRole('tab', { name: 'Over time' }).click();
  await page.waitForTimeout(500);
  lines.push({
    what: 'longest task of the verdict page meanwhile, drawing its chart',
    measured: await longestTask(page, 0),
    aim: '',
  });
  await page.close();
  return lines;
}
