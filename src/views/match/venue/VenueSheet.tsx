import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { z } from 'zod';
import { benchRecordSchema } from '../../../contracts/bench.ts';
import type { MatchRecord } from '../../../contracts/matches.ts';
import type { Robot } from '../../../contracts/robots.ts';
import { formatMoment } from '../../../core/language/dates.ts';
import { plural, say } from '../../../core/language/say.ts';
import { dependants, venueChecks, type VenueCheck } from '../../../core/match/venue.ts';
import { dependsOnNumber, dependsOnWords, venueWords } from '../../../core/text/venueWords.ts';
import { ask } from '../../../ui/api.ts';
import { Button, buttonClass } from '../../../ui/Button.tsx';
import { sheetAddress } from '../../../ui/sheetAddress.ts';
import { Picker } from '../../../ui/TextField.tsx';
import type { OwnRoute } from '../matchWork.ts';
import { PitCard } from './PitCard.tsx';
import styles from './VenueSheet.module.css';

/** A practice as it can be chosen. */
export interface VenueSession {
  id: string;
  title: string;
  startedAt: string;
}

interface VenueSheetProps {
  robot: Pick<Robot, 'id' | 'setup'>;
  record: MatchRecord;
  routes: readonly OwnRoute[];
  /** Newest first. */
  sessions: readonly VenueSession[];
}

const recordsSchema = z.array(benchRecordSchema);

/** The day of the event: what to look at again, what differs from home, and the card for the pit. */
export function VenueSheet({ robot, record, routes, sessions }: VenueSheetProps) {
  const [sessionId, setSessionId] = useState(sessions[0]?.id ?? null);
  const session = sessions.find(({ id }) => id === sessionId) ?? null;
  const { data: records } = useQuery({
    queryKey: ['bench-records', robot.id],
    queryFn: () => ask(recordsSchema, 'GET', `robots/${robot.id}/bench-records`),
  });
  const played = useMemo(
    () =>
      routes.filter(({ evidence }) =>
        record.plan.entries.some(({ routeId }) => routeId === evidence.routeId),
      ),
    [routes, record],
  );
  const checks = useMemo(
    () =>
      session === null || records === undefined
        ? null
        : venueChecks({
            sessionId: session.id,
            since: session.startedAt,
            setup: robot.setup.setup,
            records,
            routes: played,
          }),
    [session, records, robot, played],
  );
  const changed = checks?.filter(({ state }) => state === 'changed').length ?? 0;
  const open = checks?.filter(({ state }) => state === 'open' || state === 'begun').length ?? 0;
  return (
    <div className={styles['view']}>
      <header>
        <h1>
          {session === null
            ? say`Begin a practice at the venue.`
            : checks === null
              ? say`Looking at what was measured …`
              : headline(changed, open)}
        </h1>
        <p
          className={styles['why']}
        >{say`“It worked at home”: light, battery, gyro and table are others here. Each of these takes minutes.`}</p>
      </header>
      {sessions.length > 0 && (
        <div className={styles['session']}>
          <Picker
            label={say`The practice at the venue`}
            value={sessionId ?? ''}
            options={sessions.map(({ id, title, startedAt }) => ({
              value: id,
              label: `${title}, ${formatMoment(startedAt, 'day and time')}`,
            }))}
            onChange={setSessionId}
          />
        </div>
      )}
      {checks !== null && (
        <ol className={styles['checks']} aria-label={say`Look at these again`}>
          {checks.map((check) => {
            const { what, sentence } = venueWords(check);
            return (
              <li key={what} data-state={check.state} aria-label={what}>
                <b>{what}</b>
                <span>{sentence}</span>
                <small>{stateWords(check.state)}</small>
                <a className={buttonClass()} href={addressOf(check)}>
                  {check.of === 'table' || check.of === 'battery'
                    ? say`Go to the table`
                    : say`Go to the bench`}
                </a>
              </li>
            );
          })}
        </ol>
      )}
      <section aria-label={say`What depends on what`}>
        <h2>{say`What depends on what`}</h2>
        <dl className={styles['uses']}>
          {dependants(played).map(({ use, routes: own }) => (
            <div key={use}>
              <dt>
                {dependsOnWords(use)} <small>{dependsOnNumber(use, robot.setup.setup)}</small>
              </dt>
              <dd>
                {own
                  .map(({ name, positions }) =>
                    use === 'start'
                      ? name
                      : say`${name}: ${plural(positions.length, 'move', 'moves')} ${positions.map((at) => at + 1).join(', ')}`,
                  )
                  .join('; ')}
              </dd>
            </div>
          ))}
        </dl>
      </section>
      <PitCard robot={robot} record={record} routes={routes} checks={checks ?? []} />
      <p className={styles['buttons']}>
        <Button variant="main" onClick={() => print()}>{say`Print the pit card`}</Button>
        <a
          className={buttonClass()}
          href={`${sheetAddress('/table')}#new-practice`}
          data-needs="table"
        >{say`Begin a practice here`}</a>
        <a className={buttonClass()} href="#plan">{say`Back to the plan`}</a>
      </p>
      <p
        className={styles['why']}
      >{say`What the rules of the event say, and the adult in charge, come before this list.`}</p>
    </div>
  );
}

function headline(changed: number, open: number): string {
  if (open > 0)
    return changed === 0
      ? say`${plural(open, '# thing is', '# things are')} still to be looked at.`
      : say`${plural(changed, '# thing differs', '# things differ')} from home, and ${open} are still to be looked at.`;
  return changed === 0
    ? say`All is as at home.`
    : say`${plural(changed, '# thing differs', '# things differ')} from home.`;
}

function stateWords(state: VenueCheck['state']): string {
  switch (state) {
    case 'open':
      return say`to do`;
    case 'begun':
      return say`begun`;
    case 'as at home':
      return say`as at home`;
    case 'changed':
      return say`changed`;
  }
}

function addressOf(check: VenueCheck): string {
  switch (check.of) {
    case 'light':
      return sheetAddress('/bench#light');
    case 'gyro':
      return sheetAddress('/bench#rest');
    case 'battery':
      return sheetAddress('/table');
    case 'table':
      return sheetAddress('/table', { route: check.routeId });
  }
}
