import { createRequire } from 'node:module';
import type cv from '@techstark/opencv-js';

/**
 * The library of image processing for tests under Vitest, in place of src/core/camera/openCv.ts: Vitest waits for what it
 * imports, and would wait for ever for a module with a `then` of its own.
 */
export const openCv = {
  cv: createRequire(import.meta.url)('@techstark/opencv-js') as typeof cv,
};
