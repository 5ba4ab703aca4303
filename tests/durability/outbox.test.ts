import { readFileSync, rmSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Browser } from 'playwright-core';
import type { Run } from '../../src/contracts/practices.ts';
import { freePort, startApplication, type Application } from '../application.ts';
import { openBrowser } from '../browser.ts';

const DATA = '.test/outbox';
let browser: Browser;
let application: Application;

beforeAll(async () => {
  rmSync(DATA, { recursive: true, force: true });
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

describe('what the Table showed as saved or kept', () => {
  it('is there once after application and database were killed in the middle', async () => {
    const port = String(await freePort());
    application = await startApplication(DATA, { PORT: port });
    const page = await (await browser.newContext()).newPage();
    await page.goto(`http://127.0.0.1:${port}/table`);
    const line = page.locator('#run-line');
    await line.waitFor();
    const type = async (text: string) => {
      await line.fill(text);
      await line.press('Enter');
      await expect.poll(() => line.inputValue(), { timeout: 20_000 }).toBe('');
    };
    for (let i = 0; i < 9; i++) {
      if (i === 3) {
        // Both at once, as when somebody pulls the plug.
        process.kill(Number(readFileSync(`${DATA}/database/corvat.pid`, 'utf8')), 'SIGKILL');
        await application.stop('SIGKILL');
      }
      if (i === 6) application = await startApplication(DATA, { PORT: port });
      await type(`${40 + i} ${-i} 0 h`);
    }
    const logged = async () => {
      const runs = (await (await fetch(`http://127.0.0.1:${port}/api/v1/runs`)).json()) as Run[];
      return runs
        .filter(({ measurements }) => measurements.some(({ left }) => left <= -40 && left >= -48))
        .filter(({ happenedAt }) => Date.now() - Date.parse(happenedAt) < 600_000)
        .map(({ measurements }) => -measurements[0]!.left);
    };
    await expect.poll(logged, { timeout: 40_000 }).toEqual([40, 41, 42, 43, 44, 45, 46, 47, 48]);
  });
});
