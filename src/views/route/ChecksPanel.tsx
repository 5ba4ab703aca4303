import type { RouteCheck } from '../../core/analysis/checks/routeChecks.ts';
import styles from './Panels.module.css';
import { say } from '../../core/language/say.ts';

interface ChecksPanelProps {
  checks: readonly RouteCheck[];
  titles: readonly string[];
  onSelect: (moveId: string) => void;
}

/** What is worth knowing of the whole route before it is driven; each sentence leads to its move. */
export function ChecksPanel({ checks, titles, onSelect }: ChecksPanelProps) {
  return (
    <section className={styles['panel']} aria-label={say`Checks of the route`}>
      {checks.length === 0 ? (
        <p
          className={styles['hint']}
        >{say`Nothing stands out: the robot keeps clear of everything, sees what it waits for and has time limits.`}</p>
      ) : (
        <ul className={styles['checks']}>
          {checks.map(({ moveId, position, sentence }) => (
            <li key={`${moveId} ${sentence}`}>
              <button type="button" onClick={() => onSelect(moveId)}>
                <b>
                  {position + 1} {titles[position]}
                </b>
                <span>{sentence}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      <p
        className={styles['safety']}
      >{say`Put a guard at an open edge before a free drive. Keep fingers and hair away from wheels and attachments. The event’s rules and the adult in charge come first.`}</p>
    </section>
  );
}
