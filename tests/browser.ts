import { chromium, type Browser, type BrowserContextOptions, type Page } from 'playwright-core';

/** Debian's Chromium without a window, and without anything that it would ask of a network. */
export function openBrowser(): Promise<Browser> {
  return chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking', '--no-first-run'],
  });
}

/** A page of its own, with nothing remembered, and the errors that its console shows. */
export async function openPage(
  browser: Browser,
  options: BrowserContextOptions = {},
): Promise<{ page: Page; faults: string[] }> {
  const context = await browser.newContext({
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    ...options,
  });
  const page = await context.newPage();
  const faults: string[] = [];
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
  page.on('pageerror', (error) => faults.push(error.message));
  return { page, faults };
}
