import { changeSchema, type Change } from '../../contracts/devices.ts';
import type { LinkEvent } from '../../contracts/link.ts';

/** What a follower of a link is told. */
export type LinkNews = { event: LinkEvent } | { status: LinkStatus };
/** `cut` while the browser tries to reach the server again. */
export type LinkStatus = 'opening' | 'open' | 'cut';
/** What a follower of changes is told: each change, and when there may have been some that were not told. */
export type ChangeNews = { change: Change } | { status: LinkStatus };

type LinkListener = (news: LinkNews) => void;
type ChangeListener = (news: ChangeNews) => void;

/** How long it waits before it tries to reach the server again, ms. */
const RETRY_AFTER = 1000;

/** As many changes are remembered, by which what comes again is known. */
const REMEMBERED = 500;

/** A page that follows changes. */
export interface FollowingPage {
  /** Whether it is the Table, which others are told. */
  atTable: boolean;
  /** When the server made it: what was changed before is on it. */
  madeAt: string;
}

/**
 * One stream of server-sent events for all that is followed in one place. A browser opens only six connections to a
 * server at a time, so a stream for each link or tab would soon leave nothing for requests. After a cut it goes on behind
 * the batch of each link that it saw last, so no line is told twice or missed.
 */
export class StreamHub {
  private readonly links = new Map<string, Set<LinkListener>>();
  private readonly seen = new Map<string, number | null>();
  /** Followers of changes, each with what its page is. */
  private readonly pages = new Map<ChangeListener, FollowingPage>();
  /** Changes that were told lately, for pages that come later and were made before. */
  private recent: Change[] = [];
  private source: EventSource | null = null;
  private status: LinkStatus = 'opening';
  private restarting: ReturnType<typeof setTimeout> | null = null;

  /** Tells the listener what comes to a link, from now on, until the returned function is called. */
  followLink(link: string, listener: LinkListener): () => void {
    const others = this.links.get(link);
    if (others === undefined) {
      this.links.set(link, new Set([listener]));
      this.seen.set(link, null);
      this.restartIn(0);
    } else {
      others.add(listener);
      listener({ status: this.status });
    }
    return () => this.leaveLink(link, listener);
  }

  /** Tells the listener what is changed, from when its page was made on, until the returned function is called. */
  followChanges(page: FollowingPage, listener: ChangeListener): () => void {
    const before = this.shape();
    this.pages.set(listener, page);
    if (this.shape() === before) {
      listener({ status: this.status });
      for (const change of this.recent) if (change.at >= page.madeAt) listener({ change });
    } else this.restartIn(0);
    return () => {
      const present = this.shape();
      this.pages.delete(listener);
      if (this.shape() !== present) this.restartIn(0);
    };
  }

  /** What of the followers of changes stands in the stream's address. */
  private shape(): 'none' | 'changes' | 'table' {
    if (this.pages.size === 0) return 'none';
    return [...this.pages.values()].some(({ atTable }) => atTable) ? 'table' : 'changes';
  }

  private leaveLink(link: string, listener: LinkListener): void {
    const listeners = this.links.get(link);
    listeners?.delete(listener);
    if (listeners === undefined || listeners.size > 0) return;
    this.links.delete(link);
    this.seen.delete(link);
    this.restartIn(0);
  }

  /** Several followers that come or go at once need one new stream only. */
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
    const shape = this.shape();
    if (this.seen.size === 0 && shape === 'none') return;
    const query = [...this.seen].map(
      ([link, batch]) => `link=${link}${batch === null ? '' : `.${batch}`}`,
    );
    if (shape === 'table') query.push('at=table');
    const since = [...this.pages.values()].map(({ madeAt }) => madeAt).toSorted()[0];
    if (since !== undefined) query.push(`since=${since}`);
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
      for (const listen of this.links.get(event.link) ?? []) listen({ event });
    };
    source.addEventListener('change', ({ data }: MessageEvent<string>) => {
      const read = changeSchema.safeParse(JSON.parse(data));
      // A newer Corvat may tell of what this page does not know; the next page does.
      if (!read.success) return;
      const change = read.data;
      if (this.recent.some(({ id }) => id === change.id)) return;
      this.recent = [...this.recent.slice(1 - REMEMBERED), change];
      for (const [listen, { madeAt }] of this.pages) if (change.at >= madeAt) listen({ change });
    });
  }

  private tell(status: LinkStatus): void {
    this.status = status;
    for (const listeners of this.links.values()) {
      for (const listen of listeners) listen({ status });
    }
    for (const listen of this.pages.keys()) listen({ status });
  }
}
