import type { RouteProspect } from '../../../core/match/routeProspect.ts';
import type { RouteReadiness } from '../../../core/match/readiness.ts';
import { formatAgo } from '../../../core/language/dates.ts';
import { inSentence } from '../../../core/language/inSentence.ts';
import { plural, say } from '../../../core/language/say.ts';
import { percent, rangeWords } from '../../../core/text/sentences.ts';
import { ChanceScale } from '../../../ui/ChanceScale.tsx';
import { sheetAddress } from '../../../ui/sheetAddress.ts';
import type { OwnRoute } from '../matchWork.ts';
import styles from './Readiness.module.css';

/** Benches that are named; and less than this is not worth a word, of a chance. */
const NAMED = 2;
const WORTH_A_WORD = 0.02;

interface ReadinessProps {
  routes: readonly OwnRoute[];
  prospects: Readonly<Record<string, RouteProspect>>;
  /** Null while it is worked out. */
  readiness: Readonly<Record<string, RouteReadiness>> | null;
}

/** How ready every route is: where its chance lies, how old its evidence is, and what of it is not measured. */
export function Readiness({ routes, prospects, readiness }: ReadinessProps) {
  return (
    <section aria-label={say`How ready the routes are`}>
      <h2 className={styles['title']}>{say`How ready the routes are`}</h2>
      <ul className={styles['routes']}>
        {routes.map(({ evidence: { routeId, name, goal } }) => {
          const prospect = prospects[routeId];
          if (prospect === undefined) return null;
          const { chance, runs } = prospect;
          return (
            <li key={routeId} aria-label={name}>
              <a href={sheetAddress('/verdict', { route: routeId })}>{name}</a>
              <ChanceScale range={chance} measured={runs > 0} goal={goal} />
              <output>{rangeWords(chance)}</output>
              <small>{evidenceWords(prospect)}</small>
              <small>
                {readiness === null ? '…' : unmeasuredWords(readiness[routeId], runs > 0)}
              </small>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function evidenceWords({ runs, newest }: RouteProspect): string {
  if (newest === null) return say`by the forecast only`;
  return say`${plural(runs, '# run', '# runs')}, the newest ${formatAgo(newest, Date.now())}`;
}

function unmeasuredWords(readiness: RouteReadiness | undefined, driven: boolean): string {
  const { benches = [], unseen = [] } = readiness ?? {};
  const parts = [
    ...(driven ? unseen.map((model) => say`no run at ${model}`) : []),
    ...benches
      .filter(({ before, after }) => after - before >= WORTH_A_WORD)
      .slice(0, NAMED)
      .map(
        ({ name, before, after }) => say`${inSentence(name)} (${percent(after - before)} to gain)`,
      ),
  ];
  return parts.length === 0
    ? say`All that matters is measured.`
    : say`Not measured: ${parts.join(', ')}`;
}
