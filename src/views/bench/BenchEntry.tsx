import styles from './BenchView.module.css';

interface BenchEntryProps {
  title: string;
  figure: string;
  state: string;
  warn?: boolean;
  chosen: boolean;
  onChoose: () => void;
}

/** One bench in the list of benches: its name, its figure, and how it stands. */
export function BenchEntry({ title, figure, state, warn, chosen, onChoose }: BenchEntryProps) {
  return (
    <button
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
