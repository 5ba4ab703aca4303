import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';
import { WORKERS } from './tests/application.ts';

/** Facts that take many simulated runs or a compiler to check. */
const EXPERIMENTS = [
  'src/**/*.experiment.test.ts',
  'tests/program/*.test.ts',
  'tests/plant/*.test.ts',
];

/** Where pictures are drawn, played and looked at all at once: beside another browser two cores come to one a second. */
const PICTURES = ['tests/end-to-end/camera.test.ts'];

/** The library of image processing in a box that Vitest can open. */
const alias = [
  {
    find: './openCv.ts',
    replacement: fileURLToPath(new URL('tests/openCv.ts', import.meta.url)),
  },
];

// What is logged on purpose by tests of faults is not for the eye.
const env = { CORVAT_LOG: '/dev/null' };

export default defineConfig({
  test: {
    maxWorkers: WORKERS,
    projects: [
      {
        test: {
          name: 'unit',
          env,
          alias,
          include: ['src/**/*.test.ts'],
          exclude: EXPERIMENTS,
          // They share no state, so the modules need to be loaded once only.
          isolate: false,
          testTimeout: 60_000,
        },
      },
      {
        // Parts of views that decide something; how they look is for the browser's tests.
        test: {
          name: 'components',
          env,
          include: ['src/**/*.test.tsx'],
          environment: 'happy-dom',
          setupFiles: ['tests/components.ts'],
        },
      },
      {
        test: {
          name: 'experiments',
          env,
          include: EXPERIMENTS,
          isolate: false,
          // Many seeds take a while when both cores are busy.
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'application',
          include: ['tests/**/*.test.ts'],
          exclude: [...EXPERIMENTS, ...PICTURES],
          globalSetup: ['tests/application.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          // As patient as the browser's waits: nothing is said of speed here.
          expect: { poll: { timeout: 60_000 } },
        },
      },
      {
        test: {
          name: 'pictures',
          include: PICTURES,
          // After all others.
          sequence: { groupOrder: 1 },
          testTimeout: 120_000,
          hookTimeout: 120_000,
          expect: { poll: { timeout: 60_000 } },
          // A machine that others use stands still now and then, and a film does not wait for it.
          retry: 1,
        },
      },
    ],
  },
});
