import { chromium } from 'playwright-core';
import { join } from 'node:path';
import { ROOT, setting } from './setup.mjs';
import { main } from './userFacingError.mjs';

/** Pictures of the main views from a Corvat that runs with the demo: `npm run screenshots`. */
const VIEWS = [
  { name: 'today', path: '/', route: 'Heron Hide' },
  { name: 'begin', path: '/begin' },
  { name: 'phone-today', path: '/', route: 'Heron Hide', phone: true },
  { name: 'phone-table', path: '/table', route: 'Heron Hide', phone: true },
  { name: 'bench', path: '/bench' },
  { name: 'trainer', path: '/trainer', drill: true },
  { name: 'route', path: '/route', route: 'Seed Bank by the Flood Mark' },
  { name: 'spread', path: '/route', route: 'Heron Hide', tab: 'Spread' },
  { name: 'field', path: '/field' },
  { name: 'program', path: '/program' },
  { name: 'table', path: '/table', route: 'Heron Hide' },
  { name: 'verdict', path: '/verdict', route: 'Heron Hide' },
  { name: 'learning', path: '/verdict', route: 'Heron Hide', tab: 'Robot' },
  { name: 'match', path: '/match' },
  { name: 'story', path: '/story', route: 'Heron Hide' },
  { name: 'files', path: '/files' },
  // Of a Corvat whose door is open.
  { name: 'devices', path: '/devices', press: 'Give three words' },
  // Ten seconds into a match, which is thrown away again.
  { name: 'rehearsal', path: '/match', hash: '#rehearse', rehearse: true },
  // The practice camera, after a run of it: the last, because the run is in the log from then on.
  { name: 'camera', path: '/table', route: 'Heron Hide', hash: '#camera', practise: true },
];

/** A drill that goes on, the same in every picture. */
const DRILL = JSON.stringify({
  level: 1,
  seed: 4,
  initials: '',
  steps: [
    { do: 'drive', runs: 5 },
    { do: 'bench', bench: 'rest' },
  ],
});

await main(async () => {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
  });
  const page = await browser.newPage();
  const address = `http://127.0.0.1:${setting('PORT', '4310')}`;
  const routes = await (await fetch(`${address}/api/v1/routes`)).json();
  for (const {
    name,
    path,
    route,
    hash = '',
    tab,
    press,
    practise,
    rehearse,
    drill,
    phone,
  } of VIEWS) {
    await page.setViewportSize(phone ? { width: 390, height: 844 } : { width: 1280, height: 800 });
    // From another page: a change of the part behind # alone loads nothing anew.
    await page.goto('about:blank');
    const chosen = routes.find((one) => one.name === route);
    const query = chosen === undefined ? '' : `?route=${chosen.id}`;
    await page.goto(address + path + query + hash, { waitUntil: 'load' });
    if (tab !== undefined) await page.getByRole('tab', { name: tab }).waitFor();
    if (drill) {
      await page.evaluate((kept) => globalThis.localStorage.setItem('corvat-drill', kept), DRILL);
      await page.reload({ waitUntil: 'load' });
    }
    // The worker's forecast and the advice take a moment.
    await page.waitForTimeout(3500);
    if (tab !== undefined) await page.getByRole('tab', { name: tab }).click();
    if (tab !== undefined) await page.waitForTimeout(5000);
    if (press !== undefined) await page.getByRole('button', { name: press }).click();
    if (press !== undefined) await page.waitForTimeout(1000);
    if (rehearse) {
      for (const name of ['Begin (Space)', /^Start Sluice/, 'Arrived (Space)']) {
        await page.getByRole('button', { name }).click();
        await page.waitForTimeout(3000);
      }
      const gauge = page.getByRole('group', { name: 'Tide Gauge' });
      await gauge.getByRole('button', { name: /^Hit/ }).click();
      await page.waitForTimeout(500);
    }
    if (practise) {
      await page.getByRole('button', { name: 'The practice camera' }).click();
      const heading = (name) => page.getByRole('heading', { name });
      await heading(/measured|Does this run count/).waitFor({ timeout: 90_000 });
      const counts = page.getByRole('button', { name: 'It counts' });
      if (await counts.isVisible()) await counts.click();
      await heading(/measured/).waitFor();
      await page.waitForTimeout(1500);
    }
    await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) });
    if (drill) await page.evaluate(() => globalThis.localStorage.removeItem('corvat-drill'));
    if (!rehearse) continue;
    for (const name of ['Stop the match', 'Throw it away']) {
      await page.getByRole('button', { name }).click();
      await page.waitForTimeout(1000);
    }
  }
  await browser.close();
});
