import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { Explanation } from '../../../ui/Explanation.tsx';
import styles from './Rehearse.module.css';
import { useRehearsing } from './rehearsing.ts';
import { plural, say } from '../../../core/language/say.ts';

/** How long each hand-over takes by all rehearsals, slowest first. */
export function HandoverTimes() {
  const { record, timed, handover, nameOf } = useRehearsing();
  const entryOf = (id: string) => record.plan.entries.find((entry) => entry.id === id);
  const pairs = [...new Set(timed.map(({ from, to }) => `${from}>${to}`))].flatMap((pair) => {
    const [from, to] = pair.split('>').map(entryOf);
    return from && to ? [{ pair, from, to, ...handover(from, to) }] : [];
  });
  return (
    <section aria-label={say`Hand-overs`}>
      <h2>{say`Hand-overs`}</h2>
      {pairs.length === 0 && (
        <p
          className={styles['hint']}
        >{say`Each rehearsal tells how long they take, pair by pair.`}</p>
      )}
      <ol className={styles['rows']}>
        {pairs
          .toSorted((a, b) => b.middle - a.middle)
          .map(({ pair, from, to, middle, low, high, timed: times }) => (
            <li key={pair}>
              <span>
                {say`${nameOf(from.id)} to ${nameOf(to.id)}`}{' '}
                <small>{say`timed ${plural(times, 'once', '# times')}`}</small>
              </span>
              <output>{say`${formatNumber(middle, 1)} s, ${formatNumber(low, 0)} to ${formatNumber(high, 0)}`}</output>
            </li>
          ))}
      </ol>
      {pairs.length > 0 && (
        <Explanation
          of={say`Half of the hand-overs take less; with 95 % that middle lies in the range behind it. A pair that was timed rarely is drawn to what was typed in the plan.`}
        />
      )}
    </section>
  );
}
