import { LaidAside } from '../../ui/outbox/LaidAside.tsx';
import type { WaitingWrite } from '../../ui/outbox/outbox.ts';
import styles from './Practice.module.css';
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
      <LaidAside {...{ aside, onDrop, onRetry }} />
    </section>
  );
}
