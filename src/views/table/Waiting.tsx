import type { WaitingWrite } from '../../ui/outbox/outbox.ts';
import { exportWrite } from '../../ui/outbox/exportWrite.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './Practice.module.css';

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
    <section className={styles['waiting']} role="status" aria-label="Waiting to be sent">
      {open > 0 && !reached && (
        <p>
          <b>{open}</b> {open === 1 ? 'entry is' : 'entries are'} kept on this device and sent when
          the connection is back. Go on.
        </p>
      )}
      {aside.map((write) => (
        <div key={write.order} className={styles['row']}>
          <span>
            {nameOf(write)} was not taken and is kept on this device: {write.refused}
          </span>
          <Button onClick={() => onRetry(write)}>Try again</Button>
          <Button onClick={() => exportWrite(write)}>Save as a file</Button>
          <Button onClick={() => onDrop(write)}>Throw it away</Button>
        </div>
      ))}
    </section>
  );
}

function nameOf({ method, content, run }: WaitingWrite): string {
  if (content instanceof Blob) return 'A photo';
  const at = run === null ? '' : ` of ${new Date(run.happenedAt).toLocaleTimeString()}`;
  return `${method === 'PUT' ? 'A run' : 'A change'}${at}`;
}
