import type { Page } from 'playwright-core';

interface Watch {
  tasks: { start: number; lasted: number }[];
}

/** Lets a page note its long tasks from its start; to be called before it goes anywhere. */
export async function watchLongTasks(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const watch: Watch = { tasks: [] };
    Object.assign(globalThis, { watch });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) {
        watch.tasks.push({ start: entry.startTime, lasted: entry.duration });
      }
    }).observe({ type: 'longtask' });
  });
}

/** The page's own clock, ms. */
export function pageTime(page: Page): Promise<number> {
  return page.evaluate(() => performance.now());
}

/** The longest task of a page since a time of its clock, ms; 0 when none took more than 50 ms. */
export function longestTask(page: Page, since: number): Promise<number> {
  return page.evaluate(
    (start) =>
      (globalThis as unknown as { watch: Watch }).watch.tasks
        .filter((task) => task.start >= start)
        .reduce((longest, task) => Math.max(longest, task.lasted), 0),
    since,
  );
}
