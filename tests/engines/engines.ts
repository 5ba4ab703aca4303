/**
 * Corvat in three engines: each opens every sheet on a tablet and on a phone, logs a run through an outage, moves a
 * move, and simulates the same runs as the server to the last digit. Says what went wrong, and ends with 1 when
 * anything did.
 *
 * Started by `npm run engines`, which puts the browsers on the machine.
 */
import { rmSync, readdirSync } from 'node:fs';
import type { Run } from '../../src/contracts/practices.ts';
import type { Route } from '../../src/contracts/routes.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import { caller } from '../api/client.ts';
import { ROOT, startApplication, type Application } from '../application.ts';
import { chromiumEngine } from './chromium.ts';
import type { Engine } from './engine.ts';
import { firefoxEngine } from './firefox.ts';
import { webkitEngine } from './webkit.ts';

const DATA = '.test/engines';
const SHEETS = [
  '/',
  '/begin',
  '/bench',
  '/bench#wheels',
  '/bench#rest',
  '/bench#ports',
  '/route',
  '/table',
  '/verdict',
  '/match',
  '/program',
  '/story',
  '/trainer',
  '/field',
  '/files',
  '/devices',
  '/team',
  '/cards',
  '/tags',
];
const SIZES = { tablet: [1024, 768], phone: [390, 844] } as const;
/**
 * What the outage makes a browser say, and Firefox of the schemas’ library: it asks once whether it may evaluate text,
 * is told no by the page’s policy, and does without.
 */
const EXPECTED =
  /Failed to load|ERR_|NetworkError|EventSource|can’t establish|blocked a JavaScript eval/;
const RUNS = 40;
const SEED = 7;

