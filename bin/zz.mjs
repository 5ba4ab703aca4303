import { chromium } from 'playwright-core';
const [port, path, out, w = '1280', h = '800', scheme = 'light', ...acts] = process.argv.slice(2);
const b = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
const c = await b.newContext({
  viewport: { width: +w, height: +h },
  colorScheme: scheme,
  reducedMotion: 'reduce',
  hasTouch: +w < 800,
});
const p = await c.newPage();
p.on('console', (m) => m.type() === 'error' && console.log('ERR', m.text().slice(0, 300)));
p.on('pageerror', (e) => console.log('PE', e.message.slice(0, 300)));
const paths = path.split(',');
for (const [i, one] of paths.entries()) {
  await p.goto('about:blank');
  await p.goto(`http://127.0.0.1:${port}${one}`);
  await p.waitForFunction(() => document.querySelector('astro-island[ssr]') === null);
  await p.waitForTimeout(1800);
  for (const a of acts) {
    const [k, ...r] = a.split('=');
    const v = r.join('=');
    if (k === 'button') await p.getByRole('button', { name: v }).first().click();
    if (k === 'tab') await p.getByRole('tab', { name: v }).click();
    if (k === 'css') await p.locator(v).first().click();
    if (k === 'wait') await p.waitForTimeout(+v);
    if (k === 'scroll') await p.evaluate((y) => scrollTo(0, +y), v);
    if (k === 'text') console.log(await p.locator(v).first().innerText());
    if (k === 'key') await p.keyboard.press(v);
  }
  await p.screenshot({ path: paths.length > 1 ? out.replace('.png', `-${i}.png`) : out });
}
await b.close();
