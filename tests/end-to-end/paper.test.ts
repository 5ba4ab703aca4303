import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { ToldStory } from '../../src/contracts/story.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';
import { faultsOnPaper, print, textOf } from '../paper.ts';

const DATA = '.test/paper';
let application: Application;
let browser: Browser;
let page: Page;
let faults: string[];
let route: Route;
let robot: Robot;

beforeAll(async () => {
  application = await freshApplication(DATA);
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
  const call = caller(application.address);
  const routes = (await call<Route[]>('GET', 'routes')).body;
  route = routes.find(({ name }) => name === 'Heron Hide')!;
  [robot] = (await call<[Robot]>('GET', 'robots')).body;
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

/** Every sheet with the pages that it takes, and what must not be on paper. */
const SHEETS: [sheet: string, pages: number[], never: RegExp | null][] = [
  ['/?', [1], /Change it|Not now|No robot here/],
  ['/bench?', [2, 3], /Ports and names|Save as setup|Search/],
  ['/bench?#wheels', [1, 2], /Strike|Open a file|Use the practice robot|Write it down/],
  ['/bench?#rest', [1, 2], /Check the gyro \(C\)|Against route/],
  ['/bench?#ports', [1], /\+ drive motor|Print the wiring|every number of the robot/],
  ['/route?', [1], /Save as rev|Play|Undo/],
  ['/program?', [1, 2], /import|def |Show Java|lines of the program/],
  ['/table?', [1], /Zeroed now|All well|Photo/],
  ['/verdict?', [1, 2], /Over time|Try everything|The story of this route/],
  ['/match?', [1], /Undo|Keep this plan|Once more|Rehearse|a match lasts/],
  ['/match?#evening', [1], /Begin the evening|Save as a calendar|Back to the plan/],
  ['/match?#venue', [1], /Go to the bench|Print the pit card|Begin a practice here/],
  ['/story?', [4], /Markdown|Back to the verdict/],
  ['/field?', [1], /Choose|Undo|Save the field/],
  ['/cards?bench=wheels', [1], /Back to the bench/],
  ['/tags?', [3, 4], /To the camera|Show these/],
];

describe.each(['A4', 'Letter'] as const)('on %s', (format) => {
  it.each(SHEETS)('%s is printed whole, without controls', async (sheet, pages, never) => {
    const [path, hash] = sheet.split('#') as [string, string | undefined];
    await page.goto('about:blank');
    const own = `&route=${route.id}&robot=${robot.id}${hash === undefined ? '' : `#${hash}`}`;
    await goToRest(page, application.address + path + own);
    await page.waitForTimeout(600);
    // Worked out by the server, which takes its time beside other tests.
    if (path === '/story?') await page.getByRole('article').waitFor();
    const papers = await print(page, format);
    expect(papers.map(({ printed }) => printed.length === 0)).not.toContain(true);
    expect(pages).toContain(papers.length);
    if (never !== null) expect(textOf(papers)).not.toMatch(never);
    expect(faultsOnPaper(papers)).toEqual([]);
  });

  it('a story of a whole season is still told on two pages, before its figure and its cards', async () => {
    await page.route('**/story', async (answer) => {
      const told = (await (await answer.fetch()).json()) as ToldStory;
      const { chapters, events } = told.story;
      const long =
        'Let the wall say where to stop, because the drive before it slips on the new mat. ';
      told.story.chapters = Array.from({ length: 24 }, (_, i) => ({
        ...chapters[i % chapters.length]!,
        number: i + 1,
        why: long.repeat(2),
      }));
      told.story.events = Array.from({ length: 160 }, (_, i) => ({
        ...events[i % events.length]!,
        title: `Entry ${i + 1}`,
        says: long.repeat(1 + (i % 4)),
      }));
      await answer.fulfill({ json: told });
    });
    await goToRest(page, `${application.address}/story?route=${route.id}`);
    await page.getByText('revisions between stand in the log').waitFor();
    const papers = await print(page, format);
    await page.unroute('**/story');
    expect(papers).toHaveLength(4);
    expect(faultsOnPaper(papers)).toEqual([]);
  });

  it('each bench has its card on one page', async () => {
    await goToRest(page, `${application.address}/cards`);
    const papers = await print(page, format);
    const cards = await page.getByRole('article').count();
    expect(papers).toHaveLength(cards);
    expect(faultsOnPaper(papers)).toEqual([]);
  });
});

it('nothing went wrong on any of these sheets', () => expect(faults).toEqual([]));
