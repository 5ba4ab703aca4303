import { formatMoment } from '../../core/language/dates.ts';
import { say } from '../../core/language/say.ts';
import { Button } from '../Button.tsx';
import { sayWith } from '../sayWith.ts';
import { exportWrite } from './exportWrite.ts';
import styles from './LaidAside.module.css';
import type { WaitingWrite } from './outbox.ts';

interface LaidAsideProps {
  /** What the server would not take. */
  aside: readonly WaitingWrite[];
  onDrop: (write: WaitingWrite) => void;
  onRetry: (write: WaitingWrite) => void;
}

/** What was kept on this device and not taken: why, and what can be done with it. */
export function LaidAside({ aside, onDrop, onRetry }: LaidAsideProps) {
  return aside.map((write) => (
    <div key={write.order} className={styles['entry']}>
      <span>{sayWith`${nameOf(write)} was not taken and is kept on this device: ${write.refused}`}</span>
      <Button onClick={() => onRetry(write)}>{say`Try again`}</Button>
      <Button onClick={() => exportWrite(write)}>{say`Save as a file`}</Button>
      <Button onClick={() => onDrop(write)}>{say`Throw it away`}</Button>
    </div>
  ));
}

function nameOf({ method, content, run, runId }: WaitingWrite): string {
  if (runId === null) return say`A recording or a reading`;
  if (content instanceof Blob) return say`A photo`;
  const at = run === null ? '' : say` of ${formatMoment(run.happenedAt, 'time')}`;
  return method === 'PUT' ? say`A run${at}` : say`A change${at}`;
}
