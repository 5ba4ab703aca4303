import type { WaitingWrite } from '../../ui/outbox/outbox.ts';
import { exportWrite } from '../../ui/outbox/exportWrite.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './Practice.module.css';
import { formatMoment } from '../../core/language/dates.ts';
import { plural, say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

interface WaitingProps {
  /** What is on its way, of this session. */
  waiting: readonly WaitingWrite[];
  /** What the server would not take, of every session. */
  aside: readonly WaitingWrite[];
  reached: boolean;
  onDrop: (write: WaitingWrite) => void;
  onRetry: (write: WaitingWrite) => void;
}

/** What is kept on this device and not sent yet, and what the server would not take. */
export function Waiting({ waiting, aside, reached, onDrop, onRetry }: WaitingProps) {
  const open = waiting.filter((write) => write.refused === null).length;
  if (aside.length === 0 && (open === 0 || reached)) return null;
  return (
    <section className={styles['waiting']} role="status" aria-label={say`Waiting to be sent`}>
      {open > 0 && !reached && (
        <p>{sayWith`${(<b>{open}</b>)} ${plural(open, 'entry is', 'entries are')} kept on this device and sent when the connection is back. Go on.`}</p>
      )}
      {aside.map((write) => (
        <div key={write.order} className={styles['row']}>
          <span>{sayWith`${nameOf(write)} was not taken and is kept on this device: ${write.refused}`}</span>
          <Button onClick={() => onRetry(write)}>{say`Try again`}</Button>
          <Button onClick={() => exportWrite(write)}>{say`Save as a file`}</Button>
          <Button onClick={() => onDrop(write)}>{say`Throw it away`}</Button>
        </div>
      ))}
    </section>
  );
}

function nameOf({ method, content, run, runId }: WaitingWrite): string {
  if (runId === null) return say`A recording or a reading`;
  if (content instanceof Blob) return say`A photo`;
  const at = run === null ? '' : say` of ${formatMoment(run.happenedAt, 'time')}`;
  return method === 'PUT' ? say`A run${at}` : say`A change${at}`;
}
