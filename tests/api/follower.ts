import type { Receipt } from '../../src/core/telemetry/receipt.ts';

type SentLine = Record<string, number | string>;

/** A follower of a link, as a browser is one, without the browser. */
export interface Follower {
  /** Settles when the stream has begun. */
  ready: Promise<void>;
  lines: () => SentLine[];
  numbers: () => number[];
  receipts: () => Receipt[];
  lastId: () => string;
  stop: () => void;
}

/** Follows a link by server-sent events, from a batch on when one is given. */
export function followLines(address: string, token: string, lastId?: string): Follower {
  const ending = new AbortController();
  const lines: SentLine[] = [];
  const receipts: Receipt[] = [];
  let last = lastId ?? '';
  let begun = () => {};
  const ready = new Promise<void>((resolve) => (begun = resolve));
  const take = (block: string) => {
    const field = (name: string) => new RegExp(`^${name}: (.*)$`, 'm').exec(block)?.[1] ?? '';
    last = field('id') || last;
    if (field('event') === 'lines') lines.push(...(JSON.parse(field('data')) as SentLine[]));
    if (field('event') === 'receipt') receipts.push(JSON.parse(field('data')) as Receipt);
    begun();
  };
  const read = async () => {
    const response = await fetch(`${address}/api/v1/link/${token}/lines`, {
      signal: ending.signal,
      headers: lastId === undefined ? {} : { 'last-event-id': lastId },
    });
    let text = '';
    const pieces = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    for (;;) {
      const { done, value } = await pieces.read();
      if (done) return;
      const blocks = (text + value).split('\n\n');
      text = blocks.pop()!;
      blocks.forEach(take);
    }
  };
  read().catch(() => begun());
  return {
    ready,
    lines: () => lines,
    numbers: () => lines.map(({ n }) => Number(n)),
    receipts: () => receipts,
    lastId: () => last,
    stop: () => ending.abort(),
  };
}
