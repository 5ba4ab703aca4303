import { useEffect, useRef, useState } from 'react';
import { say } from '../../core/language/say.ts';
import { RUNS } from '../../core/trainer/costs.ts';
import type { Step } from '../../core/trainer/world.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useWorked } from '../../ui/useWorker.ts';
import { DrillActions } from './DrillActions.tsx';
import { DrillBoard } from './DrillBoard.tsx';
import { DrillResult } from './DrillResult.tsx';
import { Evidence } from './Evidence.tsx';
import { NameFault } from './NameFault.tsx';
import styles from './Trainer.module.css';
import { trainerWorker } from '../../ui/trainerWorker.ts';
import type { OpenDrill } from './useDrill.ts';

interface DrillSheetProps {
  drill: OpenDrill;
  take: (step: Step) => void;
  end: () => void;
}

/** A drill that goes on: the table, what can be done, and what it brought to light. */
export function DrillSheet({ drill, take, end }: DrillSheetProps) {
  const [named, setNamed] = useState<{ cause: string; cure: string } | null>(null);
  const { found, fault } = useWorked(trainerWorker, drill, (worker, { level, seed, steps }) =>
    worker.ask((door) => door.report({ level, seed, steps })),
  );
  // What was said stays in sight while the next step is done.
  const shown = useLast(found);
  if (named !== null) return <DrillResult drill={drill} named={named} end={end} />;
  return (
    <div className={styles['view']}>
      <header>
        <h1>{say`One thing is wrong. Which?`}</h1>
        <p className={styles['why']}>
          {say`Level ${drill.level}. It should ring the bell in eight of ten runs.`}{' '}
          {shown !== null && (
            <output>{say`${shown.runsLeft} of ${RUNS[drill.level]} runs left, ${shown.minutes} min so far.`}</output>
          )}
        </p>
      </header>
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
      {shown?.hint && (
        <p className={styles['hint']}>
          {shown.hint.why} <b>{say`Next: ${shown.hint.what}.`}</b>
        </p>
      )}
      <div className={styles['sheets']}>
        <div className={styles['table']}>
          <DrillBoard planned={shown?.planned ?? []} runs={shown?.runs ?? []} />
          <DrillActions
            busy={found === null}
            runs={shown?.runs.length ?? 0}
            runsLeft={shown?.runsLeft ?? RUNS[drill.level]}
            steps={drill.steps}
            onStep={take}
          />
        </div>
        <div className={styles['evidence']}>
          {shown === null || shown.evidence.length === 0 ? (
            <p className={styles['why']}>{say`Nothing is known yet. Begin with five runs.`}</p>
          ) : (
            shown.evidence.toReversed().map((one) => <Evidence key={one.title} evidence={one} />)
          )}
          <NameFault drill={drill} onName={setNamed} />
        </div>
      </div>
      <p>
        <Button onClick={end}>{say`Give this drill up`}</Button>
      </p>
    </div>
  );
}

/** The newest thing that was there. */
function useLast<T>(now: T | null): T | null {
  const last = useRef<T | null>(null);
  useEffect(() => {
    if (now !== null) last.current = now;
  }, [now]);
  return now ?? last.current;
}
