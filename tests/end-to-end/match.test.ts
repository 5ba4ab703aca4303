import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MatchRecord, Rehearsal } from '../../src/contracts/matches.ts';
import { rehearsalCourse } from '../../src/core/match/rehearsal.ts';
import { caller } from '../api/client.ts';
import { freshApplication, type Application } from '../application.ts';
import { goToRest, openBrowser, openPage } from '../browser.ts';

const PHONE = { width: 390, height: 844 };
let application: Application;
let browser: Browser;
let page: Page;
let faults: string[];
let call: ReturnType<typeof caller>;

beforeAll(async () => {
  application = await freshApplication('.test/match-page');
  call = caller(application.address);
  browser = await openBrowser();
  ({ page, faults } = await openPage(browser));
}, 240_000);
afterAll(async () => {
  await browser.close();
  await application.stop();
});

const plan = async () => (await call<MatchRecord[]>('GET', 'matches')).body[0]!;
const rehearsals = async () =>
  (await call<Rehearsal[]>('GET', `rehearsals?match=${(await plan()).id}`)).body;
const row = (name: string) =>
  page.getByRole('region', { name: 'Your order' }).getByRole('listitem', { name, exact: true });

describe('the match', () => {
  it('says what to run before what, with the card, the points and what brings most', async () => {
    await goToRest(page, `${application.address}/match`);
    await page
      .getByRole('heading', {
        name: /^Run “Sluice, then Tide Gauge” before “Heron Hide”: \d+ points more/,
      })
      .waitFor();
    const card = page.getByRole('region', { name: 'The card for the table' });
    await card.getByText('1 Sluice, then Tide Gauge').waitFor();
    await page.getByRole('img', { name: /points on average; 9 of 10 matches bring/ }).waitFor();
    const brings = page.getByRole('region', { name: 'What brings most' });
    await brings.getByRole('link', { name: /^Aim Heron Hide/ }).waitFor();
    await page
      .getByRole('navigation')
      .getByText(/^\d+ of \d+ points$/)
      .waitFor();
  });

  it('is planned anew with each change, undone by a key, and kept', async () => {
    const match = page.getByRole('region', { name: 'The match' });
    await match.getByRole('button', { name: /^Heron Hide/ }).click();
    expect(await row('Heron Hide').getAttribute('data-chosen')).toBe('true');
    await row('Heron Hide').getByRole('button', { name: 'Heron Hide later' }).click();
    await page.keyboard.press('Control+z');
    await expect.poll(() => page.getByRole('button', { name: 'Keep this plan' }).count()).toBe(0);
    const sluice = 'Sluice, then Tide Gauge';
    for (let times = 0; times < 2; times++)
      await row(sluice)
        .getByRole('button', { name: `${sluice} earlier` })
        .click();
    await row('Heron Hide').getByRole('button', { name: 'Heron Hide later' }).click();
    await page.getByRole('heading', { name: /^Run it as you do: \d+ points/ }).waitFor();
    await page.getByRole('button', { name: 'Keep this plan' }).click();
    await expect.poll(async () => (await plan()).version).toBe(1);
    await goToRest(page, `${application.address}/match`);
    await page.getByRole('heading', { name: /^Run it as you do/ }).waitFor();
  });

  it('asks for at least so many points, and says how surely they come', async () => {
    await page.getByText('at least so many', { exact: true }).click();
    await page.getByText(/^At least \d+ points: \d+ %/).waitFor();
    await page.keyboard.press('Control+z');
    expect(faults).toEqual([]);
  });
});

describe('an evening', () => {
  it('is planned by what it brings, for as many tables and people as there are, and goes into a calendar', async () => {
    await goToRest(page, `${application.address}/match#evening`);
    await page.getByRole('heading', { name: /^90 minutes: \+\d+ expected\.$/ }).waitFor();
    const first = page.getByRole('region', { name: 'Table 1' });
    await first.getByRole('listitem').getByText('Aim Heron Hide').waitFor();
    await page.getByLabel('tables').fill('2');
    await page.keyboard.press('Enter');
    await page.getByLabel('who is there, first names or initials').fill('R, L, T, M');
    await page
      .getByRole('region', { name: 'Table 2' })
      .getByText(/^L drives, M/)
      .first()
      .waitFor();
    const ready = page.getByRole('region', { name: 'How ready the routes are' });
    await ready
      .getByRole('listitem', { name: 'Heron Hide' })
      .getByText(/^10 runs, the newest/)
      .waitFor();
    await ready
      .getByText(/^Not measured: /)
      .first()
      .waitFor();
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as a calendar' }).click();
    expect((await saved).suggestedFilename()).toBe('practice.ics');
    await page.getByRole('button', { name: 'Begin the evening' }).click();
    await goToRest(page, `${application.address}/match#evening`);
    // It goes on where it was.
    await page.getByRole('button', { name: 'Plan another evening' }).waitFor();
    expect(faults).toEqual([]);
  });
});

