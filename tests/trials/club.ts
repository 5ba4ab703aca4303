import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Change, Team } from '../../src/contracts/devices.ts';
import type { FieldRecord } from '../../src/contracts/fields.ts';
import type { Robot } from '../../src/contracts/robots.ts';
import type { Route } from '../../src/contracts/routes.ts';
import { uniform } from '../../src/core/mathematics/randomness.ts';
import { barMinds } from '../../src/ui/live/sheetMinds.ts';
import { caller } from '../api/client.ts';
import {
  cookieOfTeam,
  pairedCookie,
  sharedApplication,
  type SharedApplication,
} from '../devices.ts';

/**
 * `npm run trial:club`: 200 teams with five devices each on one process. Every device has the Table open; one of a team
 * logs runs, the others are told and bring their bars up to date, and all open another sheet now and then. The pace is
 * raised until news take longer than a second. `-- 20` says how many teams.
 */
const FOLDER = '.test/trial-club';
const DEVICES = 5;
/** How often a team logs a run, s: a busy evening first, and then faster than any team drives. */
const PACES = [60, 30, 15, 8, 4];
/** How long each pace is held, and how long it takes until it is even, ms. */
const [HELD, SETTLING] = [40_000, 5000];
/** A device opens another sheet about this often, ms. */
const SHEET_EVERY = 120_000;
const SHEETS = ['', 'bench', 'route', 'table', 'verdict'];
/** What is done at a time while the club is made. */
const AT_ONCE = 8;

const report = (line: string) => process.stdout.write(`${line}\n`);

interface ClubTeam {
  devices: string[];
  place: object;
  address: string;
}

/** A team with a robot, a field, a route and a session, and its devices. */
async function makeTeam(application: SharedApplication, like: Route, i: number): Promise<ClubTeam> {
  const ours = caller(application.address);
  const team = (await ours<Team>('POST', 'teams', { name: `Team ${i + 1}` })).body;
  const call = caller(application.address, cookieOfTeam(team.id));
  const field = (await ours<FieldRecord>('GET', `fields/${like.fieldId}`)).body;
  const drawn = await call<FieldRecord>('POST', 'fields', { name: 'Table', field: field.field });
  const robot = (await call<Robot>('POST', 'robots', { name: 'Robot' })).body;
  const route = await call<Route>('POST', 'routes', {
    name: 'First way',
    robotId: robot.id,
    fieldId: drawn.body.id,
    plan: like.revision.plan,
  });
  if (route.status !== 201) throw new Error(route.text);
  const session = { id: randomUUID(), title: 'Evening', startedAt: new Date().toISOString() };
  await call('POST', 'sessions', session);
  const devices: string[] = [];
  for (let k = 0; k < DEVICES; k++) {
    devices.push(await pairedCookie(application, 'table', `Device ${k + 1}`, team.id));
  }
  const place = {
    sessionId: session.id,
    revisionId: route.body.revision.id,
    setupId: robot.setup.id,
    measurements: [],
    outcomes: [],
  };
  const address = `?robot=${robot.id}&route=${route.body.id}&session=${session.id}`;
  return { devices, place, address };
}

/** What took how long since the pace was changed, ms. */
class Times {
  private readonly all = new Map<string, number[]>();

  take(what: string, ms: number): void {
    this.all.set(what, [...(this.all.get(what) ?? []), ms]);
  }

  /** Half, and all but one of twenty, were quicker than these, ms. */
  of(what: string): { count: number; half: number; most: number } {
    const sorted = (this.all.get(what) ?? []).toSorted((a, b) => a - b);
    const at = (part: number) => Math.round(sorted[Math.floor(part * sorted.length)] ?? NaN);
    return { count: sorted.length, half: at(0.5), most: at(0.95) };
  }

  clear(): void {
    this.all.clear();
  }
}

/** Follows what a team does as an open Table, until the trial ends. */
async function follow(
  address: string,
  cookie: string,
  onChange: (change: Change) => void,
): Promise<void> {
  const answer = await fetch(`${address}/api/v1/events?at=table`, { headers: { cookie } });
  if (answer.status !== 200) throw new Error(await answer.text());
  let text = '';
  const pieces = answer.body!.pipeThrough(new TextDecoderStream()).getReader();
  for (;;) {
    const { done, value } = await pieces.read();
    if (done) return;
    const blocks = (text + value).split('\n\n');
    text = blocks.pop()!;
    for (const block of blocks) {
      const data = /^event: change\ndata: (.*)$/.exec(block)?.[1];
      if (data !== undefined) onChange(JSON.parse(data) as Change);
    }
  }
}

