import { randomUUID } from 'node:crypto';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route, RouteRevision } from '../../src/contracts/routes.ts';
import type { Run, Session } from '../../src/contracts/practices.ts';
import { wheelDiameters } from '../../src/core/robot/driveBase.ts';
import { degrees } from '../../src/core/mathematics/angle.ts';
import type { RobotParameters } from '../../src/core/robot/parameters.ts';
import { randomRun, type RunRecord } from '../../src/core/simulation/run.ts';
import { packRecording } from '../../src/core/telemetry/packed.ts';
import { readRecording } from '../../src/core/telemetry/recordingFile.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);
let browser: Browser;
let context: BrowserContext;
let page: Page;
let route: Route;
let session: Session;

/** A route of its own, so that no other test's runs are judged here, and a session with a goal. */
beforeAll(async () => {
  browser = await openBrowser();
  ({ page } = await openPage(browser));
  context = page.context();
  const routes = (await call<Route[]>('GET', 'routes')).body;
  const heron = routes.find(({ name }) => name === 'Heron Hide')!;
  const name = `Whole practice ${randomUUID().slice(0, 6)}`;
  const { robotId, fieldId, revision } = heron;
  const [first] = (await call<RouteRevision[]>('GET', `routes/${heron.id}/revisions`)).body.filter(
    ({ number }) => number === 2,
  );
  expect(revision.number).toBeGreaterThanOrEqual(2);
  route = (
    await call<Route>('POST', 'routes', { name, robotId, fieldId, goal: 0.9, plan: first!.plan })
  ).body;
  session = (
    await call<Session>('POST', 'sessions', {
      id: randomUUID(),
      title: name,
      startedAt: new Date().toISOString(),
      goalRuns: 10,
      goalHits: 9,
    })
  ).body;
});
afterAll(() => browser.close());

const logged = async () => (await call<Run[]>('GET', `runs?session=${session.id}`)).body;
const table = () => `${address}/table?route=${route.id}&session=${session.id}`;
const type = async (on: Page, text: string) => {
  await on.locator('#run-line').fill(text);
  await on.locator('#run-line').press('Enter');
  await expect.poll(() => on.locator('#run-line').inputValue()).toBe('');
};
/** Where ten runs of one kind ended, right and far, mm. */
const ENDS = [
  [3, 2],
  [-4, -1],
  [6, 0],
  [0, 3],
  [-2, -3],
  [5, 1],
  [-6, 2],
  [1, -2],
  [2, 0],
  [-5, -2],
] as const;

