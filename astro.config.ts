import node from '@astrojs/node';
import react from '@astrojs/react';
import { defineConfig, passthroughImageService } from 'astro/config';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'standalone' }),
  integrations: [react()],
  image: { service: passthroughImageService() },
  devToolbar: { enabled: false },
  // Every write comes as JSON from our own pages; src/pages/api/_endpoint.ts checks its origin.
  security: { checkOrigin: false },
  vite: {
    worker: { format: 'es' },
    build: { assetsInlineLimit: 0 },
  },
});
