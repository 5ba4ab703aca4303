import type { LinkEvent } from '../../contracts/link.ts';

/** What a follower of a link is told. */
export type LinkNews = { event: LinkEvent } | { status: LinkStatus };
/** `cut` while the browser tries to reach the server again. */
export type LinkStatus = 'opening' | 'open' | 'cut';

type Listener = (news: LinkNews) => void;

/** How long it waits before it tries to reach the server again, ms. */
const RETRY_AFTER = 1000;

/**
 * One stream of server-sent events for all links that are followed in one place. A browser opens only six connections
 * to a server at a time, so a stream for each link would soon leave nothing for requests. After a cut it
 * goes on behind the batch of each link that it saw last, so no line is told twice or missed.
 */
export class LinkHub {
  private readonly listeners = new Map<string, Set<Listener>>();
  private readonly seen = new Map<string, number | null>();
  private source: EventSource | null = null;
  private status: LinkStatus = 'opening';
  private restarting: ReturnType<typeof setTimeout> | null = null;

  /** Tells the listener what comes to a link, from now on, until the returned function is called. */
  follow(link: string, listener: Listener): () => void {
    const others = this.listeners.get(link);
    if (others === undefined) {
      this.listeners.set(link, new Set([listener]));
      this.seen.set(link, null);
      this.restartIn(0);
    } else {
      others.add(listener);
      listener({ status: this.status });
    }
    return () => this.leave(link, listener);
  }

  private leave(link: string, listener: Listener): void {
    const listeners = this.listeners.get(link);
    listeners?.delete(listener);
    if (listeners === undefined || listeners.size > 0) return;
    this.listeners.delete(link);
    this.seen.delete(link);
    this.restartIn(0);
  }

  /** Several links that come or go at once need one new stream only. */
  private restartIn(delay: number): void {
    if (this.restarting !== null) clearTimeout(this.restarting);
    this.restarting = setTimeout(() => {
      this.restarting = null;
      this.restart();
    }, delay);
  }

  private restart(): void {
    this.source?.close();
    this.source = null;
    if (this.seen.size === 0) return;
    const query = [...this.seen].map(
      ([link, batch]) => `link=${link}${batch === null ? '' : `.${batch}`}`,
    );
    const source = new EventSource(`/api/v1/events?${query.join('&')}`);
    this.source = source;
    source.onopen = () => this.tell('open');
    source.onerror = () => {
      // The browser would come back with the old address; what was seen since stands in a new one.
      source.close();
      this.tell('cut');
      this.restartIn(RETRY_AFTER);
    };
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const event = JSON.parse(data) as LinkEvent;
      this.seen.set(event.link, event.upTo);
      for (const listen of this.listeners.get(event.link) ?? []) listen({ event });
    };
  }

  private tell(status: LinkStatus): void {
    this.status = status;
    for (const listeners of this.listeners.values()) {
      for (const listen of listeners) listen({ status });
    }
  }
}