describe('a whole practice', () => {
  it('logs ten runs against a goal, with an outage in the middle of which nothing is lost', async () => {
    await page.goto(table());
    await page.getByText(/0 of 10/).waitFor();
    for (const [i, [right, far]] of ENDS.entries()) {
      if (i === 4) await context.setOffline(true);
      if (i === 7) {
        await page.getByText(/3 entries are kept on this device/).waitFor();
        expect(await logged()).toHaveLength(4);
        await context.setOffline(false);
      }
      await type(page, `${right} ${far - 26} 0 m`);
      await page
        .getByText(i >= 4 && i < 7 ? /is kept on this device\./ : /Run \d+ is saved\./)
        .waitFor();
    }
    await expect.poll(async () => (await logged()).length, { timeout: 20_000 }).toBe(10);
    // Sent once, in the order in which they were driven.
    const runs = await logged();
    expect(runs.map(({ measurements }) => 0 - measurements[0]!.left)).toEqual(
      ENDS.map(([right]) => right),
    );
    await page.getByText(/The series is over, 9 short\./).waitFor();
  });

  it('is told to aim, and the new revision carries the reason and the promise', async () => {
    await page.goto(`${address}/verdict?route=${route.id}`);
    await page
      .getByRole('heading', { level: 1, name: /^Surely aim: approach at move 4/ })
      .waitFor();
    await page.getByRole('button', { name: 'Show on the card' }).first().click();
    await page.getByRole('button', { name: 'Make revision 2' }).first().click();
    await page.waitForURL(/\/route\?route=/);
    const [newest] = (await call<RouteRevision[]>('GET', `routes/${route.id}/revisions`)).body;
    expect(newest).toMatchObject({ number: 2, origin: 'aim', parent: 1 });
    expect(newest!.reason).toMatch(/^Aim at Heron Hide after 10 runs of revision 1: approach/);
    expect(newest!.promises[0]!.chance).toBeGreaterThan(0.9);
    expect(newest!.promises[0]!.runs).toBe(10);
  });

  it('logs ten more, by the clock, and hears that the promise was kept', async () => {
    await page.goto(table());
    await page.getByText(/0 of 10/).waitFor();
    await page.locator('body').click({ position: { x: 3, y: 700 } });
    for (const says of [/Armed\. Hands off/, /Under way/, /Measure where it stands/]) {
      await page.keyboard.press('Space');
      await page.getByText(says).waitFor();
      await page.waitForTimeout(200);
    }
    for (const [right, far] of ENDS) await type(page, `${right} ${far} 0 h`);
    await expect.poll(async () => (await logged()).length, { timeout: 20_000 }).toBe(20);
    await page.getByText('The goal is met.').waitFor();
    const timed = (await logged())[10]!;
    expect(timed.revisionNumber).toBe(2);
    expect(timed.seconds).toBeGreaterThan(0);
    await page.goto(`${address}/verdict?route=${route.id}`);
    await page.getByRole('heading', { level: 1, name: /good enough: leave it\.$/ }).waitFor();
    await page.getByText('Promise kept.').waitFor();
  });

  it('compares the two revisions, and shows the runs in their order', async () => {
    await page.getByRole('tab', { name: 'Compare' }).click();
    await page.getByText('Better: revision 2 hits more.').waitFor();
    await page.getByText(/It lies 26\smm further/).waitFor();
    await page.getByRole('tab', { name: 'Over time' }).click();
    await page.getByText(/they look like one kind/).waitFor();
    await page.getByRole('tab', { name: 'Points' }).click();
    await page.getByText('25 of 25 points a run').waitFor();
  });

  it('holds the forecast against the runs and makes a setup of the fitted noise', async () => {
    await page.getByRole('tab', { name: 'Forecast' }).click();
    await page.getByText('The budget, fitted to the log').waitFor();
    await page
      .getByText(/The forecast keeps|spread as forecast|spread more|spread less|The spread is/)
      .waitFor();
  });

  it('tells its story, which goes out as Markdown', async () => {
    await page.getByRole('link', { name: /The story of this route/ }).click();
    await page.getByRole('heading', { level: 1, name: 'From 0 of 10 to 10 of 10 hits.' }).waitFor();
    const text = (await call('GET', `routes/${route.id}/story.md`)).text;
    expect(text).toContain('**From 0 of 10 to 10 of 10 hits.**');
    expect(text).toMatch(/\| 2 \| .*\| kept \|/);
  });
});

describe('runs of two devices', () => {
  it('are seen by each other', async () => {
    const other = await (await browser.newContext()).newPage();
    await Promise.all([page.goto(table()), other.goto(table())]);
    const cells = (on: Page) => on.getByRole('group', { name: 'Runs of this session' });
    await cells(page).getByRole('button', { name: /^20/ }).waitFor();
    await type(other, '9 9 0 h');
    await cells(page).getByRole('button', { name: /^21/ }).waitFor({ timeout: 10_000 });
    await type(page, '8 8 0 h');
    await cells(other).getByRole('button', { name: /^22/ }).waitFor({ timeout: 10_000 });
    await other.context().close();
  });
});

