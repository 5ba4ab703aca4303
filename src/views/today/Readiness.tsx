import type { RouteEvidence } from '../../core/analysis/planning/tasks.ts';
import { percent, rangeWords } from '../../core/text/sentences.ts';
import type { Leads } from '../../ui/sheetAddress.ts';
import styles from './TodayView.module.css';
import { say } from '../../core/language/say.ts';

interface ReadinessProps {
  routes: readonly RouteEvidence[];
  leads: Leads;
}

/** How ready every route is: where its chance lies by the runs of its newest revision, beside the wanted one. */
export function Readiness({ routes, leads }: ReadinessProps) {
  if (routes.length === 0) return null;
  return (
    <section className={styles['sheet']} aria-label={say`Readiness`}>
      <h2>{say`Readiness`}</h2>
      <ul className={styles['readiness']}>
        {routes.map((evidence) => (
          <li key={evidence.routeId}>
            <a
              href={leads(evidence.runs === 0 ? '/route' : '/verdict', {
                route: evidence.routeId,
              })}
            >
              <span>{evidence.name}</span>
              <Scale evidence={evidence} />
              <output>
                {evidence.runs === 0 ? say`no runs` : say`${evidence.hits} of ${evidence.runs}`}
              </output>
            </a>
          </li>
        ))}
      </ul>
      <p className={styles['hint']}>{say`Chance to hit by the runs so far; dashed: wanted.`}</p>
    </section>
  );
}

function Scale({ evidence: { now, goal } }: { evidence: RouteEvidence }) {
  const tone = now === null ? '' : now.high < goal ? 'short' : now.low >= goal ? 'good' : '';
  // Drawn by attributes, because what comes from the server may bring no styles of its own.
  const at = (share: number) => `${100 * share}%`;
  return (
    <svg
      className={styles['scale']}
      role="img"
      aria-label={say`${now === null ? say`not known` : rangeWords(now)}, wanted ${percent(goal)}`}
    >
      {now !== null && (
        <>
          <rect
            className={styles['range']}
            data-tone={tone}
            x={at(now.low)}
            y={6}
            width={at(Math.max(0.01, now.high - now.low))}
            height={6}
          />
          <line x1={at(now.expected)} x2={at(now.expected)} y1={1} y2={17} />
        </>
      )}
      <line className={styles['goal']} x1={at(goal)} x2={at(goal)} y1={0} y2={18} />
    </svg>
  );
}