describe('the event day', () => {
  it('says what is to be looked at again, what depends on what, and has a card for the pit', async () => {
    await goToRest(page, `${application.address}/match#venue`);
    const checks = page.getByRole('list', { name: 'Look at these again' });
    await checks.getByRole('listitem', { name: 'Gyro at rest' }).getByText('as at home').waitFor();
    await checks
      .getByText('Drive it 3 times and log where it ends, by camera or by hand.')
      .first()
      .waitFor();
    await page.getByRole('heading', { name: /^4 things are still to be looked at\.$/ }).waitFor();
    await page
      .getByRole('region', { name: 'What depends on what' })
      .getByText('Seed Bank by the Boardwalk: move 4')
      .waitFor();
    const card = page.getByRole('region', { name: 'The pit card' });
    await card.getByText(/^1 /).waitFor();
    await card
      .getByText(/from .*carries /)
      .first()
      .waitFor();
    // An older practice knows less of the day.
    await page.getByLabel('The practice at the venue').selectOption({ index: 1 });
    await checks
      .getByRole('listitem', { name: 'Table: Heron Hide' })
      .getByText(/^Drive it/)
      .waitFor();
    expect(faults).toEqual([]);
  });
});

describe('a rehearsal', () => {
  beforeAll(async () => {
    // A machine that does much else must not hear the horn before it has pressed.
    const { id, name, plan: now, version } = await plan();
    await call('PATCH', `matches/${id}`, { name, plan: { ...now, seconds: 600 }, version });
    await goToRest(page, `${application.address}/match`);
  });

  it('is one press a start and an arrival; a second device tells what was reached', async () => {
    await page.getByRole('link', { name: 'Rehearse' }).click();
    await page.getByLabel('who rehearses, first names or initials').fill('R, L');
    await page.getByRole('button', { name: 'Begin (Space)' }).click();
    await page.getByRole('button', { name: 'Start Sluice, then Tide Gauge (Space)' }).click();
    await page.getByText(/^Sluice, then Tide Gauge is under way/).waitFor();
    await page.getByRole('button', { name: 'Arrived (Space)' }).click();
    // The other stands at the models.
    const phone = await openPage(browser, { viewport: PHONE });
    await goToRest(phone.page, `${application.address}/match#rehearse`);
    const reached = phone.page.getByRole('list', { name: 'What was run' });
    await reached
      .getByRole('group', { name: 'Tide Gauge' })
      .getByRole('button', { name: 'Hit, +30' })
      .click();
    // The one at the clock sees it, and goes on.
    const gauge = page.getByRole('group', { name: 'Tide Gauge' });
    await expect
      .poll(() => gauge.getByRole('button', { name: 'Hit, +30' }).getAttribute('aria-pressed'))
      .toBe('true');
    await page.getByRole('button', { name: /^Start Seed Bank by the Boardwalk/ }).click();
    await page.getByRole('button', { name: 'Rescued by hand' }).click();
    await page.getByRole('button', { name: 'Skip it' }).click();
    await page.getByRole('button', { name: 'not ready' }).click();
    await page.getByText('skipped: not ready').waitFor();
    await page.getByRole('button', { name: 'Stop the match' }).click();
    // Thirty for the gauge, five for the rescue.
    await page.getByText('25 points', { exact: true }).first().waitFor();
    await page.getByRole('region', { name: 'Beside the plan' }).waitFor();
    await page
      .getByRole('region', { name: 'Hand-overs' })
      .getByText(/^Sluice, then Tide Gauge to Seed Bank by the Boardwalk/)
      .waitFor();
    expect(phone.faults).toEqual([]);
    await phone.page.context().close();
  });

  it('loses nothing while there is no connection', async () => {
    const before = (await rehearsals()).length;
    await page.getByRole('button', { name: 'Rehearse again' }).click();
    await page.context().setOffline(true);
    await page.getByRole('button', { name: 'Begin (Space)' }).click();
    await page
      .getByRole('button', { name: /^Start/ })
      .first()
      .click();
    await page.getByRole('button', { name: 'Arrived (Space)' }).click();
    await page.getByRole('button', { name: 'Stop the match' }).click();
    await page.getByText('What was written waits on this device').waitFor();
    expect(await rehearsals()).toHaveLength(before);
    await page.context().setOffline(false);
    await expect.poll(async () => (await rehearsals()).length).toBe(before + 1);
    const kinds = async () =>
      (await rehearsals())
        .at(-1)!
        .events.map(({ event }) => event.kind)
        .toSorted();
    await expect.poll(kinds).toEqual(['end', 'over', 'start']);
    const newest = (await rehearsals()).at(-1)!;
    const { legs } = rehearsalCourse(
      newest.events.map(({ event }) => event),
      (await plan()).plan,
    );
    expect(legs).toHaveLength(1);
  });
});

describe('a robot without a plan', () => {
  it('is led to one by a press', async () => {
    await call('DELETE', `kept/matches/${(await plan()).id}`);
    await goToRest(page, `${application.address}/match`);
    await page.getByRole('heading', { name: 'Plan the match of Curlew.' }).waitFor();
    await page.getByRole('button', { name: 'Plan a match with them' }).click();
    await row('Heron Hide').waitFor();
    // The field says how long a match lasts.
    expect((await plan()).plan.seconds).toBe(140);
  });
});
