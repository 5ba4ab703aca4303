import { PRACTICE_HOLDER_HEADER, PRACTICE_KEY_HEADER } from '../contracts/headers.ts';
import type { PracticeLink } from '../contracts/link.ts';
import type { WaitingCommand } from '../contracts/commands.ts';
import { PracticeHub } from '../core/practice/hub.ts';
import { practiceTruth } from '../core/practice/truth.ts';
import { writeLine, type TelemetryLine } from '../core/telemetry/lines.ts';
import type { Acknowledgement } from '../core/telemetry/acknowledgement.ts';

/** How the practice robot reaches Corvat, and how it passes its time. */
export interface PracticeSettings {
  /** Such as `http://127.0.0.1:4310`. */
  address: string;
  /** Seconds of the robot's time that pass in one second. */
  speed: number;
  /** A link to serve alone; null for all that wait for a practice robot. */
  token: string | null;
  /** By this Corvat knows the practice robot that belongs to it. */
  key: string;
  /** Which of several practice robots this one is: a UUID of its own. */
  holder: string;
}

/** How often it asks for links and for commands, ms. */
const ASK_EVERY = 250;
/** How often a moving robot sends what has become due, ms. */
const SEND_EVERY = 100;
/** A rest is carried out in pieces of this length, s. */
const REST_SLICE = 3;
/** Lines of one request. */
const LINES_AT_ONCE = 400;

const pause = (milliseconds: number) =>
  new Promise<void>((resolve) => setTimeout(resolve, milliseconds));

/**
 * Serves practice links until the signal: for each it runs a simulated hub, which takes its commands and
 * sends its lines over HTTP as any hub would. It knows nothing that is not on the wire, and a
 * server that is away for a while loses no line: the receipt says from where to send again.
 */
export async function runPracticeRobot(
  settings: PracticeSettings,
  signal: AbortSignal,
): Promise<void> {
  const served = new Map<string, Served>();
  while (!signal.aborted) {
    const links = await ask<PracticeLink[]>(settings, 'GET', 'practice/links').catch(() => null);
    // A link that is not given any more is served by another, or by nobody.
    for (const [token, one] of served) {
      if (links === null || links.some((link) => link.token === token)) continue;
      one.leave();
      served.delete(token);
    }
    for (const link of links ?? []) {
      if (settings.token !== null && link.token !== settings.token) continue;
      const known = served.get(link.token);
      if (known !== undefined) {
        known.hub.reprogram(link.setup);
        continue;
      }
      const hub = new PracticeHub(practiceTruth(link.first, link.seed), link.setup, link.seed, {
        lines: link.receipt.next - 1,
        clock: link.receipt.lastTime,
      });
      const one = new Served(settings, link.token, hub, signal);
      served.set(link.token, one);
      void one.serve();
    }
    await pause(ASK_EVERY);
  }
}

/** One link with its hub. */
class Served {
  private readonly leaving = new AbortController();
  private readonly signal: AbortSignal;
  /** Commands that were carried out, until they are known to be taken away. */
  private readonly done = new Set<number>();

  constructor(
    private readonly settings: PracticeSettings,
    private readonly token: string,
    readonly hub: PracticeHub,
    ending: AbortSignal,
  ) {
    this.signal = AbortSignal.any([ending, this.leaving.signal]);
  }

  leave(): void {
    this.leaving.abort();
  }

  async serve(): Promise<void> {
    const { signal } = this;
    while (!signal.aborted) {
      const [next] = await this.waiting();
      if (next === undefined) {
        await pause(ASK_EVERY);
        continue;
      }
      if (next.command.do === 'rest') await this.rest(next.command.seconds);
      else await this.send(this.hub.carryOut(next.command));
      await this.finish(next.number);
    }
  }

  /** Stands still in slices, so that somebody can lean on the table meanwhile. */
  private async rest(seconds: number): Promise<void> {
    for (let left = seconds; left > 0 && !this.signal.aborted; left -= REST_SLICE) {
      const slice = { do: 'rest' as const, seconds: Math.min(REST_SLICE, left) };
      await this.send(this.hub.carryOut(slice));
      for (const { number, command } of await this.waiting()) {
        if (command.do !== 'nudge') continue;
        await this.send(this.hub.carryOut(command));
        await this.finish(number);
      }
    }
  }

  private async waiting(): Promise<WaitingCommand[]> {
    const path = `link/${this.token}/commands`;
    const all = await ask<WaitingCommand[]>(this.settings, 'GET', path).catch(() => null);
    if (all === null) return [];
    for (const number of this.done) {
      // What the server still has is taken away again; what it has not is not asked after any more.
      if (all.some((command) => command.number === number)) await this.takeAway(number);
      else this.done.delete(number);
    }
    return all.filter(({ number }) => !this.done.has(number));
  }

  private finish(number: number): Promise<void> {
    this.done.add(number);
    return this.takeAway(number);
  }

  private async takeAway(number: number): Promise<void> {
    await ask(this.settings, 'DELETE', `link/${this.token}/commands?number=${number}`).catch(
      () => null,
    );
  }

  /** Sends lines at the pace of the robot's clock; goes on from the receipt after a failure. */
  private async send(lines: readonly TelemetryLine[]): Promise<void> {
    const first = lines[0];
    if (first === undefined) return;
    const begun = performance.now();
    const due = (line: TelemetryLine) =>
      begun + ((line.values['t_s']! - first.values['t_s']!) / this.settings.speed) * 1000;
    let sent = 0;
    while (sent < lines.length && !this.signal.aborted) {
      const now = performance.now();
      let to = sent;
      while (to < lines.length && to - sent < LINES_AT_ONCE && due(lines[to]!) <= now) to++;
      if (to === sent) {
        await pause(SEND_EVERY);
        continue;
      }
      const text = lines.slice(sent, to).map(writeLine).join('\n');
      try {
        await ask<Acknowledgement>(this.settings, 'POST', `link/${this.token}`, `${text}\n`);
        sent = to;
      } catch {
        await pause(ASK_EVERY);
        const link = await ask<PracticeLink>(this.settings, 'GET', `link/${this.token}`).catch(
          () => null,
        );
        // What the server acknowledged is not sent again; what it would have dropped as a double, either.
        if (link !== null) sent = Math.max(0, link.receipt.next - first.n!);
      }
    }
  }
}

async function ask<T>(
  { address, key, holder }: PracticeSettings,
  method: string,
  path: string,
  content?: string,
): Promise<T> {
  const response = await fetch(`${address}/api/v1/${path}`, {
    method,
    headers: {
      [PRACTICE_KEY_HEADER]: key,
      [PRACTICE_HOLDER_HEADER]: holder,
      ...(content === undefined ? {} : { 'content-type': 'text/plain' }),
    },
    ...(content === undefined ? {} : { body: content }),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  return (response.status === 204 ? undefined : await response.json()) as T;
}