describe('what waits on a device', () => {
  it('outlives its tab, and is sent from any sheet', async () => {
    const before = (await logged()).length;
    await page.goto(table());
    await page.locator('#run-line').waitFor();
    // Of the whole context: a page that is closing lets go of its own routes before its requests.
    await context.route('**/api/v1/runs/**', (request) => request.abort());
    await type(page, '1 1 0 h');
    await page.getByText(/Run \d+ is kept on this device/).waitFor();
    await page.close();
    expect(await logged()).toHaveLength(before);
    await context.unroute('**/api/v1/runs/**');
    page = await context.newPage();
    await page.goto(`${address}/files`);
    await page.getByText('What waited on this device has been sent.').waitFor();
    expect(await logged()).toHaveLength(before + 1);
  });

  it('says what the server would not take, and keeps it until it is thrown away', async () => {
    await page.goto(table());
    await page.locator('#run-line').waitFor();
    await page.route('**/api/v1/runs/*', async (request) => {
      if (request.request().method() !== 'PUT') return request.fallback();
      await request.fulfill({
        status: 409,
        contentType: 'application/problem+json',
        body: JSON.stringify({ type: 'about:blank', title: 'No', status: 409, detail: 'No room.' }),
      });
    });
    await type(page, '2 2 0 h');
    await page
      .getByText(/^A run of .* was not taken and is kept on this device: No room\.$/)
      .waitFor();
    await page.getByRole('button', { name: 'Throw it away' }).click();
    await page.getByText('No room.').waitFor({ state: 'detached' });
    await page.unroute('**/api/v1/runs/*');
  });
});

describe('a photo from above', () => {
  it('says where the robot stands, within what it states', async () => {
    const fields = (await call<FieldRecord[]>('GET', 'fields')).body;
    const { field } = fields.find(({ id }) => id === route.fieldId)!;
    const robots = (await call<Robot[]>('GET', 'robots')).body;
    const { body } = robots.find(({ id }) => id === route.robotId)!.setup.setup;
    const { target } = field.models.find(({ id }) => id === 'heron-hide')!.zone;
    // The robot stands with its tool point 7 mm right of and 4 mm beyond the target, straight on.
    const c = Math.cos(target.heading);
    const s = Math.sin(target.heading);
    const tool = { x: target.x + 4 * c + 7 * s, y: target.y + 4 * s - 7 * c };
    const at = (ahead: number) => ({
      x: tool.x + (ahead - body.toolX) * c,
      y: tool.y + (ahead - body.toolX) * s,
    });
    // One pixel a millimetre, seen from straight above: far is up.
    const pixel = ({ x, y }: { x: number; y: number }) => ({ x, y: field.height - y });
    await page.goto(table());
    await page.locator('#run-line').waitFor();
    const bytes = await page.evaluate(
      async ([width, height]) => {
        const canvas = document.createElement('canvas');
        canvas.width = width!;
        canvas.height = height!;
        const ink = canvas.getContext('2d')!;
        ink.fillStyle = '#ddd';
        ink.fillRect(0, 0, width!, height!);
        const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve));
        return [...new Uint8Array(await blob!.arrayBuffer())];
      },
      [field.width, field.height],
    );
    // A phone has one more beside Hit and Miss.
    await page
      .getByLabel('Photo', { exact: true })
      .last()
      .setInputFiles({ name: 'above.png', mimeType: 'image/png', buffer: Buffer.from(bytes) });
    await page.getByRole('button', { name: 'Measure from the photo' }).click();
    const picture = page.getByAltText('The table from above');
    await picture.waitFor();
    await page.getByText(/Press 1 of 6/).waitFor();
    const box = (await picture.boundingBox())!;
    const scale = Math.max(field.width / box.width, field.height / box.height);
    const press = async (point: { x: number; y: number }) => {
      const { x, y } = pixel(point);
      await page.mouse.click(
        box.x + box.width / 2 + (x - field.width / 2) / scale,
        box.y + box.height / 2 + (y - field.height / 2) / scale,
      );
    };
    const corners = [
      { x: 0, y: 0 },
      { x: field.width, y: 0 },
      { x: field.width, y: field.height },
      { x: 0, y: field.height },
    ];
    for (const point of [...corners, at(body.ahead), at(-body.behind)]) await press(point);
    await page.getByText(/in 19 of 20 cases/).waitFor();
    await page.getByRole('button', { name: 'Use it as the measurement' }).click();
    await page.getByRole('button', { name: 'Hit', exact: true }).click();
    await expect.poll(async () => (await logged()).at(-1)!.photo, { timeout: 20_000 }).toBe(true);
    const run = (await logged()).at(-1)!;
    expect(run.note).toMatch(/^Measured from a photo, within [\d.]+\smm and [\d.]+°\.$/);
    const { along, left, turned } = run.measurements[0]!;
    expect(Math.hypot(along - 4, left + 7)).toBeLessThan(3);
    expect(Math.abs(turned!)).toBeLessThan(0.026);
    const photo = await fetch(`${address}/api/v1/runs/${run.id}/photo`);
    expect(photo.headers.get('content-type')).toBe('image/png');
    await page.getByRole('button', { name: new RegExp(`^${(await logged()).length} `) }).click();
    await page.getByAltText('Photo of this run').waitFor();
  });
});

