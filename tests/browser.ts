import {
  chromium,
  type Browser,
  type BrowserContextOptions,
  type Page,
  type Request,
} from 'playwright-core';

/** Debian's Chromium. */
export const BROWSER = '/usr/bin/chromium';
export const BROWSER_ARGUMENTS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-background-networking',
  '--no-first-run',
];

/** Debian's Chromium without a window, and without anything that it would ask of a network. */
export function openBrowser(...more: string[]): Promise<Browser> {
  return chromium.launch({ executablePath: BROWSER, args: [...BROWSER_ARGUMENTS, ...more] });
}

/**
 * How long a page may take to show what is waited for, ms. When every core simulates, what takes a second alone takes
 * half a minute; nothing is said of speed here.
 */
const PATIENCE = 90_000;

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
  context.setDefaultTimeout(PATIENCE);
  const page = await context.newPage();
  const faults: string[] = [];
  page.on('console', (message) => message.type() === 'error' && faults.push(message.text()));
  page.on('pageerror', (error) => faults.push(error.message));
  return { page, faults };
}

/** Islands that do not live yet, and those made on the page only that have drawn nothing yet. */
const NOT_YET = 'astro-island[ssr], astro-island[client="only"]:not(:has(> :not(template)))';

/** Waits until all of a page answers to whoever uses it. */
export async function waitUntilAlive(page: Page): Promise<void> {
  await page.waitForFunction((islands) => document.querySelector(islands) === null, NOT_YET);
}

/** How long a page has to have asked nothing before it counts as being at rest, ms. */
const REST = 200;

/**
 * Opens an address and waits until its islands live and the page asks nothing more of the server. What
 * follows a link does not count: its stream stays open as long as the page does, and of the script of a
 * shared worker the browser never says that it has come.
 */
export async function goToRest(page: Page, address: string): Promise<void> {
  const pending = new Set<Request>();
  let last = Date.now();
  const begun = (request: Request) => {
    if (!/\/events$|\.shared-/.test(new URL(request.url()).pathname)) pending.add(request);
  };
  const ended = (request: Request) => {
    if (pending.delete(request)) last = Date.now();
  };
  page.on('request', begun).on('requestfinished', ended).on('requestfailed', ended);
  await page.goto(address);
  await waitUntilAlive(page);
  // What lives now may ask in a moment.
  last = Date.now();
  while (pending.size > 0 || Date.now() - last < REST) await page.waitForTimeout(REST / 4);
  page.off('request', begun).off('requestfinished', ended).off('requestfailed', ended);
}

/**
 * Opens an address of a paired device until the sheet comes from Corvat: beside much else it may take so long that the
 * device shows the sheet as it was.
 */
export async function goToFresh(page: Page, address: string): Promise<void> {
  do await goToRest(page, address);
  while ((await page.locator('html[data-kept-at]').count()) > 0);
}
