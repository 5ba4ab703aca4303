import { gzipSync } from 'node:zlib';
import type { Browser } from 'playwright-core';
import { goToRest } from '../browser.ts';
import { figure, median, type Figure } from './figure.ts';

/** A phone of a student is so much slower than this machine. */
export const SLOWER = 4;
export const PHONE = { width: 390, height: 844 };
const LOADS = 5;

/** How the sheets that are opened most come up on a slow phone, and how much script they bring, as it travels. */
export async function loading(browser: Browser, address: string): Promise<Figure[]> {
  const figures: Figure[] = [];
  for (const [name, path] of [
    ['Today', '/'],
    ['Table', '/table'],
  ] as const) {
    const paints: number[] = [];
    let scripts = 0;
    for (let load = 0; load < LOADS; load++) {
      // Nothing is remembered from one load to the next.
      const context = await browser.newContext({ viewport: PHONE });
      const page = await context.newPage();
      const sizes: Promise<number>[] = [];
      page.on('response', (response) => {
        const { pathname } = new URL(response.url());
        // A worker starts beside the sheet, which does not wait for it.
        if (response.request().resourceType() !== 'script' || /worker/.test(pathname)) return;
        sizes.push(response.body().then((body) => gzipSync(body).length));
      });
      const devices = await context.newCDPSession(page);
      await devices.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
      await goToRest(page, `${address}${path}`);
      paints.push(
        await page.evaluate(
          () => performance.getEntriesByName('first-contentful-paint')[0]!.startTime,
        ),
      );
      scripts = (await Promise.all(sizes)).reduce((sum, size) => sum + size, 0) / 1000;
      await context.close();
    }
    figures.push(
      figure(
        `${name}, first paint at a ${SLOWER}th of the speed`,
        median(paints),
        'ms',
        'under 1,000 ms',
        0,
      ),
      figure(`scripts of ${name}, packed`, scripts, 'kB', 'under 130 kB', 0),
    );
  }
  return figures;
}
