import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst, StaleWhileRevalidate } from 'workbox-strategies';

/** The part of a service worker's world that the page's types leave out. */
declare const self: {
  skipWaiting: () => Promise<void>;
  addEventListener: (
    type: 'message',
    listener: (event: { data: unknown; waitUntil: (work: Promise<unknown>) => void }) => void,
  ) => void;
  /** Written into the built script: every file of the application, by its contents. */
  __WB_MANIFEST: { url: string; revision: string | null }[];
};

/** Sheets as they were, by their addresses; answers of the API; pictures. */
const [PAGES, ANSWERS, PICTURES] = ['corvat-pages', 'corvat-answers', 'corvat-pictures'] as const;
/**
 * After so long without an answer a sheet is shown as it was, s: a network that is there and does not work. With what it
 * takes to draw it, nobody waits longer than two seconds; what comes later is offered when it is there.
 */
const PATIENCE = 1;
const ANSWER_PATIENCE = 8;
/** Answers that are worth nothing later, or are too large to keep. */
const NOT_KEPT =
  /^\/api\/v1\/(events|health|bundle|copies|imports|link\/|runs\/news|table\/|devices)|\/(file|bundle|runs-file|columns)/;
const PICTURE = /^\/api\/v1\/(fields\/[^/]+\/picture|runs\/[^/]+\/photo)$/;

void self.skipWaiting();
clientsClaim();
precacheAndRoute(self.__WB_MANIFEST);

/** What is thrown away when this device is not known any more: others may pick it up. */
async function forgetAll(): Promise<void> {
  await Promise.all([PAGES, ANSWERS, PICTURES].map((name) => caches.delete(name)));
}

/** The sheet of an address as it was; it says how old it is. */
async function sheetOf(address: string): Promise<Response | undefined> {
  const cache = await caches.open(PAGES);
  const kept = await cache.match(address, { ignoreVary: true });
  if (kept === undefined) return undefined;
  const made = new Date(kept.headers.get('date') ?? 0).toISOString();
  const text = await kept.text();
  return new Response(text.replace('<html', `<html data-kept-at="${made}"`), {
    headers: kept.headers,
  });
}

/**
 * Where there is no connection at all: the sheet of this address, or else the newest of the same kind that shows what the
 * address names. Never that of another robot or route: what is written on it would be taken for theirs.
 */
async function nearestSheet(request: Request): Promise<Response | undefined> {
  const exact = await sheetOf(request.url);
  if (exact !== undefined) return exact;
  const wanted = new URL(request.url);
  const keys = await (await caches.open(PAGES)).keys();
  const newest = keys.findLast(({ url }) => {
    const other = new URL(url);
    const shows = [...wanted.searchParams].every(
      ([name, value]) => other.searchParams.get(name) === value,
    );
    return other.pathname === wanted.pathname && shows;
  });
  return newest === undefined ? undefined : sheetOf(newest.url);
}

const sheets = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: PATIENCE,
  plugins: [
    new ExpirationPlugin({ maxEntries: 80 }),
    {
      // The database of the other machine is away: what was here before is better than nothing.
      fetchDidSucceed: ({ response }) =>
        response.status === 503 ? Promise.reject(new Error('away')) : Promise.resolve(response),
      cacheWillUpdate: ({ response }) =>
        Promise.resolve(response.status === 200 && !response.redirected ? response : null),
      // While the network may still answer, only what was asked for is shown as it was.
      cachedResponseWillBeUsed: async ({ request }) => (await sheetOf(request.url)) ?? null,
      handlerDidError: async ({ request }) => (await nearestSheet(request)) ?? nothingKept(),
    },
  ],
});

registerRoute(
  ({ request }) => request.mode === 'navigate',
  async ({ request, event, url }) => {
    if (url.pathname === '/pair') {
      await forgetAll();
      return fetch(request);
    }
    return sheets.handle({ request, event });
  },
);

registerRoute(
  ({ url }) => url.pathname.startsWith('/api/v1/languages/'),
  new CacheFirst({ cacheName: ANSWERS, plugins: [new ExpirationPlugin({ maxEntries: 300 })] }),
);

registerRoute(
  ({ url, request }) => request.method === 'GET' && PICTURE.test(url.pathname),
  new StaleWhileRevalidate({
    cacheName: PICTURES,
    plugins: [new ExpirationPlugin({ maxEntries: 60, purgeOnQuotaError: true })],
  }),
);

registerRoute(
  ({ url, request }) =>
    request.method === 'GET' &&
    url.pathname.startsWith('/api/v1/') &&
    !NOT_KEPT.test(url.pathname) &&
    !PICTURE.test(url.pathname),
  new NetworkFirst({
    cacheName: ANSWERS,
    networkTimeoutSeconds: ANSWER_PATIENCE,
    plugins: [new ExpirationPlugin({ maxEntries: 300, purgeOnQuotaError: true })],
  }),
);

/** A page asks for the sheets that its bar leads to, so that they are here before they are opened. */
self.addEventListener('message', (event) => {
  const { keep } = (event.data ?? {}) as { keep?: string[] };
  if (keep !== undefined) event.waitUntil(keepSheets(keep));
});

async function keepSheets(addresses: readonly string[]): Promise<void> {
  const cache = await caches.open(PAGES);
  for (const address of addresses) {
    const answer = await fetch(address, { headers: { accept: 'text/html' } }).catch(() => null);
    if (answer?.status === 200 && !answer.redirected) await cache.put(address, answer);
  }
}

/** What is shown of a sheet that was never opened. Its words cannot be looked up anywhere. */
function nothingKept(): Response {
  return new Response(
    '<!doctype html><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Corvat</title><p>No connection to Corvat, and this sheet was not opened before on this device. <a href="/">Today</a> · <a href="/table">Table</a></p>',
    { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } },
  );
}
