import type { CameraRun } from '../../../core/camera/liveWatch.ts';
import { Button } from '../../../ui/Button.tsx';
import styles from '../../../ui/camera/Camera.module.css';
import { doubtWords } from '../../../ui/camera/watchWords.ts';
import { say } from '../../../core/language/say.ts';

/** What becomes of a run that is doubtful. */
export type Answer = 'counts' | 'set aside' | 'none';

/** A run about which a person is asked, because the camera will not guess. */
export function AskedRun({
  run,
  onAnswer,
}: {
  run: CameraRun;
  onAnswer: (answer: Answer) => void;
}) {
  return (
    <div className={styles['now']} role="alertdialog" aria-labelledby="asked-run">
      <h1 id="asked-run">{say`Does this run count?`}</h1>
      {run.doubts.map((doubt) => (
        <p key={doubt}>{doubtWords(doubt)}</p>
      ))}
      <div className={styles['row']}>
        <Button variant="main" onClick={() => onAnswer('counts')}>{say`It counts`}</Button>
        <Button onClick={() => onAnswer('set aside')}>{say`Log it, set aside`}</Button>
        <Button onClick={() => onAnswer('none')}>{say`It was no run`}</Button>
      </div>
    </div>
  );
}
