import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig, passthroughImageService } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  image: { service: passthroughImageService() },
  devToolbar: { enabled: false },
  // Every write comes as JSON from our own pages; src/pages/api/_endpoint.ts checks its origin.
  security: { checkOrigin: false },
  // Only our own scripts and styles run; Astro's own inline ones are named by their fingerprints.
  experimental: {
    csp: {
      // The simulated robot is compiled code of our own, which stands in our own scripts.
      scriptDirective: { resources: ["'self'", "'wasm-unsafe-eval'"] },
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "connect-src 'self'",
        "font-src 'self'",
        "worker-src 'self' blob:",
        // A video file that somebody measures by stays in the browser.
        "media-src 'self' blob:",
      ],
    },
  },
  vite: {
    worker: { format: 'es' },
    build: { assetsInlineLimit: 0 },
  },
});
