import { conventions } from '../../core/language/conventions.ts';
import type { CameraWorkerApi } from '../../workers/camera.worker.ts';
import type { PracticeCameraApi } from '../../workers/practiceCamera.worker.ts';
import { CancellableWorker } from '../cancellableWorker.ts';
import { withWords } from '../conventions.ts';

export type {
  CameraTask,
  ExpectedBand,
  SeenFrame,
  RobotInPhoto,
  SeenPhoto,
} from '../../workers/camera.worker.ts';
export type { PracticeTask } from '../../workers/practiceCamera.worker.ts';
export type CameraWorker = CancellableWorker<CameraWorkerApi>;
export type PracticeCameraWorker = CancellableWorker<PracticeCameraApi>;

/** A worker that looks at pictures of a camera. */
export function cameraWorker(): CameraWorker {
  return new CancellableWorker(() =>
    withWords(
      new Worker(new URL('../../workers/camera.worker.ts', import.meta.url), {
        type: 'module',
        name: JSON.stringify(conventions()),
      }),
    ),
  );
}

/** A worker that draws the pictures of the practice camera. */
export function practiceCameraWorker(): PracticeCameraWorker {
  return new CancellableWorker(() =>
    withWords(
      new Worker(new URL('../../workers/practiceCamera.worker.ts', import.meta.url), {
        type: 'module',
        name: JSON.stringify(conventions()),
      }),
    ),
  );
}
