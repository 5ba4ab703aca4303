import { join } from 'node:path';
import { injectManifest } from 'workbox-build';
import { ROOT } from './setup.mjs';

/** Writes into the script that keeps sheets on devices which files it has to keep; run by the build. */
const client = join(ROOT, 'dist/client');
const { warnings } = await injectManifest({
  swSrc: join(client, 'offline.js'),
  swDest: join(client, 'offline.js'),
  globDirectory: client,
  globPatterns: ['_astro/**/*.{js,css,woff2}', 'mark.svg', 'app.webmanifest'],
  // These have their contents' fingerprint in their names.
  dontCacheBustURLsMatching: /^_astro\//,
  maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
});
for (const warning of warnings) console.error(warning);
