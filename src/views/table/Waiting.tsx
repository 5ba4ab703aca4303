import type { WaitingWrite } from '../../ui/outbox/outbox.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './Practice.module.css';

interface WaitingProps {
  waiting: readonly WaitingWrite[];
  reached: boolean;
  onDrop: (write: WaitingWrite) => void;
  onRetry: (write: WaitingWrite) => void;
}

/** What is kept on this device and not sent yet, and what the server would not take. */
export function Waiting({ waiting, reached, onDrop, onRetry }: WaitingProps) {
  const refused = waiting.filter((write) => write.refused !== null);
  const open = waiting.length - refused.length;
  if (refused.length === 0 && (open === 0 || reached)) return null;
  return (
    <section className={styles['waiting']} role="status" aria-label="Waiting to be sent">
      {open > 0 && !reached && (
        <p>
          <b>{open}</b> {open === 1 ? 'entry is' : 'entries are'} kept on this device and sent when
          the connection is back. Go on.
        </p>
      )}
      {refused.map((write) => (
        <div key={write.order} className={styles['row']}>
          <span>
            {write.method === 'PUT' ? 'A run' : 'A change'} was not taken: {write.refused}
          </span>
          <Button onClick={() => onRetry(write)}>Try again</Button>
          <Button onClick={() => onDrop(write)}>Throw it away</Button>
        </div>
      ))}
    </section>
  );
}
