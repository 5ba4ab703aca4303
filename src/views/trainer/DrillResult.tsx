import { useEffect, useMemo } from 'react';
import { say } from '../../core/language/say.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useWorked } from '../../ui/useWorker.ts';
import styles from './Trainer.module.css';
import { trainerWorker } from '../../ui/trainerWorker.ts';
import type { OpenDrill } from './useDrill.ts';
import { useRecord } from './useRecord.ts';

interface DrillResultProps {
  drill: OpenDrill;
  named: { cause: string; cure: string };
  end: () => void;
}

/** What it was, which evidence told it, and the way on which the sheets would have led there. */
export function DrillResult({ drill, named, end }: DrillResultProps) {
  const asked = useMemo(() => ({ drill, named }), [drill, named]);
  const { found } = useWorked(trainerWorker, asked, (worker, { drill: { level, seed, steps } }) =>
    worker.ask((door) => door.judge({ level, seed, steps }, named)),
  );
  const { record, error } = useRecord();
  useEffect(() => {
    if (found === null) return;
    const { fault, right, cureRight, minutes } = found;
    const { initials, level } = drill;
    record({ initials, level, fault, causeFound: right, cureFound: cureRight, minutes });
  }, [found, drill, record]);
  if (found === null) return <p role="status">{say`Looking at what was found …`}</p>;
  const { right, cureRight, cause, cure, lesson, toldAfter, minutes, way, wayMinutes } = found;
  return (
    <div className={styles['view']}>
      <header>
        <h1>
          {right
            ? cureRight
              ? say`Found, and the cure is right.`
              : say`Found. The cure is another one.`
            : say`It was something else.`}
        </h1>
        <p className={styles['why']}>{cause}</p>
      </header>
      {error !== null && <Notice tone="fault">{sentenceOf(error)}</Notice>}
      <div className={styles['told']}>
        <section>
          <h2>{say`The cure`}</h2>
          <p>{cure}</p>
          <h2>{say`To take home`}</h2>
          <p>{lesson}</p>
          <h2>{say`What told it`}</h2>
          <p>
            {toldAfter === null
              ? say`Nothing that you did showed it for certain.`
              : say`“${toldAfter}” showed it. You took ${minutes} minutes in all.`}
          </p>
        </section>
        <section>
          <h2>{say`The way of the sheets: ${wayMinutes} minutes`}</h2>
          <ol className={styles['way']}>
            {way.map(({ what, why }) => (
              <li key={what}>
                <b>{what}</b>
                <p>{why}</p>
              </li>
            ))}
          </ol>
        </section>
      </div>
      <p>
        <Button variant="main" onClick={end}>{say`Another drill`}</Button>
      </p>
    </div>
  );
}
