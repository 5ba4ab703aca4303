import type { LinkEvent } from '../../src/contracts/link.ts';
import type { Acknowledgement } from '../../src/core/telemetry/acknowledgement.ts';

type SentLine = Record<string, number | string>;

/** A follower of a link, as a browser is one, without the browser. */
export interface Follower {
  /** Settles when the stream has begun. */
  ready: Promise<void>;
  lines: () => SentLine[];
  numbers: () => number[];
  receipts: () => Acknowledgement[];
  lastBatch: () => number;
  stop: () => void;
}

/** Follows a link by server-sent events, from a batch on when one is given. */
export function followLines(address: string, link: string, after?: number): Follower {
  const ending = new AbortController();
  const lines: SentLine[] = [];
  const receipts: Acknowledgement[] = [];
  let last = after ?? 0;
  let begun = () => {};
  const ready = new Promise<void>((resolve) => (begun = resolve));
  const take = (block: string) => {
    const data = /^data: (.*)$/m.exec(block)?.[1];
    if (data === undefined) return;
    const event = JSON.parse(data) as LinkEvent;
    last = event.upTo;
    lines.push(...(event.lines ?? []));
    if (event.receipt !== undefined) receipts.push(event.receipt);
    begun();
  };
  const read = async () => {
    const batch = after === undefined ? '' : `.${after}`;
    const response = await fetch(`${address}/api/v1/events?link=${link}${batch}`, {
      signal: ending.signal,
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
    lastBatch: () => last,
    stop: () => ending.abort(),
  };
}
