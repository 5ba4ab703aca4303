import { defineConfig } from 'vitest/config';
import { WORKERS } from './tests/application.ts';

export default defineConfig({
  test: {
    maxWorkers: WORKERS,
    projects: [
      {
        // Experiments with many seeds take a while when both cores are busy.
        test: {
          name: 'unit',
          // What is logged on purpose by tests of faults is not for the eye.
          env: { CORVAT_LOG: '/dev/null' },
          include: ['src/**/*.test.ts', 'tests/program/*.test.ts'],
          testTimeout: 60_000,
        },
      },
      {
        test: {
          name: 'application',
          include: ['tests/**/*.test.ts'],
          exclude: ['tests/program/**'],
          globalSetup: ['tests/application.ts'],
          testTimeout: 60_000,
          hookTimeout: 120_000,
        },
      },
    ],
  },
});
