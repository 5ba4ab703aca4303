import { mkdirSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ROOT, setting } from './setup.mjs';

/** How long requests that are under way may take to end when Corvat stops, ms. */
const PATIENCE = 3000;
/** On every answer: nothing may be guessed, framed, or told to others. */
const HEADERS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'x-frame-options': 'DENY',
  'permissions-policy': 'camera=(self), geolocation=(), microphone=()',
};
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];
/** How questions are taken in: with what is said of where they came from, and for which names. */
export class Taking {
  /** Opens and shuts the door to the network, for pages; set when there is one. */
  sharing = null;

  constructor(handler, assets, compress) {
    this.handler = handler;
    this.assets = assets;
    this.compress = compress;
  }

  /**
   * What answers the questions of one door.
   *
   * @param {(request: import('node:http').IncomingMessage) => { door: 'here' | 'shared', address: string, secret: boolean }} visitOf
   * @param {(header: string | undefined) => boolean} isAllowed whether a Host header names this Corvat
   */
  through(visitOf, isAllowed) {
    return (request, response) => {
      for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
      if (!isAllowed(request.headers.host)) {
        response.writeHead(421, { 'content-type': 'text/plain; charset=utf-8' });
        response.end(
          'This Corvat does not answer to that name. Whoever runs it can allow the name with CORVAT_HOSTS.\n',
        );
        return;
      }
      const locals = { visit: visitOf(request), sharing: this.sharing ?? undefined };
      const answer = (next) => void this.handler(request, response, next, locals);
      // Of a page that is not there the framework would forget who asks.
      const missing = () => {
        request.url = '/404';
        answer(undefined);
      };
      this.compress(request, response, () => this.assets(request, response, () => answer(missing)));
    };
  }
}

/** The built application, ready to take questions. */
export async function builtApplication() {
  const { handler } = await import(pathToFileURL(join(ROOT, 'dist/server/entry.mjs')).href);
  const { default: sirv } = await import('sirv');
  const { default: compression } = await import('compression');
  // Events are sent as they happen; packed, they would wait for each other.
  const compress = compression({
    filter: (request, response) =>
      !String(response.getHeader('content-type')).startsWith('text/event-stream') &&
      compression.filter(request, response),
  });
  const assets = sirv(join(ROOT, 'dist/client'), {
    etag: true,
    setHeaders: (response, path) => {
      // Built files carry their contents' fingerprint in their names.
      if (path.startsWith('/_astro/')) {
        response.setHeader('cache-control', 'public, max-age=31536000, immutable');
      }
    },
  });
  return new Taking(handler, assets, compress);
}

/** Serves the machine's own screen, which needs no word: only what runs on this machine reaches it. */
export function serveHere(taking, host, port) {
  const visitOf = (request) => ({
    door: 'here',
    address: request.socket.remoteAddress ?? '',
    secret: false,
  });
  return listen(createServer(taking.through(visitOf, allowing([host, ...LOOPBACK]))), host, port);
}

/**
 * Serves what a balancer passes on: everybody says a word, and where questions came from is what the balancer says.
 */
export function serveBehindProxy(taking, host, port) {
  const lastOf = (header) => header?.split(',').at(-1)?.trim();
  const visitOf = ({ headers, socket }) => ({
    door: 'shared',
    address: lastOf(headers['x-forwarded-for']) ?? socket.remoteAddress ?? '',
    secret: lastOf(headers['x-forwarded-proto']) === 'https',
  });
  return listen(createServer(taking.through(visitOf, allowing([host, ...LOOPBACK]))), host, port);
}

/**
 * Lets a server listen; gives a way to end it.
 *
 * @param {import('node:http').Server} server what answers
 * @param {import('node:net').Server} door what listens, where that is another
 * @returns {Promise<{ close: () => Promise<void> }>}
 */
export async function listen(server, host, port, door = server) {
  // A body may be large and a link's request lasts as long as a run; what is silent is ended.
  server.requestTimeout = 0;
  server.headersTimeout = 20_000;
  await new Promise((resolve, reject) => {
    door.once('error', reject);
    door.listen(port, host, resolve);
  });
  return {
    close: () =>
      new Promise((resolve) => {
        door.close(() => resolve());
        server.closeIdleConnections();
        setTimeout(() => server.closeAllConnections(), PATIENCE).unref();
      }),
  };
}

/**
 * Whether a Host header names this Corvat. A page of elsewhere can give a name of its own the address of this machine and
 * then speak to us as if it were ours; it cannot give that name to the browser as one of these.
 *
 * @param {string[]} names besides those that CORVAT_HOSTS allows
 */
export function allowing(names) {
  const given = setting('CORVAT_HOSTS', '').split(',');
  const allowed = new Set([...names, ...given].map((name) => name.trim().toLowerCase()));
  return (header) => {
    const name = (header ?? '').toLowerCase().replace(/:\d+$/, '');
    return name !== '' && allowed.has(name);
  };
}

/**
 * Serves the application from its sources, and again whenever they change. What runs beside the
 * server, such as tasks and the practice robot, is as it was built at the start.
 */
export async function serveForDevelopment(host, port) {
  // The framework would ask the registry whether there is a newer one of itself.
  mkdirSync(join(ROOT, '.astro'), { recursive: true });
  writeFileSync(
    join(ROOT, '.astro', 'settings.json'),
    JSON.stringify({ checkUpdates: { enabled: false } }),
  );
  process.env.ASTRO_TELEMETRY_DISABLED = '1';
  const { dev } = await import('astro');
  const server = await dev({ root: ROOT, logLevel: 'warn', server: { host, port } });
  return { close: () => server.stop() };
}
