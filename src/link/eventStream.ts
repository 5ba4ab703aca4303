import type { Receipt } from '../core/telemetry/receipt.ts';

/** How often a follower's stream looks for new lines, ms. */
const LOOK_EVERY = 120;
/** A sign of life at least this often, ms, so that a dead connection is noticed. */
const SIGN_OF_LIFE = 10_000;

interface News {
  receipt: Receipt;
  upTo: number;
  lines: string[];
}

/**
 * Server-sent events of one follower. The stream looks into the database instead of waiting for
 * another request of this process, so that several processes can serve one link.
 *
 * @param newsAfter what has come after a batch
 * @param from the batch that the follower saw last, or null for a new follower
 */
export function eventStream(
  newsAfter: (after: number | null) => Promise<News>,
  from: number | null,
): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let open = true;
  let last = from;
  let told = '';
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      let quietSince = performance.now();
      const look = async () => {
        const { receipt, upTo, lines } = await newsAfter(last);
        if (!open) return;
        const counts = JSON.stringify(receipt);
        if (lines.length > 0) send(`id: ${upTo}\nevent: lines\ndata: [${lines.join(',')}]\n\n`);
        // The first event carries the identifier too, so that a cut at once loses nothing either.
        if (counts !== told) send(`id: ${upTo}\nevent: receipt\ndata: ${counts}\n\n`);
        const news = lines.length > 0 || counts !== told;
        if (news) quietSince = performance.now();
        else if (performance.now() - quietSince > SIGN_OF_LIFE) {
          send(': still here\n\n');
          quietSince = performance.now();
        }
        last = upTo;
        told = counts;
      };
      const loop = async () => {
        while (open) {
          try {
            await look();
          } catch {
            // The browser comes back by itself and goes on after the last batch that it saw.
            if (open) controller.close();
            open = false;
            return;
          }
          await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY));
        }
      };
      void loop();
    },
    cancel() {
      open = false;
    },
  });
}
