import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);

let browser: Browser;
let page: Page;
let faults: string[] = [];
let made: FieldRecord;

beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(() => browser.close());

beforeEach(async () => {
  ({ page, faults } = await openPage(browser));
  await page.goto(`${address}/field?new`);
  await page.getByLabel('Name').fill(`Drawn ${Math.round(1e6 * performance.now())}`);
  await page.getByLabel('Width').fill('2 m');
  await page.getByRole('button', { name: 'Start the field' }).click();
  await page.getByRole('toolbar', { name: 'Drawing tools' }).waitFor();
  const id = new URL(page.url()).searchParams.get('field')!;
  made = (await call<FieldRecord>('GET', `fields/${id}`)).body;
  return async () => {
    expect(faults).toEqual([]);
    await page.context().close();
  };
});

/** A place of the table, mm, on the screen. */
async function onScreen(x: number, y: number): Promise<{ x: number; y: number }> {
  return page.getByRole('img', { name: /^The field to scale/ }).evaluate(
    (svg, place) => {
      const matrix = (svg as unknown as SVGSVGElement).getScreenCTM()!;
      const at = new DOMPoint(place.x, place.height - place.y).matrixTransform(matrix);
      return { x: at.x, y: at.y };
    },
    { x, y, height: made.field.height },
  );
}
async function drag(from: [number, number], to: [number, number]): Promise<void> {
  const a = await onScreen(...from);
  const b = await onScreen(...to);
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 4 });
  await page.mouse.move(b.x, b.y, { steps: 4 });
  await page.mouse.up();
}
async function click(x: number, y: number): Promise<void> {
  const at = await onScreen(x, y);
  await page.mouse.click(at.x, at.y);
}
const saved = async (): Promise<FieldRecord['field']> => {
  await page.getByRole('button', { name: 'Save the field' }).click();
  await page.getByRole('button', { name: 'Saved' }).waitFor();
  return (await call<FieldRecord>('GET', `fields/${made.id}`)).body.field;
};

