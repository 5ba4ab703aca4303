import styles from './Panels.module.css';

interface BarsProps {
  label: string;
  bars: readonly { words: string; share: number; figure: string }[];
}

/** Shares as lines of a length, largest first. */
export function Bars({ label, bars }: BarsProps) {
  return (
    <ul className={styles['bars']} aria-label={label}>
      {bars.map(({ words, share, figure }) => (
        <li key={words}>
          <span>{words}</span>
          <span className={styles['figure']}>{figure}</span>
          <i style={{ width: `${Math.min(100, 100 * share)}%` }} />
        </li>
      ))}
    </ul>
  );
}
