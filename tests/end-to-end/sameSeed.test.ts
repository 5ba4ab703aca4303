import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { address } from '../sharedApplication.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Experiment } from '../../src/core/simulation/run.ts';
import { stepsOf } from '../../src/core/route/plan.ts';
import { caller } from '../api/client.ts';
import { openBrowser, openPage } from '../browser.ts';

const call = caller(address);
const SEED = 77;
const RUNS = 40;

let browser: Browser;
let page: Page;
let script: string;
let experiment: Experiment;

beforeAll(async () => {
  browser = await openBrowser();
  ({ page } = await openPage(browser));
  const routes = (await call<Route[]>('GET', 'routes')).body;
  const route = routes.find(({ name }) => name === 'Sluice, then Tide Gauge')!;
  const [worker] = await Promise.all([
    page.waitForEvent('worker'),
    page.goto(`${address}/route?route=${route.id}`),
  ]);
  script = worker.url();
  const setup = (await call<Robot>('GET', `robots/${route.robotId}`)).body.setup.setup;
  const { field } = (await call<FieldRecord>('GET', `fields/${route.fieldId}`)).body;
  experiment = { plan: route.revision.plan, field, estimated: setup, trueParameters: setup };
});
afterAll(() => browser.close());

/**
 * Runs `first` to `first + runs` of the seed in a worker of their own, made from the script that the
 * page itself uses, and gives their poses one after the other.
 */
const inWorker = (first: number, runs: number) =>
  page.evaluate(
    async (question) => {
      const worker = new Worker(question.script, { type: 'module' });
      const progress = new MessageChannel();
      const answer = await new Promise<{ value: { poses: Float32Array } }>((done) => {
        worker.onmessage = (event: MessageEvent) => done(event.data as never);
        const values = [question.experiment, question.seed, question.runs];
        worker.postMessage(
          {
            id: 'runs',
            type: 'APPLY',
            path: ['runs'],
            argumentList: [
              ...values.map((value) => ({ type: 'RAW', value })),
              { type: 'HANDLER', name: 'proxy', value: progress.port1 },
              { type: 'RAW', value: question.first },
            ],
          },
          [progress.port1],
        );
      });
      worker.terminate();
      return Array.from(answer.value.poses);
    },
    { script, experiment, seed: SEED, runs, first },
  );

describe('the same seed', () => {
  it('gives the same runs in one worker, in two, and on the server, to the last digit', async () => {
    const one = await inWorker(0, RUNS);
    const two = await Promise.all([inWorker(0, 15), inWorker(15, RUNS - 15)]);
    const { plan, field, estimated } = experiment;
    const server = await call<{ poses: number[] }>('POST', 'forecasts', {
      plan,
      field,
      setup: estimated,
      seed: SEED,
      runs: RUNS,
    });
    expect(one.length).toBe(RUNS * stepsOf(plan.moves).length * 8 * 3);
    expect(two.flat()).toEqual(one);
    expect(server.body.poses).toEqual(one);
  });
});
