import { openBrowser, openPage } from '../browser.ts';
import type { Engine } from './engine.ts';

/** Debian’s Chromium. */
export async function chromiumEngine(): Promise<Engine> {
  const browser = await openBrowser();
  const { page, faults } = await openPage(browser);
  return {
    name: 'chromium',
    version: browser.version(),
    faults,
    resize: (width, height) => page.setViewportSize({ width, height }),
    open: async (address) => void (await page.goto(address)),
    ask: (expression) => page.evaluate(expression),
    press: (keys) => page.keyboard.press(keys),
    async type(selector, text) {
      await page.locator(selector).first().fill(text);
      await page.keyboard.press('Enter');
    },
    close: () => browser.close(),
  };
}
