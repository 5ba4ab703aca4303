import puppeteer, { type KeyInput } from 'puppeteer-core';
import type { Engine } from './engine.ts';

/** Debian’s Firefox, by its own remote protocol. */
export async function firefoxEngine(): Promise<Engine> {
  const browser = await puppeteer.launch({
    browser: 'firefox',
    executablePath: '/usr/bin/firefox-esr',
    headless: true,
  });
  const page = await browser.newPage();
  const faults: string[] = [];
  page.on('console', (message) => {
    if (message.type() === 'error') faults.push(message.text());
  });
  page.on('pageerror', (error) => faults.push(String(error)));
  return {
    name: 'firefox',
    version: await browser.version(),
    faults,
    resize: (width, height) => page.setViewport({ width, height }),
    open: async (address) => void (await page.goto(address)),
    ask: (expression) => page.evaluate(expression),
    async press(keys) {
      const parts = keys.split('+') as KeyInput[];
      const last = parts.pop()!;
      for (const part of parts) await page.keyboard.down(part);
      await page.keyboard.press(last);
      for (const part of parts.toReversed()) await page.keyboard.up(part);
    },
    async type(selector, text) {
      await page.focus(selector);
      await page.keyboard.type(text);
      await page.keyboard.press('Enter');
    },
    close: () => browser.close(),
  };
}
