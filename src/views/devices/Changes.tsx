import { actionWords } from '../../contracts/actions.ts';
import { whoName, type Change } from '../../contracts/devices.ts';
import { formatMoment } from '../../core/language/dates.ts';
import styles from './DevicesView.module.css';
import { say } from '../../core/language/say.ts';

/** Who changed what, newest first; the same thing done again by the same one is one line. */
export function Changes({ changes }: { changes: readonly Change[] }) {
  const lines = runsOf(changes);
  return (
    <>
      <h2>{say`Who changed what`}</h2>
      <ul className={styles['changes']} aria-label={say`Changes`}>
        {lines.length === 0 && <li>{say`Nothing yet.`}</li>}
        {lines.map(({ change, times }) => (
          <li key={change.id}>
            <time dateTime={change.at}>{formatMoment(change.at, 'day and time')}</time>
            <span>
              <strong>{whoName(change.who)}</strong> {actionWords(change.action) ?? change.action}
              {times > 1 && <small>{say`${times} times`}</small>}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function runsOf(changes: readonly Change[]): { change: Change; times: number }[] {
  const lines: { change: Change; times: number }[] = [];
  for (const change of changes) {
    const last = lines.at(-1);
    if (last?.change.who === change.who && last.change.action === change.action) last.times++;
    else lines.push({ change, times: 1 });
  }
  return lines;
}
