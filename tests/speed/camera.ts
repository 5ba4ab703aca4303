import { openBrowser, openPage } from '../browser.ts';
import { filmOf } from '../film.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { get } from './demoData.ts';
import { figure, median, type Figure } from './figure.ts';
import { longestTask, pageTime, watchLongTasks } from './longTasks.ts';

/** Seconds of the film that plays as a camera, and for how long it is watched. */
const [FILMED, WATCHED] = [13, 30];

/** A camera of 1280x720 over the table, by a film that the browser takes for one: what is looked at, and what the page feels. */
export async function liveCamera(address: string): Promise<Figure[]> {
  const routes = await get<Route[]>(address, 'routes');
  // A short one: the film begins again when it is over.
  const route = routes.find(({ name }) => name === 'Heron Hide')!;
  const { cameraOf } = await filmOf(address, route.id, '.test/speed-film', FILMED);
  const browser = await openBrowser(...cameraOf);
  try {
    const { page } = await openPage(browser);
    await watchLongTasks(page);
    await page.goto(`${address}/table?route=${route.id}#camera`);
    await page.getByRole('button', { name: 'A camera of this device' }).click();
    const facts = page.getByRole('list', { name: 'What the camera sees' });
    await facts.getByText('4 of 4 table tags').waitFor();
    const since = await pageTime(page);
    const rates: number[] = [];
    for (let second = 0; second < WATCHED; second++) {
      await page.waitForTimeout(1000);
      const words = await facts.getByText(/pictures a second$/).innerText();
      rates.push(Number.parseInt(words, 10));
    }
    return [
      figure('pictures of a live camera looked at a second', median(rates), '', 'at least 15', 0),
      figure('longest task of its page', await longestTask(page, since), 'ms', 'under 50 ms', 0),
    ];
  } finally {
    await browser.close();
  }
}
