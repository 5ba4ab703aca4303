import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Device, Role } from '../../src/contracts/devices.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Session } from '../../src/contracts/practices.ts';
import { caller } from '../api/client.ts';
import { goToFresh, goToRest, openBrowser, openPage } from '../browser.ts';
import { sharedApplication, wordFor, type SharedApplication } from '../devices.ts';

let application: SharedApplication;
let browser: Browser;
let coach: Page;
let phone: Page;
let route: Route;
let session: Session;
let sheet: string;

beforeAll(async () => {
  application = await sharedApplication('.test/live', '--share=plain');
  browser = await openBrowser();
  const here = caller(application.address);
  route = (await here<Route[]>('GET', 'routes')).body.find(({ name }) => name === 'Heron Hide')!;
  session = (await here<Session[]>('GET', 'sessions')).body[0]!;
  sheet = `/table?route=${route.id}&session=${session.id}`;
  coach = (await openPage(browser)).page;
  phone = (await openPage(browser, { viewport: { width: 390, height: 844 } })).page;
});
afterAll(async () => {
  await browser.close();
  await application.stop();
});

/** Logs a run on the phone, off its zone. */
async function logMiss(): Promise<void> {
  await phone
    .getByRole('img', { name: /zone to scale/ })
    .click({ position: { x: 30, y: 30 }, ...SOON });
  await phone.getByRole('button', { name: /^Miss/ }).click(SOON);
}

/** A little longer than anybody waits, and much shorter than the Table asks by itself. */
const SOON = { timeout: 8000 };

describe('a phone', () => {
  it('comes in by its words, and the coach sees it come', async () => {
    await goToRest(coach, `${application.address}/devices`);
    const word = await wordFor(application, 'table');
    await phone.goto(`${application.shared}/pair?word=${word}`);
    await phone.getByLabel('What this device is called').fill('Robin');
    await phone.getByRole('button', { name: 'Pair this device' }).click();
    await phone.waitForURL(/\/\?/);
    await coach.getByRole('list', { name: 'Devices' }).getByText('Robin').waitFor(SOON);
    expect(await phone.getByRole('link', { name: 'Files' }).count()).toBe(0);
  });

  it('is seen at the table, with the runs that it logs', async () => {
    await goToRest(coach, application.address + sheet);
    await goToFresh(phone, application.shared + sheet);
    await coach.getByText('At the table: Corvat’s own screen, Robin').waitFor(SOON);
    const before = await coach.getByRole('heading', { level: 1 }).innerText();
    await logMiss();
    await expect
      .poll(() => coach.getByRole('heading', { level: 1 }).innerText(), SOON)
      .not.toBe(before);
  });

  it('makes the coach’s verdict another, while nobody touches that', async () => {
    await goToRest(coach, `${application.address}/verdict?route=${route.id}`);
    const table = coach.locator('[data-station="Table"]');
    const before = await table.innerText();
    await logMiss();
    await expect.poll(() => table.innerText(), SOON).not.toBe(before);
  });

  it('learns of the goal and the revision that the coach makes', async () => {
    const here = caller(application.address);
    const stored = (await here<Session>('GET', `sessions/${session.id}`)).body;
    const { id: _id, startedAt: _at, ...notes } = stored;
    await here('PATCH', `sessions/${session.id}`, { ...notes, goalRuns: 10, goalHits: 9 });
    await phone.getByText(/want 9/).waitFor(SOON);

    const { revision } = route;
    const made = await here('POST', `routes/${route.id}/revisions`, {
      basedOn: revision.number,
      origin: 'hand',
      reason: 'A little further',
      plan: revision.plan,
    });
    expect([made.text, made.status]).toEqual([made.text, 201]);
    await phone.getByText('Corvat’s own screen made a revision.').waitFor(SOON);
    const bar = phone.locator('[data-station="Route"]');
    await expect.poll(() => bar.textContent(), SOON).toContain('rev 3');
    await phone.getByRole('button', { name: 'Later' }).click();
  });

  it('is offered what its role may do', async () => {
    const here = caller(application.address);
    const [device] = (await here<Device[]>('GET', 'devices')).body;
    const become = (role: Role) =>
      here('PATCH', `devices/${device!.id}`, { name: device!.name, role });
    const save = phone.getByRole('button', { name: /^Save as rev/ });
    const logged = async () =>
      (await here<unknown[]>('GET', `runs?session=${session.id}&route=${route.id}`)).body.length;
    const before = await logged();

    await become('look');
    await goToFresh(phone, application.shared + sheet);
    await phone.getByRole('heading', { name: /runs so far$/ }).waitFor();
    await phone.getByText(/^This device looks on/).waitFor();
    expect(await phone.getByRole('button', { name: /^(Hit|Miss|Zeroed|Goal)/ }).count()).toBe(0);
    await phone.keyboard.press('h');
    await goToFresh(phone, `${application.shared}/route?route=${route.id}`);
    expect(await save.count()).toBe(0);
    expect(await logged()).toBe(before);

    await become('table');
    await goToFresh(phone, application.shared + sheet);
    await phone.getByRole('button', { name: /^Hit/ }).waitFor();
    await goToFresh(phone, `${application.shared}/route?route=${route.id}`);
    expect(await save.count()).toBe(0);

    await become('coach');
    await goToFresh(phone, `${application.shared}/route?route=${route.id}`);
    await save.waitFor();
  });

  it('sees nothing more when it is sent away', async () => {
    await goToRest(coach, `${application.address}/devices`);
    await coach.getByRole('button', { name: 'Send Robin away' }).click();
    await coach.getByText('No device yet but this machine.').waitFor();
    // By itself, because its stream has ended.
    await phone.getByRole('heading', { name: 'Which words did the coach give you?' }).waitFor();
  });
});
