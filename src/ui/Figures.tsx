import styles from './Figures.module.css';

export interface Figure {
  label: string;
  value: string;
  /** What it is, its formula and its source, on demand. */
  why?: string;
  strong?: boolean;
}

/** A list of figures, right-aligned in tabular type; each can explain itself. */
export function Figures({ figures }: { figures: readonly Figure[] }) {
  return (
    <div className={styles['figures']}>
      {figures.map(({ label, value, why, strong }) => {
        const line = (
          <span className={styles['line']}>
            <span className={styles['label']}>{label}</span>
            <span className={styles['value']}>{value}</span>
          </span>
        );
        const classes = [styles['row'], strong ? styles['strong'] : ''].join(' ');
        return why === undefined ? (
          <div key={label} className={classes}>
            {line}
          </div>
        ) : (
          <details key={label} className={classes} data-paper>
            <summary>{line}</summary>
            <p className={styles['why']}>{why}</p>
          </details>
        );
      })}
    </div>
  );
}
