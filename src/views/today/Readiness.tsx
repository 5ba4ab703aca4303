import type { RouteToday } from '../../contracts/today.ts';
import { percent, rangeWords } from '../../core/text/sentences.ts';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import styles from './TodayView.module.css';

/** How ready every route is: where its chance lies by the runs of its newest revision, beside the wanted one. */
export function Readiness({ routes }: { routes: readonly RouteToday[] }) {
  if (routes.length === 0) return null;
  return (
    <section className={styles['sheet']} aria-label="Readiness">
      <h2>Readiness</h2>
      <ul className={styles['readiness']}>
        {routes.map(({ evidence }) => (
          <li key={evidence.routeId}>
            <a
              href={sheetAddress(evidence.runs === 0 ? '/route' : '/verdict', {
                route: evidence.routeId,
              })}
            >
              <span>{evidence.name}</span>
              <Scale evidence={evidence} />
              <output>
                {evidence.runs === 0 ? 'no runs' : `${evidence.hits} of ${evidence.runs}`}
              </output>
            </a>
          </li>
        ))}
      </ul>
      <p className={styles['hint']}>Chance to hit by the runs so far; dashed: wanted.</p>
    </section>
  );
}

function Scale({ evidence: { now, goal } }: Pick<RouteToday, 'evidence'>) {
  const tone = now === null ? '' : now.high < goal ? 'short' : now.low >= goal ? 'good' : '';
  return (
    <span
      className={styles['scale']}
      role="img"
      aria-label={`${now === null ? 'not known' : rangeWords(now)}, wanted ${percent(goal)}`}
    >
      {now !== null && (
        <>
          <i
            data-tone={tone}
            style={{
              left: `${100 * now.low}%`,
              width: `${Math.max(1, 100 * (now.high - now.low))}%`,
            }}
          />
          <i className={styles['middle']} style={{ left: `${100 * now.expected}%` }} />
        </>
      )}
      <i className={styles['goal']} style={{ left: `${100 * goal}%` }} />
    </span>
  );
}
