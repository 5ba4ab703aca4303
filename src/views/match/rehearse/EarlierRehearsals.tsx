import { formatMoment } from '../../../core/language/dates.ts';
import { rehearsalCourse } from '../../../core/match/rehearsal.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import styles from './Rehearse.module.css';
import { useRehearsing } from './rehearsing.ts';
import { plural, say } from '../../../core/language/say.ts';

/** Rehearsals that are listed, newest first. */
const SHOWN = 12;

/** What was rehearsed before, with what it brought. */
export function EarlierRehearsals() {
  const { log, current, record } = useRehearsing();
  const earlier = log.rehearsals.filter(({ id }) => id !== current?.id).toReversed();
  return (
    <section aria-label={say`Rehearsals`}>
      <h2>{say`Rehearsals`}</h2>
      {earlier.length === 0 && <p className={styles['hint']}>{say`None before this one.`}</p>}
      <ol className={styles['rows']}>
        {earlier.slice(0, SHOWN).map(({ id, happenedAt, people, events }) => {
          const { legs, points } = rehearsalCourse(
            events.map(({ event }) => event),
            record.plan,
          );
          return (
            <li key={id}>
              <span>
                {formatMoment(happenedAt, 'day and time')}{' '}
                <small>
                  {[say`${plural(legs.length, '# route', '# routes')}`, people]
                    .filter(Boolean)
                    .join(', ')}
                </small>
              </span>
              <output>{say`${plural(Number(formatNumber(points, 0)), '# point', '# points')}`}</output>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
