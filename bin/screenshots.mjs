import { chromium } from 'playwright-core';
import { join } from 'node:path';
import { ROOT, setting } from './setup.mjs';
import { main } from './userFacingError.mjs';

/** Pictures of the main views from a Corvat that runs with the demo: `npm run screenshots`. */
const VIEWS = [
  { name: 'bench', path: '/bench' },
  ...['ports', 'square', 'rest', 'turn', 'range', 'colour', 'delays'].map((bench) => ({
    name: bench,
    path: `/bench#${bench}`,
  })),
  { name: 'route', path: '/route' },
  { name: 'spread', path: '/route', tab: 'Spread', press: 'Try everything' },
  { name: 'tuning', path: '/route', tab: 'Tune' },
  { name: 'field', path: '/field' },
  { name: 'program', path: '/program' },
  { name: 'table', path: '/table' },
  { name: 'verdict', path: '/verdict' },
  { name: 'chart', path: '/verdict', tab: 'Over time' },
  { name: 'compare', path: '/verdict', tab: 'Compare' },
  { name: 'story', path: '/story' },
  { name: 'files', path: '/files' },
];

await main(async () => {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  for (const { name, path, tab, press } of VIEWS) {
    // From another page: a change of the part behind # alone loads nothing anew.
    await page.goto('about:blank');
    await page.goto(`http://127.0.0.1:${setting('PORT', '4310')}${path}`, {
      waitUntil: 'load',
    });
    // The worker's forecast and the advice take a moment.
    await page.waitForTimeout(3500);
    if (tab !== undefined) await page.getByRole('tab', { name: tab }).click();
    if (press !== undefined) await page.getByRole('button', { name: press }).click();
    if (tab !== undefined) await page.waitForTimeout(5000);
    await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) });
  }
  await browser.close();
});
