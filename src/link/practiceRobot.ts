import { PRACTICE_KEY_HEADER } from '../contracts/headers.ts';
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
      const one = new Served(settings, link.token, hub);
      served.set(link.token, one);
      void one.serve(signal);
    }
    await pause(ASK_EVERY);
  }
}

/** One link with its hub. */
class Served {
  /** The newest command that was taken. */
  private after = 0;

  constructor(
    private readonly settings: PracticeSettings,
    private readonly token: string,
    readonly hub: PracticeHub,
  ) {}

  async serve(signal: AbortSignal): Promise<void> {
    while (!signal.aborted) {
      const [next] = await this.waiting();
      if (next === undefined) {
        await pause(ASK_EVERY);
        continue;
      }
      this.after = next.number;
      if (next.command.do === 'rest') await this.rest(next.command.seconds, signal);
      else await this.send(this.hub.carryOut(next.command), signal);
      await this.finish(next.number);
    }
  }

  /** Stands still in slices, so that somebody can lean on the table meanwhile. */
  private async rest(seconds: number, signal: AbortSignal): Promise<void> {
    for (let left = seconds; left > 0 && !signal.aborted; left -= REST_SLICE) {
      const slice = { do: 'rest' as const, seconds: Math.min(REST_SLICE, left) };
      await this.send(this.hub.carryOut(slice), signal);
      for (const { number, command } of await this.waiting()) {
        if (command.do !== 'nudge') continue;
        await this.send(this.hub.carryOut(command), signal);
        await this.finish(number);
      }
    }
  }

  private waiting(): Promise<WaitingCommand[]> {
    return ask<WaitingCommand[]>(
      this.settings,
      'GET',
      `link/${this.token}/commands?after=${this.after}`,
    ).catch(() => []);
  }

  private async finish(number: number): Promise<void> {
    await ask(this.settings, 'DELETE', `link/${this.token}/commands?number=${number}`).catch(
      () => null,
    );
  }

  /** Sends lines at the pace of the robot's clock; goes on from the receipt after a failure. */
  private async send(lines: readonly TelemetryLine[], signal: AbortSignal): Promise<void> {
    const first = lines[0];
    if (first === undefined) return;
    const begun = performance.now();
    const due = (line: TelemetryLine) =>
      begun + ((line.values['t_s']! - first.values['t_s']!) / this.settings.speed) * 1000;
    let sent = 0;
    while (sent < lines.length && !signal.aborted) {
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
  { address, key }: PracticeSettings,
  method: string,
  path: string,
  content?: string,
): Promise<T> {
  const response = await fetch(`${address}/api/v1/${path}`, {
    method,
    headers: {
      [PRACTICE_KEY_HEADER]: key,
      ...(content === undefined ? {} : { 'content-type': 'text/plain' }),
    },
    ...(content === undefined ? {} : { body: content }),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
  return (response.status === 204 ? undefined : await response.json()) as T;
}
