import type { MatchRecord } from '../../../contracts/matches.ts';
import type { Robot } from '../../../contracts/robots.ts';
import { say } from '../../../core/language/say.ts';
import type { VenueCheck } from '../../../core/match/venue.ts';
import { formatNumber, formatQuantity } from '../../../core/mathematics/quantity.ts';
import { venueWords } from '../../../core/text/venueWords.ts';
import { cardLines } from '../cardLines.ts';
import { entryName, type OwnRoute } from '../matchWork.ts';
import { useTimedHandovers } from '../rehearse/useRehearsals.ts';
import { useMatchSummary } from '../useMatchSummary.ts';
import styles from './VenueSheet.module.css';

interface PitCardProps {
  robot: Pick<Robot, 'setup'>;
  record: MatchRecord;
  routes: readonly OwnRoute[];
  checks: readonly VenueCheck[];
}

/** What hangs in the pit: the order, how each route is set up, and what differs today. */
export function PitCard({ robot, record, routes, checks }: PitCardProps) {
  const { plan } = record;
  const timed = useTimedHandovers(record);
  const { found, prospects } = useMatchSummary(robot, routes, plan, timed);
  const nameOf = (id: string) => entryName(plan, routes, id);
  const { voltage } = robot.setup.setup.battery;
  const changed = checks.filter(({ state }) => state === 'changed');
  return (
    <section className={styles['card']} aria-label={say`The pit card`}>
      <h2>{say`Pit card: ${record.name}`}</h2>
      <div className={styles['columns']}>
        <div>
          <h3>{say`Order`}</h3>
          <ol className={styles['lines']}>
            {found?.card.flatMap((line, place) =>
              cardLines(line, place, nameOf).map(({ words, when }) => (
                <li key={words}>
                  <span>{words}</span>
                  <output>{when}</output>
                </li>
              )),
            )}
          </ol>
        </div>
        <div>
          <h3>{say`Start list`}</h3>
          <ul className={styles['lines']}>
            {plan.entries.map(({ id, routeId, attachment }) => {
              const route = routes.find(({ evidence }) => evidence.routeId === routeId);
              const start = route?.field.starts.find((place) => place.id === route.plan.startId);
              const time = prospects?.[routeId]?.time.mean;
              return (
                <li key={id}>
                  <span>
                    <b>{nameOf(id)}</b>{' '}
                    {[
                      start === undefined ? null : say`from ${start.name}`,
                      attachment === '' ? null : say`carries ${attachment}`,
                    ]
                      .filter((words) => words !== null)
                      .join(', ')}
                  </span>
                  <output>{time === undefined ? '' : say`${formatNumber(time, 0)} s`}</output>
                </li>
              );
            })}
          </ul>
          <p>{say`Before every start: battery at ${formatQuantity(voltage, 'voltage', 1)} or near it, wheels wiped, robot still while the gyro wakes.`}</p>
        </div>
        <div>
          <h3>{say`Different today`}</h3>
          {changed.length === 0 ? (
            <p>{say`Nothing that was looked at.`}</p>
          ) : (
            <ul className={styles['lines']}>
              {changed.map((check) => {
                const { what, sentence } = venueWords(check);
                return (
                  <li key={what}>
                    <span>
                      <b>{what}</b> {sentence}
                    </span>
                  </li>
                );
              })}
            </ul>
          )}
        </div>
      </div>
    </section>
  );
}
