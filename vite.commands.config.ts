import { defineConfig } from 'vite';

/** Builds the command-line door into one file of its own. */
export default defineConfig({
  logLevel: 'warn',
  build: {
    ssr: 'src/commands/corvat.ts',
    outDir: 'dist/commands',
    target: 'node20',
    emptyOutDir: true,
  },
});
