import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type BrowserContext } from 'playwright-core';
import { ROOT } from '../application.ts';
import { BROWSER, BROWSER_ARGUMENTS } from '../browser.ts';
import { sharedApplication, trustIn, wordFor } from '../devices.ts';
import { figure, median, type Figure } from './figure.ts';
import { PHONE, SLOWER } from './loading.ts';

const FOLDER = '.test/speed-offline';
const STARTS = 3;

/** How long a paired phone that was switched off takes to show the Table while Corvat is away. */
export async function offlineStart(): Promise<Figure> {
  const application = await sharedApplication(FOLDER, '--share');
  const profile = join(ROOT, FOLDER, 'phone');
  rmSync(profile, { recursive: true, force: true });
  const switchedOn = (): Promise<BrowserContext> =>
    chromium.launchPersistentContext(profile, {
      executablePath: BROWSER,
      args: [...BROWSER_ARGUMENTS, trustIn(FOLDER)],
      viewport: PHONE,
    });
  const first = await switchedOn();
  const page = await first.newPage();
  await page.goto(`${application.shared}/pair?word=${await wordFor(application, 'table')}`);
  await page.getByRole('button', { name: 'Pair this device' }).click();
  await page.waitForURL(/\/\?/);
  const kept = () =>
    page.evaluate(async () => {
      const keys = await (await caches.open('corvat-pages')).keys();
      return keys.some(({ url }) => new URL(url).pathname === '/table');
    });
  while (!(await kept())) await page.waitForTimeout(200);
  await first.close();
  await application.stop();
  const times: number[] = [];
  for (let i = 0; i < STARTS; i++) {
    const phone = await switchedOn();
    const sheet = await phone.newPage();
    const devices = await phone.newCDPSession(sheet);
    await devices.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    const from = performance.now();
    await sheet.goto(`${application.shared}/table`);
    await sheet.getByRole('img', { name: /zone to scale/ }).waitFor();
    times.push(performance.now() - from);
    await phone.close();
  }
  const what = `Table, cold, without a connection, at a ${SLOWER}th of the speed`;
  return figure(what, median(times), 'ms', 'under 2,000 ms', 0);
}
