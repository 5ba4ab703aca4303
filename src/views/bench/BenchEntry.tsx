import { useEffect, useRef } from 'react';
import styles from './BenchView.module.css';

interface BenchEntryProps {
  title: string;
  figure: string;
  state: string;
  warn?: boolean;
  chosen: boolean;
  onChoose: () => void;
}

/** So much of the bench before is seen, px: there is something to push back to. */
const ROOM_BEFORE = 48;

/** One bench in the list of benches: its name, its figure, and how it stands. */
export function BenchEntry({ title, figure, state, warn, chosen, onChoose }: BenchEntryProps) {
  const entry = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // In one hand the benches are a row to push; the chosen one may lie beside the screen.
    const own = entry.current;
    const row = own?.parentElement;
    if (chosen && own && row) row.scrollLeft = own.offsetLeft - row.offsetLeft - ROOM_BEFORE;
  }, [chosen]);
  return (
    <button
      ref={entry}
      type="button"
      className={styles['bench']}
      aria-pressed={chosen}
      data-warn={warn === true}
      onClick={onChoose}
    >
      <span>
        <strong>{title}</strong> <span className="mono">{figure}</span>
      </span>
      <small>{state}</small>
    </button>
  );
}
