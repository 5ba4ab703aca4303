import styles from './Explanation.module.css';
import { say } from '../core/language/say.ts';

/** What a drawing shows, how it comes about and from what, for whoever presses; it is not for paper. */
export function Explanation({ of: words }: { of: string }) {
  return (
    <details className={styles['explanation']}>
      <summary>{say`What this shows`}</summary>
      <p>{words}</p>
    </details>
  );
}