describe('what the link recorded of a run', () => {
  it('is laid over the forecast, and the move in which it left it is named', async () => {
    const runs = await logged();
    const robots = (await call<Robot[]>('GET', 'robots')).body;
    const fields = (await call<FieldRecord[]>('GET', 'fields')).body;
    const { field } = fields.find(({ id }) => id === route.fieldId)!;
    const { setup } = robots.find(({ id }) => id === route.robotId)!.setup;
    const revisions = (await call<RouteRevision[]>('GET', `routes/${route.id}/revisions`)).body;
    const { plan } = revisions[0]!;
    // The turn goes 20° too far, as if somebody had touched the robot.
    const moves = plan.moves.map((move) =>
      move.kind === 'turn' && move.target.kind === 'heading'
        ? { ...move, target: { ...move.target, heading: move.target.heading + 0.35 } }
        : move,
    );
    const went = randomRun(
      { plan: { ...plan, moves }, field, estimated: setup, trueParameters: setup },
      3,
      1,
    );
    const recording = readRecording(telemetryOf(went, setup));
    const packed = packRecording(recording);
    const id = randomUUID();
    const run = runs.at(-1)!;
    await call('POST', `robots/${route.robotId}/telemetry`, {
      id,
      runId: run.id,
      rows: recording.rows,
      columns: packed.map(({ name, decimals }) => ({ name, decimals })),
      events: [],
    });
    for (const { name, bytes } of packed) {
      await fetch(`${address}/api/v1/telemetry/${id}/columns/${name}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/octet-stream' },
        body: bytes as BodyInit,
      });
    }
    await page.goto(table());
    await page.getByRole('button', { name: new RegExp(`^${runs.length} `) }).click();
    await page.getByText(/It leaves what was expected .* in move 2, Turn left/).waitFor();
    await page.getByRole('img', { name: /Heading over time/ }).waitFor();
  });
});

/** A simulated run as the lines of a hub: time, both motors and heading. */
function telemetryOf({ trace }: RunRecord, setup: RobotParameters): string {
  const { left, right } = wheelDiameters(setup.drive);
  const { track, gearRatio } = setup.drive;
  const sign = setup.gyro.rightPositive ? -1 : 1;
  const lines = ['t_s,left_deg,right_deg,heading_deg', '0,0,0,0'];
  let [leftTravel, rightTravel] = [0, 0];
  trace.slice(1).forEach((moment, i) => {
    const last = trace[i]!;
    const turn = moment.heading - last.heading;
    const middle = (moment.heading + last.heading) / 2;
    const way = (moment.x - last.x) * Math.cos(middle) + (moment.y - last.y) * Math.sin(middle);
    leftTravel += way - (turn * track) / 2;
    rightTravel += way + (turn * track) / 2;
    const motor = (travel: number, diameter: number) =>
      degrees((2 * gearRatio * travel) / diameter).toFixed(2);
    const heading = sign * degrees(moment.heading - trace[0]!.heading);
    lines.push(
      `${(1 + moment.time).toFixed(4)},${motor(leftTravel, left)},${motor(rightTravel, right)},${heading.toFixed(2)}`,
    );
  });
  return `${lines.join('\n')}\n`;
}
