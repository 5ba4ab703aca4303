import { useMemo, useRef, useState } from 'react';
import type { RehearsalEvent } from '../../../core/match/rehearsal.ts';
import { formatFixed, formatNumber } from '../../../core/mathematics/quantity.ts';
import { Button } from '../../../ui/Button.tsx';
import { KeyHelp } from '../../../ui/KeyHelp.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import styles from './Rehearse.module.css';
import { useNext } from './useNext.ts';
import { useRehearsing } from './rehearsing.ts';
import { say } from '../../../core/language/say.ts';

/** One clock, and one thing to press. */
export function MatchClock({ onNew }: { onNew: () => void }) {
  const { record, course } = useRehearsing();
  if (course === null) return <Before />;
  if (course.over !== null) return <After onNew={onNew} />;
  return <UnderWay key={record.id} />;
}

function Before() {
  const { record, log } = useRehearsing();
  const [people, setPeople] = useState('');
  const begin = () => void log.begin(people.trim());
  return (
    <section className={styles['clock']} aria-label={say`Clock`}>
      <output>{shownTime(record.plan.seconds)}</output>
      <p>{say`Robot in the start, attachments laid out, everybody in place. Hands off the table while the robot drives; follow the rules of the event and the adult in charge.`}</p>
      <TextField
        label={say`who rehearses, first names or initials`}
        value={people}
        maxLength={200}
        onChange={setPeople}
      />
      <div className={styles['press']}>
        <Button variant="main" data-needs="table" onClick={begin}>{say`Begin (Space)`}</Button>
      </div>
      <KeyHelp keys={[{ keys: 'Space', says: say`Begin`, act: begin }]} />
    </section>
  );
}

function UnderWay() {
  const { record, course, current, elapsed, log, nameOf } = useRehearsing();
  const { plan } = record;
  const leg = course!.legs.at(-1);
  const driving = leg !== undefined && leg.ended === null && !leg.rescued ? leg : null;
  const left = Math.max(0, plan.seconds - elapsed);
  const next = useNext(driving === null ? Math.floor(left) : null);
  const [others, setOthers] = useState(false);
  const [skips, setSkips] = useState(false);
  const at = Math.round(10 * elapsed) / 10;
  const busy = useRef(false);
  const note = (event: RehearsalEvent) => {
    // A second press before the first is on the disk means the same.
    if (busy.current) return;
    busy.current = true;
    setOthers(false);
    setSkips(false);
    void log.note(current!.id, event).finally(() => (busy.current = false));
  };
  const done = new Set(course!.legs.map(({ entryId }) => entryId));
  const free = plan.entries.filter(
    ({ id, after }) => !done.has(id) && after.every((needed) => done.has(needed)),
  );
  const press =
    driving !== null
      ? () => note({ kind: 'end', at, entryId: driving.entryId })
      : next === null
        ? null
        : () => note({ kind: 'start', at, entryId: next });
  const newest = current!.events.toSorted((a, b) => a.event.at - b.event.at).at(-1);
  const undo = () => newest !== undefined && void log.takeBack(current!.id, newest.id);
  return (
    <section className={styles['clock']} data-late={left < 15} aria-label={say`Clock`}>
      <output>{shownTime(left)}</output>
      <p role="status">
        {driving !== null
          ? say`${nameOf(driving.entryId)} is under way: ${formatNumber(elapsed - driving.started, 0)} s.`
          : next === null
            ? say`Nothing more is worth starting.`
            : say`Next: ${nameOf(next)}.`}
      </p>
      <div className={styles['press']} data-needs="table">
        {press !== null && (
          <Button variant="main" onClick={press}>
            {driving !== null ? say`Arrived (Space)` : say`Start ${nameOf(next!)} (Space)`}
          </Button>
        )}
        {driving !== null ? (
          <Button
            onClick={() => note({ kind: 'rescue', at, entryId: driving.entryId })}
          >{say`Rescued by hand`}</Button>
        ) : (
          <>
            {free.some(({ id }) => id !== next) && (
              <Button aria-expanded={others} onClick={() => setOthers(!others)}>
                {say`Another one`}
              </Button>
            )}
            {next !== null && (
              <Button aria-expanded={skips} onClick={() => setSkips(!skips)}>{say`Skip it`}</Button>
            )}
          </>
        )}
        <Button disabled={newest === undefined} onClick={undo}>{say`Undo`}</Button>
        <Button onClick={() => note({ kind: 'over', at })}>{say`Stop the match`}</Button>
      </div>
      {others && (
        <div className={styles['press']}>
          {free
            .filter(({ id }) => id !== next)
            .map(({ id }) => (
              <Button key={id} onClick={() => note({ kind: 'start', at, entryId: id })}>
                {say`Start ${nameOf(id)}`}
              </Button>
            ))}
        </div>
      )}
      {skips && next !== null && (
        <div
          className={styles['press']}
          role="group"
          aria-label={say`Why ${nameOf(next)} is skipped`}
        >
          {[say`no time`, say`not ready`, say`something broke`, say`another plan`].map((why) => (
            <Button key={why} onClick={() => note({ kind: 'skip', at, entryId: next, why })}>
              {why}
            </Button>
          ))}
        </div>
      )}
      <KeyHelp
        keys={[
          ...(press === null ? [] : [{ keys: 'Space', says: say`Start, or arrived`, act: press }]),
          { keys: 'U', says: say`Undo`, act: undo },
        ]}
      />
    </section>
  );
}

function After({ onNew }: { onNew: () => void }) {
  const { course, current, log } = useRehearsing();
  const ending = useMemo(
    () => current!.events.filter(({ event }) => event.kind === 'over'),
    [current],
  );
  return (
    <section className={styles['clock']} aria-label={say`Clock`}>
      <output>{say`${formatNumber(course!.points, 0)} points`}</output>
      <p role="status">{say`Over after ${formatFixed(course!.over!, 0)} s. What was reached can still be told below.`}</p>
      <div className={styles['press']} data-needs="table">
        <Button variant="main" onClick={onNew}>{say`Rehearse again`}</Button>
        <Button
          onClick={() => ending.forEach(({ id }) => void log.takeBack(current!.id, id))}
        >{say`Undo`}</Button>
        <Button onClick={() => void log.withdraw(current!.id)}>{say`Throw it away`}</Button>
      </div>
    </section>
  );
}

/** Minutes and seconds that are left, the last ten to the tenth. */
function shownTime(seconds: number): string {
  if (seconds < 10) return formatFixed(seconds, 1);
  const whole = Math.ceil(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
