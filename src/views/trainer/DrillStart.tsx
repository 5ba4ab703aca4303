import { useState } from 'react';
import { useMutation } from '@tanstack/react-query';
import type { DrillRecord } from '../../contracts/drills.ts';
import { formatMoment } from '../../core/language/dates.ts';
import { plural, say } from '../../core/language/say.ts';
import { RUNS } from '../../core/trainer/costs.ts';
import { LEVELS, type Level } from '../../core/trainer/world.ts';
import { faultsOf } from '../../core/trainer/faults/index.ts';
import type { OwnDrill } from '../../core/trainer/ownDrill.ts';
import { send } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { queries } from '../../ui/queries.ts';
import { TextField } from '../../ui/TextField.tsx';
import { DRILLS } from './drillsQuery.ts';
import styles from './Trainer.module.css';

interface DrillStartProps {
  records: readonly DrillRecord[];
  own: readonly OwnDrill[];
  onBegin: (level: Level, initials: string) => void;
  onOwn: (drill: OwnDrill, initials: string) => void;
}

/** Which drill: a level, or an evening of one’s own; and what was found so far, by initials. */
export function DrillStart({ records, own, onBegin, onOwn }: DrillStartProps) {
  const [initials, setInitials] = useState('');
  const mine = initials.trim().slice(0, 4);
  return (
    <div className={styles['view']}>
      <header>
        <h1>{say`Find the fault.`}</h1>
        <p className={styles['why']}>
          {say`One thing is wrong with this practice robot. Drive it, measure it, look at it; then name the cause and the cure.`}
        </p>
      </header>
      <div className={styles['initials']}>
        <TextField
          label={say`your initials`}
          value={initials}
          maxLength={4}
          onChange={setInitials}
        />
        <small>{say`Initials only; the record stays on this machine.`}</small>
      </div>
      <ul className={styles['levels']}>
        {LEVELS.map((level) => (
          <li key={level}>
            <h2>{levelName(level)}</h2>
            <p>{levelWords(level)}</p>
            <Button
              variant={level === 1 ? 'main' : undefined}
              onClick={() => onBegin(level, mine)}
            >{say`Begin level ${level}`}</Button>
          </li>
        ))}
      </ul>
      {own.length > 0 && (
        <section aria-label={say`From your own log`}>
          <h2>{say`From your own log`}</h2>
          <p className={styles['why']}>{say`What would you have done after these runs?`}</p>
          <ul className={styles['own']}>
            {own.map((drill) => (
              <li key={drill.id}>
                <Button onClick={() => onOwn(drill, mine)}>
                  {say`${formatMoment(drill.happenedAt, 'weekday')}: ${drill.route}, ${plural(drill.runs.length, '# run', '# runs')}`}
                </Button>
              </li>
            ))}
          </ul>
        </section>
      )}
      {records.length > 0 && <Records records={records} />}
    </div>
  );
}

function levelName(level: Level): string {
  return [
    say`Level 1: the sheets lead`,
    say`Level 2: the sheets speak`,
    say`Level 3: the sheets measure`,
  ][level - 1]!;
}

function levelWords(level: Level): string {
  const count = faultsOf(level).length;
  switch (level) {
    case 1:
      return say`One of ${count} faults, ${RUNS[level]} runs. Every sheet says what it thinks, and what comes next.`;
    case 2:
      return say`One of ${count} faults, smaller ones, ${RUNS[level]} runs. The sheets say what they think; the way is yours.`;
    case 3:
      return say`One of ${count} faults, hard to see, ${RUNS[level]} runs. The sheets give numbers; you say what they mean.`;
  }
}

/** What everybody found, by initials. */
function Records({ records }: { records: readonly DrillRecord[] }) {
  const forget = useMutation({
    mutationFn: (initials: string) =>
      send('DELETE', `drills?initials=${encodeURIComponent(initials)}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: DRILLS }),
  });
  const people = [...new Set(records.map(({ initials }) => initials))].sort();
  return (
    <section aria-label={say`Found so far`}>
      <h2>{say`Found so far`}</h2>
      <ul className={styles['records']}>
        {people.map((initials) => {
          const own = records.filter((one) => one.initials === initials);
          const found = own.filter(({ causeFound }) => causeFound).length;
          return (
            <li key={initials} aria-label={initials}>
              <b>{initials}</b>
              <span className={styles['marks']} aria-hidden="true">
                {own
                  .slice(0, 20)
                  .toReversed()
                  .map(({ id, causeFound, cureFound }) => (
                    <i
                      key={id}
                      data-found={causeFound && cureFound ? 'both' : causeFound ? 'cause' : 'none'}
                    />
                  ))}
              </span>
              <output>{say`${found} of ${own.length} found`}</output>
              <span data-needs="coach">
                <Button onClick={() => forget.mutate(initials)}>{say`Forget ${initials}`}</Button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
