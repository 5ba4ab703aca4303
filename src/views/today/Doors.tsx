import { useMutation } from '@tanstack/react-query';
import { send, sentenceOf } from '../../ui/api.ts';
import { island } from '../../ui/island.tsx';
import { Notice } from '../../ui/Notice.tsx';
import styles from './Doors.module.css';
import { say } from '../../core/language/say.ts';

/** An empty Corvat: three ways in. */
function DoorsSheet() {
  const look = useMutation({
    mutationFn: () => send('POST', 'demo'),
    onSuccess: () => location.assign('/?tour=1'),
  });
  return (
    <div className={styles['doors']}>
      <h1>{say`Where would you like to begin?`}</h1>
      <p>{say`Corvat forecasts where your robot will end up, judges the runs that you log, and says what to change: aim, tighten, or leave it.`}</p>
      <ul>
        <li>
          <a href="/begin">
            <b>{say`With your robot`}</b>
            <span>{say`Six numbers from a ruler, a table, a route. Ten minutes to the first verdict.`}</span>
          </a>
        </li>
        <li>
          <a href="/begin?practice=1">
            <b>{say`No robot here`}</b>
            <span>{say`The same with the practice robot, which drives the runs for you.`}</span>
          </a>
        </li>
        <li>
          <button type="button" disabled={look.isPending} onClick={() => look.mutate()}>
            <b>{look.isPending ? say`Loading the demo …` : say`Look round`}</b>
            <span>{say`The demo, “Saltmarsh Watch”: a team’s three evenings, with notes on what is where.`}</span>
          </button>
        </li>
      </ul>
      {look.error !== null && <Notice tone="fault">{sentenceOf(look.error)}</Notice>}
    </div>
  );
}

export const Doors = island(DoorsSheet);
