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

/**
 * Serves the built application.
 *
 * @param {string} host address to listen on
 * @param {number} port
 * @returns {Promise<{ close: () => Promise<void> }>}
 */
export async function serve(host, port) {
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
  const allowed = allowedHosts(host);
  const server = createServer((request, response) => {
    for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
    if (!isAllowed(request.headers.host, allowed)) {
      response.writeHead(421, { 'content-type': 'text/plain; charset=utf-8' });
      response.end(
        'This Corvat does not answer to that name. Whoever runs it can allow the name with CORVAT_HOSTS.\n',
      );
      return;
    }
    compress(request, response, () =>
      assets(request, response, () => void handler(request, response)),
    );
  });
  // A body may be large and a link's request lasts as long as a run; what is silent is ended.
  server.requestTimeout = 0;
  server.headersTimeout = 20_000;
  await new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, resolve);
  });
  return {
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeIdleConnections();
        setTimeout(() => server.closeAllConnections(), PATIENCE).unref();
      }),
  };
}

/**
 * The names under which this Corvat may be asked for. A page of elsewhere can give a name of its own the
 * address of this machine and then speak to us as if it were ours; it cannot give that name to the browser as one of these.
 */
export function allowedHosts(host) {
  const given = setting('CORVAT_HOSTS', '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter((name) => name !== '');
  const everywhere = host === '0.0.0.0' || host === '::';
  return { names: new Set([...LOOPBACK, host.toLowerCase(), ...given]), addresses: everywhere };
}

/** Whether a Host header names this Corvat; an address in numbers belongs to nobody else's page. */
export function isAllowed(header, { names, addresses }) {
  const name = (header ?? '').toLowerCase().replace(/:\d+$/, '');
  if (names.has(name)) return true;
  return addresses && (/^\d+\.\d+\.\d+\.\d+$/.test(name) || /^\[[0-9a-f:.]+\]$/.test(name));
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
