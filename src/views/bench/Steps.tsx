import styles from './BenchView.module.css';

interface StepsProps {
  need: string;
  steps: readonly string[];
  caution?: string | undefined;
  /** Whether they are shown at once; otherwise on demand. */
  open: boolean;
}

/** What a bench needs, and what to do in order. */
export function Steps({ need, steps, caution, open }: StepsProps) {
  return (
    <details className={styles['steps']} open={open}>
      <summary>How it is measured</summary>
      <p>
        <strong>You need:</strong> {need}
      </p>
      <ol>
        {steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {caution !== undefined && <p className={styles['caution']}>{caution}</p>}
    </details>
  );
}
