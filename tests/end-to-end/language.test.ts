import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { messagesOfSource } from '../../bin/messages.ts';
import { USUAL_CONVENTIONS } from '../../src/core/language/conventions.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { caller } from '../api/client.ts';
import { ROOT, startApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

const DATA = '.test/language';
/** A language that nobody speaks: English in brackets, so that a sentence without them is in no message file. */
const BRACKETS = 'art';
/** The language of a team that has begun to translate. */
const BEGUN = 'nl';

let application: Application;
let address: string;
let browser: Browser;

beforeAll(async () => {
  const folder = `${ROOT}${DATA}`;
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(`${folder}/languages`, { recursive: true });
  // A value in a sentence stands outside of its brackets: a word of the code is bare there too.
  const bracketed = Object.fromEntries(
    messagesOfSource().map((message) => [message, `⟦${message.replace(/\{\d+\}/g, '⟧$&⟦')}⟧`]),
  );
  writeFileSync(`${folder}/languages/${BRACKETS}.json`, JSON.stringify(bracketed));
  const begun = { Today: 'Vandaag', 'Step {0} of {1}': 'Stap {0}' };
  writeFileSync(`${folder}/languages/${BEGUN}.json`, JSON.stringify(begun));
  application = await startApplication(DATA);
  ({ address } = application);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

async function speak(language: string): Promise<void> {
  await caller(address)('PUT', 'team', { ...USUAL_CONVENTIONS, language });
}

/** What of the page stands in no brackets, with what is only read aloud; code is left out. */
function bareTexts(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const bare = new Set<string>();
    const aloud = new Set(['aria-label', 'placeholder', 'title', 'alt', 'aria-valuetext']);
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_ALL);
    for (let node: Node | null = walker.currentNode; node !== null; node = walker.nextNode()) {
      const element = node instanceof Element ? node : node.parentElement!;
      if (element.closest('pre, script, style, textarea, code') !== null) continue;
      const texts =
        node instanceof Element
          ? [...node.attributes].filter(({ name }) => aloud.has(name)).map(({ value }) => value)
          : [node.textContent ?? ''];
      for (let left of texts) {
        for (let before = ''; before !== left;) {
          before = left;
          left = left.replace(/⟦[^⟦⟧]*⟧/g, ' ');
        }
        // A label may be shown in two parts.
        left = left.replace(/⟦[^⟦⟧]*$|^[^⟦⟧]*⟧/g, ' ');
        bare.add(left.replace(/\s+/g, ' ').trim());
      }
    }
    return [...bare];
  });
}