describe('the drawing board', () => {
  it('draws a model, a wall, a line and a start, snapped to the grid, and keeps them', async () => {
    await page.getByRole('button', { name: 'Model' }).click();
    await drag([402, 598], [603, 801]);
    await page.getByLabel('Name').fill('Lighthouse');
    await page.getByRole('button', { name: 'Wall' }).click();
    await click(1000, 200);
    await click(1000, 503);
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Line', exact: true }).click();
    await click(1300, 300);
    await click(1797, 300);
    await page.getByRole('button', { name: 'End it' }).click();
    await page.getByLabel('Width').fill('22');
    await page.getByLabel('Width').press('Enter');
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await click(300, 200);
    const field = await saved();
    expect(field.width).toBe(2000);
    expect(field.models).toHaveLength(1);
    expect(field.models[0]!.name).toBe('Lighthouse');
    expect(field.models[0]!.outline[0]).toEqual({ x: 400, y: 600 });
    expect(field.models[0]!.outline[2]).toEqual({ x: 600, y: 800 });
    expect(field.walls[0]!.points).toEqual([
      { x: 1000, y: 200 },
      { x: 1000, y: 500 },
    ]);
    expect(field.lines[0]).toMatchObject({
      width: 22,
      points: [
        { x: 1300, y: 300 },
        { x: 1800, y: 300 },
      ],
    });
    expect(field.starts.map(({ pose }) => [pose.x, pose.y])).toContainEqual([300, 200]);
  });

  it('undoes a drag as one step, and keeps the step before it', async () => {
    await page.getByRole('button', { name: 'Model' }).click();
    await drag([400, 600], [600, 800]);
    await page.getByRole('button', { name: 'Choose' }).click();
    await drag([500, 700], [550, 700]);
    await drag([650, 800], [700, 850]);
    await expect.poll(() => page.getByLabel('3, x').inputValue()).toMatch(/^700/);
    const undo = page.getByRole('button', { name: 'Undo' });
    await undo.click();
    await expect.poll(() => page.getByLabel('3, x').inputValue()).toMatch(/^650/);
    await undo.click();
    await expect.poll(() => page.getByLabel('1, x').inputValue()).toMatch(/^400/);
    await undo.click();
    expect(await undo.isDisabled()).toBe(true);
  });

  it('lays what somebody else saved meanwhile together with this drawing, and asks where both differ', async () => {
    await page.getByRole('button', { name: 'Model' }).click();
    await drag([400, 600], [600, 800]);
    await saved();
    const stored = (await call<FieldRecord>('GET', `fields/${made.id}`)).body;
    const model = stored.field.models[0]!;
    const theirs = {
      ...stored.field,
      models: [{ ...model, points: 25 }],
      walls: [
        {
          id: 'theirs',
          name: 'Theirs',
          points: [
            { x: 9, y: 9 },
            { x: 99, y: 9 },
          ],
          seen: true,
        },
      ],
    };
    const put = { name: made.name, field: theirs, version: stored.version };
    expect((await call('PUT', `fields/${made.id}`, put)).status).toBe(200);
    await page.getByRole('button', { name: 'Choose' }).click();
    await drag([500, 700], [550, 700]);
    await page.getByRole('button', { name: 'Save the field' }).click();
    const panel = page.getByRole('group', { name: 'Saved by somebody else' });
    await panel.getByText(/Wall “Theirs” is new/).waitFor();
    await panel.getByText('Model “Model 1”: you both changed it.').waitFor();
    await panel.getByRole('button', { name: 'Keep mine' }).click();
    const both = await saved();
    expect(both.walls.map(({ id }) => id)).toEqual(['theirs']);
    expect(both.models[0]!.outline[0]!.x).toBe(450);
    // A refused save is an answer with an error status, which the browser notes.
    faults.splice(0, faults.length, ...faults.filter((fault) => !/status of 409/.test(fault)));
  });

  it('brings back what was not saved, and goes on a route as a newer drawing', async () => {
    await page.getByRole('button', { name: 'Start', exact: true }).click();
    await click(300, 200);
    await page.reload();
    await page.getByText('Changes that were not saved yet are back.').waitFor();
    const { starts } = await saved();
    expect(starts).toHaveLength(2);
    const robots = (await call<{ id: string }[]>('GET', 'robots')).body;
    const plan = { startId: starts[1]!.id, moves: [] };
    const route = await call<{ id: string }>('POST', 'routes', {
      name: 'Newer',
      robotId: robots[0]!.id,
      fieldId: made.id,
      plan,
    });
    const stored = (await call<FieldRecord>('GET', `fields/${made.id}`)).body;
    const without = { ...stored.field, starts: [stored.field.starts[0]] };
    await call('PUT', `fields/${made.id}`, {
      name: made.name,
      field: without,
      version: stored.version,
    });
    await page.goto(`${address}/route?route=${route.body.id}`);
    await page.getByText(/was drawn anew since: .* Start place “.*” was taken away\./).waitFor();
    await page.getByRole('button', { name: 'Go on with the newest' }).click();
    await page.getByRole('button', { name: 'Save as rev 2' }).click();
    await page.getByRole('button', { name: 'Save revision 2' }).click();
    await expect
      .poll(async () => {
        const all = await call<{ fieldRevision: number }[]>(
          'GET',
          `routes/${route.body.id}/revisions`,
        );
        return all.body[0]!.fieldRevision;
      })
      .toBe(stored.newest + 1);
  });

  it('moves a thing by dragging it and by its corners, by numbers and by keys, and undoes', async () => {
    await page.getByRole('button', { name: 'Model' }).click();
    await drag([400, 600], [600, 800]);
    await page.getByRole('button', { name: 'Choose' }).click();
    await drag([500, 700], [550, 700]);
    await expect.poll(() => page.getByLabel('1, x').inputValue()).toMatch(/^450/);
    await drag([650, 800], [700, 850]);
    await expect.poll(() => page.getByLabel('3, x').inputValue()).toMatch(/^700/);
    await page.getByLabel('1, x').fill('431.5');
    await page.getByLabel('1, x').press('Enter');
    await page.getByRole('button', { name: 'Choose' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect.poll(() => page.getByLabel('1, x').inputValue()).toMatch(/^441[.,]5/);
    await page.keyboard.press('Control+z');
    await expect.poll(() => page.getByLabel('1, x').inputValue()).toMatch(/^431[.,]5/);
    const { models } = await saved();
    expect(models[0]!.outline[0]).toEqual({ x: 431.5, y: 600 });
    expect(models[0]!.outline[2]).toEqual({ x: 700, y: 850 });
  });

  it('measures between two places', async () => {
    await page.getByRole('button', { name: 'Measure' }).click();
    await drag([300, 200], [600, 600]);
    await page.getByText(/^500\smm, 53\.1°/).waitFor();
  });

  it('lays a picture under the drawing by two points', async () => {
    await page.getByRole('button', { name: 'Picture' }).click();
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="400" height="200"><rect width="400" height="200" fill="#ccd"/></svg>';
    await page
      .getByLabel('Choose a picture')
      .setInputFiles({ name: 'plan.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await page.getByText('click it on the picture').first().waitFor();
    await click(500, 250);
    await click(1500, 750);
    await page.getByRole('button', { name: 'Lay it so' }).click();
    const { picture } = await saved();
    // The two points were the middle half of the picture; now they are the whole table.
    expect(picture!.width).toBeCloseTo(2000 * (Math.hypot(2000, 1100) / Math.hypot(1000, 500)), -2);
    const answer = await fetch(`${address}/api/v1/fields/${made.id}/picture`);
    expect(answer.headers.get('content-type')).toBe('image/svg+xml');
    expect(answer.headers.get('content-security-policy')).toContain('sandbox');
    const file = await call<{ picture: { base64: string } }>('GET', `fields/${made.id}/file`);
    expect(Buffer.from(file.body.picture.base64, 'base64').toString()).toBe(svg);
  });

  it('says when somebody else saved meanwhile, and keeps the drawing', async () => {
    await call('PUT', `fields/${made.id}`, {
      name: 'Theirs',
      field: made.field,
      version: made.version,
    });
    await page.getByRole('button', { name: 'Wall' }).click();
    await click(1000, 200);
    await click(1000, 500);
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Save the field' }).click();
    await page.getByText(/Somebody else saved this field meanwhile/).waitFor();
    const field = await saved();
    expect(field.walls).toHaveLength(1);
    faults = faults.filter((fault) => !fault.includes('409'));
  });
});
