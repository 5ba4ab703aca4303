import { Button } from '../../ui/Button.tsx';
import styles from './TableView.module.css';
import { say } from '../../core/language/say.ts';

/** What happens most: the words are kept with the run as the team reads them. */
function usualCauses(): string[] {
  return [
    say`put down wrong`,
    say`touched`,
    say`battery`,
    say`attachment`,
    say`drop-out`,
    say`table moved`,
  ];
}

/** Where they stand on the sheet. */
export const CAUSES_ID = 'causes';

interface CausesProps {
  cause: string | null;
  onCause: (cause: string | null) => void;
}

/** Why a run does not count: a word by one press, or one's own. */
export function Causes({ cause, onCause }: CausesProps) {
  const usual = usualCauses();
  const own = cause !== null && !usual.includes(cause) ? cause : '';
  return (
    <section className={styles['list']} id={CAUSES_ID}>
      <h2>{say`Anything odd? It is kept, but does not count.`}</h2>
      <div className={styles['chips']}>
        {usual.map((word) => (
          <Button
            key={word}
            aria-pressed={cause === word}
            onClick={() => onCause(cause === word ? null : word)}
          >
            {word}
          </Button>
        ))}
        <input
          className={styles['own']}
          aria-label={say`Another cause, in your own words`}
          placeholder={say`own word`}
          maxLength={200}
          value={own}
          onChange={(event) => onCause(event.target.value === '' ? null : event.target.value)}
        />
      </div>
    </section>
  );
}
