import type { LinkEvent } from '../contracts/link.ts';
import type { Acknowledgement } from '../core/telemetry/acknowledgement.ts';

/** How often a follower's stream looks for new lines, ms. */
const LOOK_EVERY = 120;
/** A sign of life at least this often, ms, so that a dead connection is noticed. */
const SIGN_OF_LIFE = 10_000;

interface News {
  link: string;
  receipt: Acknowledgement;
  upTo: number;
  lines: string[];
}

/**
 * Server-sent events of one browser about all links that it follows. The stream looks into the database
 * instead of waiting for another request of this process, so that several processes can serve one link.
 *
 * @param newsAfter what has come to each link after a batch
 * @param from by link the batch that the follower saw last, or null for a new follower
 * @param gone fires when the follower is
 */
export function eventStream(
  newsAfter: (after: ReadonlyMap<string, number | null>) => Promise<News[]>,
  from: ReadonlyMap<string, number | null>,
  gone: AbortSignal,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const last = new Map(from);
  const told = new Map<string, string>();
  let open = true;
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      let quietSince = performance.now();
      const look = async () => {
        for (const news of await newsAfter(last)) {
          if (!open) return;
          const event = eventOf(news, told);
          last.set(news.link, news.upTo);
          if (event === null) continue;
          send(`data: ${event}\n\n`);
          quietSince = performance.now();
        }
        if (performance.now() - quietSince > SIGN_OF_LIFE) {
          send(': still here\n\n');
          quietSince = performance.now();
        }
      };
      const loop = async () => {
        // Something at once, so that the follower knows that it is connected.
        send(': here\n\n');
        while (open && !gone.aborted) {
          try {
            await look();
          } catch {
            // The browser comes back by itself and goes on after the last batch that it saw.
            break;
          }
          await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
        }
        if (open) controller.close();
        open = false;
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
