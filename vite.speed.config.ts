import { defineConfig } from 'vite';

/** Builds the core's part of `npm run speed` as the application's own parts are built. */
export default defineConfig({
  logLevel: 'warn',
  build: {
    ssr: 'tests/speed/core.ts',
    outDir: '.test/speed-core',
    target: 'node20',
    emptyOutDir: true,
  },
});