/** Everything that people wrote in the demo. */
function wordsOfDemo(): string[] {
  const words: string[] = [];
  const visit = (value: unknown) => {
    if (typeof value === 'string') words.push(value);
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(visit);
  };
  for (const file of readdirSync(`${ROOT}demo`).filter((name) => name.endsWith('.json'))) {
    visit(JSON.parse(readFileSync(`${ROOT}demo/${file}`, 'utf8')));
  }
  words.push(...readFileSync(`${ROOT}demo/runs.csv`, 'utf8').split(/[,"\n]+/));
  return words.filter((word) => /\p{L}{2}/u.test(word)).toSorted((a, b) => b.length - a.length);
}

/** Units, kinds of file, languages of programs and of people, and times. */
const NO_WORDS =
  /\b(mm|cm|in|ms|kB|px|deg|rad|Corvat|JSON|CSV|SVG|Python|Java|English|Deutsch|Nederlands|Art|\d+ \w+ ago|\w+day, \w+ \d+|\w{3} \d+)\b/g;

/** Sentences that a record keeps as they were said when it was made. */
const KEPT = /this drift costs|is here, with|\.corvat-copy\./;

const BENCHES = ['rest', 'wheels', 'track', 'square', 'scale', 'turn', 'range', 'light', 'colour'];
const SHEETS = [
  ...['/', '/begin', '/begin?practice', '/route', '/route?new', '/table', '/verdict', '/field'],
  ...[
    '/field?new',
    '/match',
    '/match#rehearse',
    '/match#evening',
    '/match#venue',
    '/trainer',
    '/team',
    '/glossary',
    '/cards',
    '/tags',
    '/program',
    '/story',
    '/files',
    '/devices',
    '/bench#setup',
  ],
  ...[...BENCHES, 'delays', 'battery', 'ports'].map((bench) => `/bench#${bench}`),
];

describe('languages', { timeout: 300_000 }, () => {
  it('have every sentence of every sheet in their files', async () => {
    await speak(BRACKETS);
    const { page, faults } = await openPage(browser);
    const demo = wordsOfDemo();
    for (const sheet of SHEETS) {
      await page.goto('about:blank');
      await goToRest(page, `${address}${sheet}`);
      const bare = new Set(await bareTexts(page));
      for (const tab of await page.getByRole('tab').all()) {
        await tab.click();
        await page.waitForTimeout(200);
        for (const text of await bareTexts(page)) bare.add(text);
      }
      const words = [...bare].filter((text) => {
        if (KEPT.test(text)) return false;
        const own = demo.reduce((left, word) => left.replaceAll(word, ' '), text);
        return /\p{L}{3}/u.test(own.replace(NO_WORDS, ' '));
      });
      expect(words, sheet).toEqual([]);
    }
    expect(faults).toEqual([]);
    await page.context().close();
  });

  it('are chosen on the Team sheet, and spoken by pages, workers, the API and programs', async () => {
    await speak('en');
    const { page, faults } = await openPage(browser);
    await goToRest(page, `${address}/team`);
    await page.getByLabel('Deutsch').check();
    await page.getByRole('heading', { name: 'Wie euer Team zählt.' }).waitFor();
    expect(await page.getAttribute('html', 'lang')).toBe('de');

    // Ranked by a worker, with a comma in its numbers.
    await goToRest(page, `${address}/`);
    await page.getByRole('heading', { name: /^Als Nächstes: / }).waitFor();
    await page
      .locator('output')
      .filter({ hasText: /^\+\d,\d Punkte$/ })
      .first()
      .waitFor();
    await goToRest(page, `${address}/route`);
    const distance = page.getByLabel(/^Entfernung, rückwärts/);
    await distance.fill('255,5');
    await distance.press('Enter');
    await expect.poll(() => distance.inputValue()).toMatch(/^255,5\smm$/);

    const refused = await page.evaluate(async () => {
      const answer = await fetch('/api/v1/robots/00000000-0000-4000-8000-000000000000');
      return (await answer.json()) as { detail: string };
    });
    expect(refused.detail).toMatch(/^Das gibt es nicht: Roboter\./);
    const [route] = (await caller(address)<Route[]>('GET', 'routes')).body;
    const program = await (await fetch(`${address}/api/v1/routes/${route!.id}/program.py`)).text();
    expect(program).toContain('# Zahlen der Züge.');
    // Its words are others, and it is a program still.
    execFileSync('python3', ['-c', 'import ast, sys; ast.parse(sys.stdin.read())'], {
      input: program,
    });
    expect(faults.filter((fault) => !fault.includes('404'))).toEqual([]);
    await page.context().close();
  });

  it('may be a team’s own that has only begun: what is missing or not whole stays English', async () => {
    await speak(BEGUN);
    const { page, faults } = await openPage(browser);
    await goToRest(page, `${address}/team`);
    const bar = page.getByRole('navigation', { name: 'Stations' });
    expect(await bar.getByRole('link').first().innerText()).toMatch(/^Vandaag/);
    const state = await page.getByText(/\d sentences are still in English\./).innerText();
    const [missing, all] = state.match(/\d+/g)!.map(Number);
    // Of the two that it has, one has lost a place.
    expect(missing).toBe(all! - 1);
    expect(faults).toEqual([]);
    await page.context().close();
  });
});
