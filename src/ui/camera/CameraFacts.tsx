import type { LensNote } from '../../core/camera/notes.ts';
import { say } from '../../core/language/say.ts';
import styles from './Camera.module.css';
import type { SeenFrame } from './cameraWorker.ts';
import { cameraFacts } from './watchWords.ts';

interface CameraFactsProps {
  seen: SeenFrame;
  rate: number;
  lens: LensNote | null;
  /** Of the robot's tag, as it is told, mm. */
  height: number;
}

/** What the camera sees, in words. */
export function CameraFacts({ seen, rate, lens, height }: CameraFactsProps) {
  return (
    <ul className={styles['facts']} aria-label={say`What the camera sees`}>
      {cameraFacts(seen, rate, lens?.views ?? null, height).map(({ words, tone }) => (
        <li key={words} data-tone={tone}>
          {words}
        </li>
      ))}
    </ul>
  );
}