/** Waits until a question of the page is answered with yes; false when it takes too long. */
async function until(engine: Engine, question: string, seconds = 20): Promise<boolean> {
  for (const end = Date.now() + 1000 * seconds; Date.now() < end;) {
    if ((await engine.ask(question).catch(() => false)) === true) return true;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  return false;
}

const LIVES = `document.readyState === 'complete' && document.querySelector('astro-island[ssr]') === null`;

async function sheets(engine: Engine, address: string, query: string): Promise<string[]> {
  const faults: string[] = [];
  for (const [name, [width, height]] of Object.entries(SIZES)) {
    await engine.resize(width, height);
    for (const sheet of SHEETS) {
      const [path, hash] = sheet.split('#');
      await engine.open('about:blank');
      await engine.open(`${address}${path}?${query}${hash === undefined ? '' : `#${hash}`}`);
      const place = `${sheet} on a ${name}`;
      if (!(await until(engine, LIVES))) faults.push(`${place}: it does not come to life`);
      const over = await engine.ask('document.documentElement.scrollWidth - innerWidth');
      if (Number(over) > 0) faults.push(`${place}: ${String(over)} px wider than the window`);
      const alert = await engine.ask(
        `document.querySelector('[role=alert] h1')?.textContent ?? ''`,
      );
      if (alert !== '') faults.push(`${place}: ${String(alert)}`);
    }
  }
  return faults;
}

/** Logs a run while the server is gone, and sees it arrive. */
async function outage(
  engine: Engine,
  application: Application,
  query: string,
  revisionId: string,
): Promise<{ application: Application; faults: string[] }> {
  const { address } = application;
  const count = async () =>
    (await caller(address)<Run[]>('GET', `runs?revision=${revisionId}`)).body.length;
  const before = await count();
  await engine.open(`${address}/table?${query}`);
  await until(engine, LIVES);
  await application.stop();
  await engine.type('[class*=line] input', '12 -5 h');
  const waits = await until(engine, `/kept on this device/.test(document.body.innerText)`);
  const again = await startApplication(DATA, { PORT: new URL(address).port });
  let arrived = false;
  for (let second = 0; second < 60 && !arrived; second++) {
    await new Promise((resolve) => setTimeout(resolve, 1000));
    arrived = (await count()) === before + 1;
  }
  return {
    application: again,
    faults: [
      ...(waits ? [] : ['a run that cannot be sent is not said to wait']),
      ...(arrived ? [] : ['a run that was logged through an outage did not arrive']),
    ],
  };
}

/** Takes the second move before the first by its keys, and back. */
async function movedMove(engine: Engine, address: string, query: string): Promise<string[]> {
  await engine.resize(...SIZES.tablet);
  await engine.open(`${address}/route?${query}`);
  await until(engine, LIVES);
  const order = `[...document.querySelectorAll('[class*=strip] button')].map((cell) => cell.innerText.replace(/\\s+/g, ' ')).filter((text) => /^\\d/.test(text)).join(' | ')`;
  await until(engine, `(${order}) !== ''`);
  const before = String(await engine.ask(order));
  await engine.press('ArrowRight');
  await engine.press('Alt+ArrowLeft');
  const moved = await until(engine, `(${order}) !== ${JSON.stringify(before)}`, 5);
  await engine.press('Control+z');
  const back = await until(engine, `(${order}) === ${JSON.stringify(before)}`, 5);
  return [
    ...(moved ? [] : [`a move was not moved: ${before}`]),
    ...(back
      ? []
      : [`moving a move was not undone: ${before} became ${String(await engine.ask(order))}`]),
  ];
}

interface Experiment {
  plan: unknown;
  field: unknown;
  setup: unknown;
}

/** The runs that the page’s own worker simulates, beside the server’s. */
async function sameRuns(
  engine: Engine,
  address: string,
  { plan, field, setup }: Experiment,
): Promise<string[]> {
  const worker = readdirSync(`${ROOT}dist/client/_astro`).find((file) =>
    /^simulation\.worker.*\.js$/.test(file),
  );
  const request = { plan, field, setup, seed: SEED, runs: RUNS };
  const { body } = await caller(address)<{ poses: number[] }>('POST', 'forecasts', request);
  const experiment = { plan, field, estimated: setup, trueParameters: setup };
  // The worker is asked in the words of its own line, so that the file that is shipped is what is tried.
  const started = await engine.ask(`(() => {
    const worker = new Worker('/_astro/${worker}', { type: 'module', name: document.documentElement.dataset.team });
    const { port1, port2 } = new MessageChannel();
    port1.start();
    worker.onmessage = ({ data }) => {
      window.simulated = JSON.stringify(Array.from(data.value.poses));
    };
    worker.onerror = (error) => { window.simulated = 'fault: ' + error.message; };
    worker.postMessage({ id: '1', type: 'APPLY', path: ['runs'], argumentList: [
      { type: 'RAW', value: ${JSON.stringify(experiment)} },
      { type: 'RAW', value: ${SEED} },
      { type: 'RAW', value: ${RUNS} },
      { type: 'HANDLER', name: 'proxy', value: port2 },
    ] }, [port2]);
    return true;
  })()`);
  if (started !== true || !(await until(engine, `typeof window.simulated === 'string'`, 30))) {
    return ['the worker does not answer'];
  }
  const own = String(await engine.ask('window.simulated'));
  return own === JSON.stringify(body.poses)
    ? []
    : [`its ${RUNS} simulated runs are not the server’s: ${own.slice(0, 80)}`];
}

async function main(): Promise<void> {
  const only = process.argv.slice(2);
  rmSync(`${ROOT}${DATA}`, { recursive: true, force: true });
  let application = await startApplication(DATA);
  const { address } = application;
  const call = caller(address);
  const listed = (await call<Route[]>('GET', 'routes')).body;
  const route = listed.find(({ name }) => name === 'Heron Hide')!;
  const robot = (await call<Robot>('GET', `robots/${route.robotId}`)).body;
  const field = (await call<FieldRecord>('GET', `fields/${route.fieldId}`)).body;
  const query = `route=${route.id}&robot=${robot.id}`;
  const experiment = { plan: route.revision.plan, field: field.field, setup: robot.setup.setup };
  let broken = 0;
  for (const start of [chromiumEngine, firefoxEngine, webkitEngine]) {
    const engine = await start();
    if (only.length > 0 && !only.includes(engine.name)) {
      await engine.close();
      continue;
    }
    console.warn(`${engine.name} ${engine.version}`);
    const faults: string[] = [];
    const report = (what: string, found: readonly string[]) => {
      faults.push(...found);
      console.warn(`  ${found.length === 0 ? 'well ' : 'FAULT'}  ${what}`);
      for (const fault of found) console.warn(`         ${fault}`);
    };
    report(`${SHEETS.length} sheets, tablet and phone`, await sheets(engine, address, query));
    report('a move is moved by keys, and back', await movedMove(engine, address, query));
    report(
      'the same simulated runs to the last digit',
      await sameRuns(engine, address, experiment),
    );
    const tried = await outage(engine, application, query, route.revision.id);
    ({ application } = tried);
    report('a run logged through an outage', tried.faults);
    const said = engine.faults.filter((fault) => !EXPECTED.test(fault));
    report('no error on the console', said);
    broken += faults.length;
    await engine.close();
  }
  await application.stop();
  console.warn(broken === 0 ? 'All engines are well.' : `${broken} faults.`);
  process.exitCode = broken === 0 ? 0 : 1;
}

await main();
