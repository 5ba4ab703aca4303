import { defineConfig } from 'vite';

/** Builds what the application does in threads of its own into one file that they load. */
export default defineConfig({
  logLevel: 'warn',
  build: {
    ssr: 'src/server/tasks.ts',
    outDir: 'dist/tasks',
    target: 'node20',
    emptyOutDir: true,
  },
});
