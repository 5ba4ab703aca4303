import { defineConfig } from 'vite';

/** Builds the migration and demo step of the start command into one file of its own. */
export default defineConfig({
  logLevel: 'warn',
  build: {
    ssr: 'src/store/prepare.ts',
    outDir: 'dist/prepare',
    target: 'node20',
    emptyOutDir: true,
  },
});
