import { useMemo } from 'react';
import type { MatchRecord } from '../../../contracts/matches.ts';
import type { Robot } from '../../../contracts/robots.ts';
import { formatNumber } from '../../../core/mathematics/quantity.ts';
import { crewWords, jobWords } from '../../../core/text/matchWords.ts';
import { Button, buttonClass } from '../../../ui/Button.tsx';
import { Explanation } from '../../../ui/Explanation.tsx';
import { matchWorker } from '../../../ui/matchWorker.ts';
import { QuantityField } from '../../../ui/QuantityField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { useWorked } from '../../../ui/useWorker.ts';
import type { OwnRoute } from '../matchWork.ts';
import { useTimedHandovers } from '../rehearse/useRehearsals.ts';
import { useProspects, useReadiness } from '../useMatchSummary.ts';
import styles from './EveningSheet.module.css';
import { EveningLane } from './EveningLane.tsx';
import { Readiness } from './Readiness.tsx';
import { saveCalendar } from './saveCalendar.ts';
import { minutesLeft, useEvening } from './useEvening.ts';
import { say } from '../../../core/language/say.ts';

interface EveningSheetProps {
  robot: Pick<Robot, 'setup'>;
  record: MatchRecord;
  routes: readonly OwnRoute[];
  people: string;
}

/** Who does what in which order tonight, by what it brings the match for each minute. */
export function EveningSheet({ robot, record, routes, people }: EveningSheetProps) {
  const { plan } = record;
  const prospects = useProspects(robot, routes);
  const timed = useTimedHandovers(record);
  const { evening, change, begin, end } = useEvening(record.id, people);
  const minutes = minutesLeft(evening);
  const { tables } = evening;
  const readiness = useReadiness(robot, routes);
  const wanted = useMemo(
    () =>
      prospects === null || readiness === null
        ? null
        : {
            question: { plan, routes, prospects, timed },
            readiness,
            evening: { minutes, tables, people: namesIn(evening.people) },
          },
    [plan, routes, prospects, readiness, timed, minutes, tables, evening.people],
  );
  const { found } = useWorked(matchWorker, wanted, (worker, asked) =>
    worker.ask((door) => door.evening(asked.question, asked.readiness, asked.evening)),
  );
  const gain = found === null ? 0 : found.gain * (typeof plan.goal === 'object' ? 100 : 1);
  const unit = typeof plan.goal === 'object' ? ' %' : '';
  return (
    <div className={styles['view']}>
      <header>
        <h1>
          {found === null
            ? say`Planning the evening …`
            : gain < 0.05
              ? say`Nothing surely brings points tonight: get to know the routes, and rehearse.`
              : say`${formatNumber(minutes, 0)} minutes: +${formatNumber(gain, gain < 3 ? 1 : 0)}${unit} expected.`}
        </h1>
        <p className={styles['why']}>
          {evening.begunAt === null
            ? say`In points of a match. After each verdict the rest of the evening is planned anew.`
            : say`The rest of the evening that goes on, by all verdicts so far.`}
        </p>
      </header>
      <div className={styles['wish']}>
        <QuantityField
          label={say`minutes`}
          kind="number"
          digits={0}
          value={evening.minutes}
          refuse={(value) =>
            value < 10 || value > 600 ? say`It must lie between ${10} and ${600}.` : null
          }
          onChange={(value) => change({ minutes: Math.round(value) })}
        />
        <QuantityField
          label={say`tables`}
          kind="number"
          digits={0}
          value={tables}
          refuse={(value) =>
            value < 1 || value > 4 ? say`It must lie between ${1} and ${4}.` : null
          }
          onChange={(value) => change({ tables: Math.round(value) })}
        />
        <TextField
          label={say`who is there, first names or initials`}
          value={evening.people}
          maxLength={200}
          onChange={(names) => change({ people: names })}
        />
      </div>
      {found !== null && (
        <div className={styles['tables']}>
          {found.tables.map((lane, table) => (
            <section key={table} aria-label={say`Table ${table + 1}`}>
              {tables > 1 && <h2>{say`Table ${table + 1}`}</h2>}
              <EveningLane lane={lane} minutes={minutes} plan={plan} />
              <ol className={styles['lane']}>
                {lane.map(({ from, minutes: lasts, people: who, job }) => {
                  const words = jobWords(job, plan.goal);
                  return (
                    <li key={from}>
                      <output>{`${clock(from)}–${clock(from + lasts)}`}</output>
                      <div>
                        <b>{words.what}</b> <small>{crewWords(who)}</small>
                        <p>{words.how}</p>
                      </div>
                      <output>{words.gain}</output>
                    </li>
                  );
                })}
              </ol>
            </section>
          ))}
        </div>
      )}
      {prospects !== null && (
        <Readiness
          routes={routes.filter(({ evidence }) =>
            plan.entries.some(({ routeId }) => routeId === evidence.routeId),
          )}
          {...{ prospects, readiness }}
        />
      )}
      <p className={styles['buttons']}>
        {evening.begunAt === null ? (
          <Button variant="main" onClick={begin}>{say`Begin the evening`}</Button>
        ) : (
          <Button onClick={end}>{say`Plan another evening`}</Button>
        )}
        {found !== null && (
          <Button
            onClick={() => void saveCalendar(found, record, evening.begunAt)}
          >{say`Save as a calendar`}</Button>
        )}
        <Button onClick={() => print()}>{say`Print`}</Button>
        <a className={buttonClass()} href="#plan">{say`Back to the plan`}</a>
      </p>
      <Explanation
        of={say`The next job is always the one that brings the match most for each minute, with the match planned again after it; at most ten runs, then comes a verdict. “Up to” gains count half, and of what only lets know a quarter of what it may lead to. How long runs take comes from how they followed each other, where enough of them did.`}
      />
    </div>
  );
}

function namesIn(people: string): string[] {
  return people
    .split(/[,;]/)
    .map((name) => name.trim())
    .filter(Boolean);
}

/** Minutes as hours and minutes. */
function clock(minutes: number): string {
  const whole = Math.round(minutes);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
