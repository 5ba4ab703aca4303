import { useMemo } from 'react';
import type { Robot } from '../contracts/robots.ts';
import { minutesWords, measureWords } from '../core/text/measureWords.ts';
import { percent } from '../core/text/sentences.ts';
import type { Measurement } from '../core/analysis/unknowns/measureNext.ts';
import type { Experiment } from '../core/simulation/run.ts';
import { useDriven } from './driven.ts';
import { Notice } from './Notice.tsx';
import { sheetAddress } from './sheetAddress.ts';
import { simulationWorker } from './simulationWorker.ts';
import { useWorked } from './useWorker.ts';
import styles from './NextSteps.module.css';
import { say } from '../core/language/say.ts';

interface MeasureNextProps {
  robot: Robot;
  route: { id: string; name: string };
  /** Number of the revision that the plan is; null of one that is not kept, which nobody drove yet. */
  revision: number | null;
  /** With what is known of the robot. */
  experiment: Experiment;
}

/** Further ones are named below the first. */
const SHOWN = 4;
/** Rest after a change of the plan before it is worked out, ms. */
const REST = 400;

/** What to measure next on a route, by the chance that it gains for each minute, with the reason. */
export function MeasureNext({ robot, route, revision, experiment }: MeasureNextProps) {
  const driven = useDriven(robot);
  const wanted = useMemo(() => {
    if (driven.data === undefined) return null;
    const own = driven.data.find((one) => one.routeId === route.id && one.revision === revision);
    const runs: Record<string, number> = {};
    for (const { measurements } of own?.runs ?? []) {
      for (const { checkpointId } of measurements) {
        runs[checkpointId] = (runs[checkpointId] ?? 0) + 1;
      }
    }
    return { experiment, runs };
  }, [driven.data, route.id, revision, experiment]);
  const { found, fault } = useWorked(
    simulationWorker,
    wanted,
    (worker, at) => worker.ask((door) => door.measureNext(at.experiment, at.runs)),
    REST,
  );
  if (fault !== null) return <Notice tone="fault">{fault}</Notice>;
  if (found === null) return <p role="status">{say`Working out what to measure next …`}</p>;
  const { headline, reason } = measureWords(found, route.name);
  return (
    <section className={styles['next']} aria-label={say`Measure next`}>
      <h2>{headline}</h2>
      <p>{reason}</p>
      {found.length > 0 && (
        <ol className={styles['steps']}>
          {found.slice(0, SHOWN).map((one) => (
            <li key={one.what}>
              <a href={addressOf(one, route.id)}>{one.name}</a>
              <span className={styles['figure']}>
                {percent(one.before)} → {percent(one.after)}, {minutesWords(one)}
              </span>
            </li>
          ))}
        </ol>
      )}
    </section>
  );
}

function addressOf({ what }: Measurement, route: string): string {
  return what === 'practice' ? sheetAddress('/table', { route }) : sheetAddress(`/bench#${what}`);
}
