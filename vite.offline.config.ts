import { defineConfig } from 'vite';

/** Builds what keeps sheets for a time without a connection into one script beside the pages, which it serves all of. */
export default defineConfig({
  logLevel: 'warn',
  publicDir: false,
  build: {
    outDir: 'dist/client',
    emptyOutDir: false,
    target: 'es2022',
    rollupOptions: {
      input: 'src/workers/offline.ts',
      output: { entryFileNames: 'offline.js', format: 'iife' },
    },
  },
});
