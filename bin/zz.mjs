import { chromium } from 'playwright-core';
const [port, path, out, w = 1280, h = 800, scheme = 'light', ...acts] = process.argv.slice(2);
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'] });
const c = await b.newContext({ viewport: { width: +w, height: +h }, colorScheme: scheme, hasTouch: +w < 800, reducedMotion: 'reduce' });
const p = await c.newPage();
p.on('console', (m) => m.type() === 'error' && console.log('ERR', m.text()));
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.goto(`http://localhost:${port}${path}`);
await p.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
await p.waitForTimeout(800);
for (const a of acts) {
  const [k, ...r] = a.split('='); const v = r.join('=');
  if (k === 'button') await p.getByRole('button', { name: new RegExp(v) }).first().click();
  if (k === 'tab') await p.getByRole('tab', { name: v }).click();
  if (k === 'css') await p.locator(v).first().click();
  if (k === 'focus') await p.locator(v).first().focus();
  if (k === 'key') await p.keyboard.press(v);
  if (k === 'wait') await p.waitForTimeout(+v);
  if (k === 'scroll') await p.evaluate((y) => { document.scrollingElement.scrollTop = y; document.querySelector('main')?.scrollTo(0, y); }, +v);
  if (k === 'text') await p.getByText(new RegExp(v)).first().waitFor();
  if (k === 'full') { const H = await p.evaluate(() => document.documentElement.scrollHeight); await p.setViewportSize({ width: +w, height: Math.min(H, 6000) }); }
}
await p.screenshot({ path: out });
await b.close();
