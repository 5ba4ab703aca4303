import { defineConfig } from 'vite';

/** Builds the practice robot into one file of its own, so that it runs as a process of its own. */
export default defineConfig({
  logLevel: 'warn',
  build: {
    ssr: 'src/link/practiceRobot.ts',
    outDir: 'dist/practice',
    target: 'node20',
    emptyOutDir: true,
  },
});
