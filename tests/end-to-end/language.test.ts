import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { messagesOfSource } from '../../bin/messages.ts';
import { USUAL_CONVENTIONS } from '../../src/core/language/conventions.ts';
import { caller } from '../api/client.ts';
import { ROOT, startApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

const DATA = '.test/language';
/** A language that nobody speaks: English in brackets, so that a sentence without them is in no message file. */
const BRACKETS = 'art';

let application: Application;
let address: string;
let browser: Browser;
let page: Page;
let faults: string[];

beforeAll(async () => {
  rmSync(`${ROOT}${DATA}`, { recursive: true, force: true });
  mkdirSync(`${ROOT}${DATA}/languages`, { recursive: true });
  // A value in a sentence stands outside of its brackets: a word of the code is bare there too.
  const bracketed = Object.fromEntries(
    messagesOfSource().map((message) => [
      message,
      `⟦${message.replace(/\{\d+\}/g, '⟧$&⟦').replaceAll('\'⟧{', '\'{')}⟧`,
    ]),
  );
  writeFileSync(`${ROOT}${DATA}/languages/${BRACKETS}.json`, JSON.stringify(bracketed));
  application = await startApplication(DATA);
  ({ address } = application);
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

/** Texts of the page that stand in no brackets, with what is said only aloud. */
function bareTexts(): Promise<string[]> {
  return page.evaluate(() => {
    const bare: string[] = [];
    const spoken = new Set(['aria-label', 'placeholder', 'title', 'alt', 'aria-valuetext']);
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ALL);
    for (let node: Node | null = walker.currentNode; node !== null; node = walker.nextNode()) {
      const element = node instanceof Element ? node : node.parentElement!;
      if (element.closest('pre, script, style, textarea, code') !== null) continue;
      const texts =
        node instanceof Element
          ? [...node.attributes].filter(({ name }) => spoken.has(name)).map(({ value }) => value)
          : [node.textContent ?? ''];
      for (const text of texts) {
        // In brackets, one in the other, stands what was translated.
        let left = text;
        for (let before = ''; before !== left;) {
          before = left;
          left = left.replace(/⟦[^⟦⟧]*⟧/g, ' ');
        }
        if (/\p{L}{2}/u.test(left)) bare.push(left.replace(/\s+/g, ' ').trim() + '   <<' + text.slice(0, 100));
      }
    }
    return [...new Set(bare)];
  });
}

it('shows no sentence that is in no message file', async () => {
  const call = caller(address);
  await call('PUT', 'team', { ...USUAL_CONVENTIONS, language: BRACKETS });
  const found: Record<string, string[]> = {};
  const benches = ['rest', 'wheels', 'track', 'square', 'scale', 'turn', 'range', 'light', 'colour', 'delays', 'battery', 'ports', 'setup'];
  for (const sheet of ['/', '/begin', '/begin?practice', ...benches.map((b)=>`/bench#${b}`), '/route', '/route?new', '/table', '/verdict', '/field', '/field?new', '/team', '/glossary', '/cards', '/program', '/story', '/files', '/nowhere']) {
    await goToRest(page, 'about:blank');
    await goToRest(page, `${address}${sheet}`);
    const all = new Set(await bareTexts());
    const tabs = page.getByRole('tab');
    for (let i = 0; i < (await tabs.count()); i++) {
      await tabs.nth(i).click();
      await page.waitForTimeout(300);
      for (const t of await bareTexts()) all.add(t);
    }
    found[sheet] = [...all];
  }
  writeFileSync('/tmp/i18n/found.json', JSON.stringify(found, null, 1));
  expect(faults).toEqual([]);
});
