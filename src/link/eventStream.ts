import type { Change } from '../contracts/devices.ts';
import type { LinkEvent } from '../contracts/link.ts';
import type { Acknowledgement } from '../core/telemetry/acknowledgement.ts';

/** How often a follower's stream looks for new lines, ms. */
const LOOK_EVERY = 120;
/** A sign of life at least this often, ms, so that a dead connection is noticed. */
const SIGN_OF_LIFE = 5000;

interface News {
  link: string;
  receipt: Acknowledgement;
  upTo: number;
  lines: string[];
}

/** What a stream tells of, and whom it tells that it is open. */
export interface StreamSources {
  /** What has come to each link after a batch. */
  newsAfter: (after: ReadonlyMap<string, number | null>) => Promise<News[]>;
  /** By link the batch that the follower saw last, or null for a new follower. */
  from: ReadonlyMap<string, number | null>;
  /** Calls back with what somebody changed, until the function that it gives is called. */
  changes: (listener: (change: Change) => void) => Promise<() => void>;
  /** What was changed since the follower saw it last. */
  missed: () => Promise<Change[]>;
  /** Whether a change ends this stream, because its follower was sent away. */
  ends: (change: Change) => boolean;
  /** Called at the beginning and with every sign of life; and once at the end. */
  alive: () => Promise<void>;
  ended: () => Promise<void>;
}

/**
 * Server-sent events of one browser: what others change, and the lines of all links that it follows. It looks into
 * the database instead of waiting for another request of this process, so that several processes can serve one link.
 *
 * @param gone fires when the follower is
 */
export function eventStream(sources: StreamSources, gone: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const last = new Map(sources.from);
  const told = new Map<string, string>();
  const changes: Change[] = [];
  const toldChanges = new Set<number>();
  let open = true;
  const isOpen = () => open && !gone.aborted;
  return new ReadableStream({
    start(controller) {
      let quietSince = performance.now();
      const send = (text: string) => {
        controller.enqueue(encoder.encode(text));
        quietSince = performance.now();
      };
      const look = async () => {
        for (const change of changes.splice(0)) {
          if (toldChanges.has(change.id)) continue;
          toldChanges.add(change.id);
          if (sources.ends(change)) open = false;
          if (!isOpen()) return;
          send(`event: change\ndata: ${JSON.stringify(change)}\n\n`);
        }
        const news = last.size === 0 ? [] : await sources.newsAfter(last);
        for (const one of news) {
          if (!isOpen()) return;
          const event = eventOf(one, told);
          last.set(one.link, one.upTo);
          if (event !== null) send(`data: ${event}\n\n`);
        }
        if (isOpen() && performance.now() - quietSince > SIGN_OF_LIFE) {
          await sources.alive();
          if (isOpen()) send(': still here\n\n');
        }
      };
      const loop = async () => {
        let leave = () => {};
        try {
          leave = await sources.changes((change) => changes.push(change));
          changes.unshift(...(await sources.missed()));
          await sources.alive();
          // Something at once, so that the follower knows that it is connected.
          if (isOpen()) send(': here\n\n');
          while (isOpen()) {
            await look();
            await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
          }
        } catch {
          // The browser comes back by itself and goes on after the last batch that it saw.
        }
        leave();
        open = false;
        await sources.ended().catch(() => undefined);
        try {
          controller.close();
        } catch {
          // The follower went first.
        }
      };
      void loop();
    },
    cancel() {
      open = false;
    },
  });
}

/** What is new of a link as JSON text, or null; lines are JSON already and are not read again. */
function eventOf({ link, receipt, upTo, lines }: News, told: Map<string, string>): string | null {
  const counts = JSON.stringify(receipt);
  const changed = told.get(link) !== counts;
  if (!changed && lines.length === 0) return null;
  told.set(link, counts);
  const head: LinkEvent = { link, upTo };
  const parts = [
    JSON.stringify(head).slice(1, -1),
    ...(changed ? [`"receipt":${counts}`] : []),
    ...(lines.length > 0 ? [`"lines":[${lines.join(',')}]`] : []),
  ];
  return `{${parts.join(',')}}`;
}
