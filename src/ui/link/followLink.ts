import { LinkHub, type LinkNews } from './linkHub.ts';

/** What a page asks of the hub that it shares with others. */
export interface HubRequest {
  link: string;
  follow: boolean;
}

type Follow = (link: string, listener: (news: LinkNews) => void) => () => void;

let follow: Follow | null = null;

/**
 * Follows a link through the one stream that all tabs of this browser share; where tabs cannot share a
 * worker, through one of the page's own.
 */
export const followLink: Follow = (link, listener) => {
  follow ??= typeof SharedWorker === 'undefined' ? inThisPage() : inAllTabs();
  return follow(link, listener);
};

function inThisPage(): Follow {
  const hub = new LinkHub();
  return (link, listener) => hub.follow(link, listener);
}

function inAllTabs(): Follow {
  const worker = new SharedWorker(new URL('./linkHub.shared.ts', import.meta.url), {
    type: 'module',
    name: 'corvat-links',
  });
  const { port } = worker;
  const listeners = new Map<string, Set<(news: LinkNews) => void>>();
  const ask = (request: HubRequest) => port.postMessage(request);
  port.onmessage = ({ data }: MessageEvent<{ link: string; news: LinkNews }>) => {
    for (const listen of listeners.get(data.link) ?? []) listen(data.news);
  };
  // A tab that is closed says so: the worker does not learn it otherwise. One that comes back goes on.
  addEventListener('pagehide', () => listeners.forEach((_, link) => ask({ link, follow: false })));
  addEventListener('pageshow', (event) => {
    if ((event as PageTransitionEvent).persisted)
      listeners.forEach((_, link) => ask({ link, follow: true }));
  });
  return (link, listener) => {
    const others = listeners.get(link) ?? new Set();
    others.add(listener);
    listeners.set(link, others);
    ask({ link, follow: true });
    return () => {
      others.delete(listener);
      if (others.size > 0) return;
      listeners.delete(link);
      ask({ link, follow: false });
    };
  };
}
