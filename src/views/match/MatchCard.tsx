import { Button } from '../../ui/Button.tsx';
import { Explanation } from '../../ui/Explanation.tsx';
import { cardLines } from './cardLines.ts';
import styles from './MatchView.module.css';
import { useMatchWork } from './matchWork.ts';
import { say } from '../../core/language/say.ts';

/** What lies beside the table in a match: the order, and from how many seconds left on each is still started. */
export function MatchCard() {
  const { summary, nameOf } = useMatchWork();
  if (summary === null) return null;
  return (
    <section className={styles['sheet']} aria-label={say`The card for the table`}>
      <h2>{say`The card for the table`}</h2>
      <ol className={styles['rows']}>
        {summary.card.flatMap((line, place) =>
          cardLines(line, place, nameOf).map(({ words, when, otherwise }) => (
            <li key={words} data-else={otherwise}>
              <span>{words}</span>
              <output>{when}</output>
            </li>
          )),
        )}
      </ol>
      <p>
        <Button onClick={() => print()}>{say`Print`}</Button>
      </p>
      <Explanation
        of={say`At every moment Corvat knows what is best to start next, by all the times and outcomes that may still come. The card follows the likeliest order; a line says from how many seconds left on it holds, counted from the end of the run before.`}
      />
    </section>
  );
}