/** Memory that a process and all that it started hold, MB, by the name of the program. */
function memoryOf(pid: number, into = new Map<string, number>()): Map<string, number> {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  const [, name] = /^Name:\s+(.+)/.exec(status)!;
  const mine = Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
  into.set(name!, (into.get(name!) ?? 0) + mine);
  const children = readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim();
  for (const child of children === '' ? [] : children.split(' ')) memoryOf(Number(child), into);
  return into;
}

async function trial(teams: number, seed: number): Promise<void> {
  const draw = uniform(seed, 0, 9);
  const application = await sharedApplication(FOLDER, '--share=plain');
  const [like] = (await caller(application.address)<Route[]>('GET', 'routes')).body;
  const club: ClubTeam[] = [];
  for (let i = 0; i < teams; i += AT_ONCE) {
    const some = Array.from({ length: Math.min(AT_ONCE, teams - i) }, (_, k) => i + k);
    club.push(...(await Promise.all(some.map((k) => makeTeam(application, like!, k)))));
  }
  report(`${teams} teams with ${DEVICES} devices each are there.`);
  const times = new Times();
  const faults: string[] = [];
  const sentAt = new Map<string, number>();
  let open = true;
  let pace = PACES[0]!;
  const timed = async (what: string, work: () => Promise<Response>) => {
    const begun = performance.now();
    const answer = await work().catch((error: unknown) => String(error));
    const ended = typeof answer === 'string' ? answer : answer.ok ? null : await answer.text();
    if (typeof answer !== 'string') await answer.arrayBuffer().catch(() => null);
    if (ended !== null && open) faults.push(`${what}: ${ended.slice(0, 200)}`);
    times.take(what, performance.now() - begun);
  };
  const { shared } = application;
  for (const team of club) {
    team.devices.forEach((cookie, k) => {
      const headers = { cookie };
      void follow(shared, cookie, ({ thing, action }) => {
        const at = sentAt.get(thing ?? '');
        if (at !== undefined) times.take('news', performance.now() - at);
        // What the logging page did itself is no news to it.
        if (k > 0 && barMinds(action))
          void timed('bar', () => fetch(`${shared}/api/v1/workflow${team.address}`, { headers }));
      }).catch((error: unknown) => open && faults.push(`stream: ${String(error)}`));
      void (async () => {
        await sleep(SHEET_EVERY * draw());
        for (; open; await sleep(SHEET_EVERY * (0.5 + draw()))) {
          const sheet = SHEETS[Math.floor(draw() * SHEETS.length)]!;
          await timed('sheet', () => fetch(`${shared}/${sheet}${team.address}`, { headers }));
        }
      })();
    });
    void (async () => {
      await sleep(pace * 1000 * draw());
      for (; open; await sleep(pace * 1000 * (0.5 + draw()))) {
        const id = randomUUID();
        sentAt.set(id, performance.now());
        await timed('run', () =>
          fetch(`${shared}/api/v1/runs/${id}`, {
            method: 'PUT',
            headers: { cookie: team.devices[0]!, 'content-type': 'application/json' },
            body: JSON.stringify({ ...team.place, happenedAt: new Date().toISOString() }),
          }),
        );
      }
    })();
  }
  report('a run each | runs | news half / 95 % | write half / 95 % | sheet half / 95 % | faults');
  for (pace of PACES) {
    await sleep(SETTLING);
    times.clear();
    faults.length = 0;
    await sleep(HELD);
    const [news, run, sheet] = [times.of('news'), times.of('run'), times.of('sheet')];
    const cells = [
      `${pace} s`,
      run.count,
      ...[news, run, sheet].map(({ half, most }) => `${half} / ${most} ms`),
      faults.length,
    ];
    report(cells.join(' | '));
    for (const fault of new Set(faults.slice(0, 3))) report(`  ${fault}`);
    if (news.most > 1000 || Number.isNaN(news.most)) break;
  }
  const memory = [...memoryOf(application.process.pid!)].map(
    ([name, megabytes]) => `${name} ${megabytes.toFixed(0)} MB`,
  );
  report(`memory: ${memory.join(', ')}`);
  open = false;
  await application.stop();
  process.exit(0);
}

await trial(Number(process.argv[2] ?? 200), 1);
