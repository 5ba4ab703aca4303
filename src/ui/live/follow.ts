import { StreamHub, type ChangeNews, type FollowingPage, type LinkNews } from './streamHub.ts';

/** What a page asks of the hub that it shares with others: a link by its name, or `changes`. */
export interface HubRequest extends FollowingPage {
  topic: string;
  follow: boolean;
}

/** What the hub tells a page. */
export interface HubAnswer {
  topic: string;
  news: LinkNews | ChangeNews;
}

type Follow = (
  topic: string,
  atTable: boolean,
  listener: (news: LinkNews | ChangeNews) => void,
) => () => void;

let follow: Follow | null = null;

/**
 * Follows a link through the one stream that all tabs of this browser share; where tabs cannot share a
 * worker, through one of the page's own.
 */
export function followLink(link: string, listener: (news: LinkNews) => void): () => void {
  return following()(link, false, (news) => {
    if (!('change' in news)) listener(news);
  });
}

/** Follows what is changed in the team, by this device or others, through the same stream. */
export function followChanges(atTable: boolean, listener: (news: ChangeNews) => void): () => void {
  return following()('changes', atTable, (news) => {
    if (!('event' in news)) listener(news);
  });
}

/** When the server made this page. */
function madeAt(): string {
  return document.documentElement.dataset['madeAt'] ?? new Date().toISOString();
}

function following(): Follow {
  follow ??= typeof SharedWorker === 'undefined' ? inThisPage() : inAllTabs();
  return follow;
}

function inThisPage(): Follow {
  const hub = new StreamHub();
  return (topic, atTable, listener) =>
    topic === 'changes'
      ? hub.followChanges({ atTable, madeAt: madeAt() }, listener)
      : hub.followLink(topic, listener);
}

function inAllTabs(): Follow {
  const worker = new SharedWorker(new URL('./streamHub.shared.ts', import.meta.url), {
    type: 'module',
    name: 'corvat-links',
  });
  const { port } = worker;
  const listeners = new Map<string, Set<(news: LinkNews | ChangeNews) => void>>();
  let atTable = false;
  const ask = (topic: string, wanted: boolean) =>
    port.postMessage({ topic, follow: wanted, atTable, madeAt: madeAt() } satisfies HubRequest);
  port.onmessage = ({ data }: MessageEvent<HubAnswer>) => {
    for (const listen of listeners.get(data.topic) ?? []) listen(data.news);
  };
  // A tab that is closed says so: the worker does not learn it otherwise. One that comes back goes on.
  addEventListener('pagehide', () => listeners.forEach((_, topic) => ask(topic, false)));
  addEventListener('pageshow', (event) => {
    if ((event as PageTransitionEvent).persisted) listeners.forEach((_, topic) => ask(topic, true));
  });
  return (topic, isTable, listener) => {
    atTable ||= isTable;
    const others = listeners.get(topic) ?? new Set();
    others.add(listener);
    listeners.set(topic, others);
    ask(topic, true);
    return () => {
      others.delete(listener);
      if (others.size > 0) return;
      listeners.delete(topic);
      ask(topic, false);
    };
  };
}
