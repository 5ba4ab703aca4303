import { useState } from 'react';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import practice from './Practice.module.css';
import styles from './TableView.module.css';
import { useTableWork } from './tableWork.ts';
import { plural, say } from '../../core/language/say.ts';

/** Runs at one press. */
const MANY = 10;

/**
 * The practice robot drives the present revision, with numbers of its own that nobody knows; each run is logged as
 * somebody beside it would read it off.
 */
export function PracticeDrives() {
  const { recording, route, field, store, link } = useTableWork();
  // Who has a robot at the table does not need it first.
  const itsTable = link !== null;
  const { driving, drive, stop } = recording;
  const [fault, setFault] = useState<string | null>(null);
  const go = (times: number) => {
    setFault(null);
    store.clear();
    drive(route.revision.plan, field.field, times).catch((error: unknown) =>
      setFault(sentenceOf(error)),
    );
  };
  return (
    <section
      className={[styles['list'], itsTable ? styles['drives'] : ''].join(' ')}
      aria-label={say`Practice robot`}
    >
      <div className={practice['row']}>
        {driving > 0 ? (
          <>
            <p role="status">{say`The practice robot drives: ${plural(driving, '# run', '# runs')} to go.`}</p>
            <Button onClick={stop}>{say`Stop after this one`}</Button>
          </>
        ) : (
          <>
            <Button
              variant={itsTable ? 'main' : 'plain'}
              onClick={() => go(1)}
            >{say`Drive it once`}</Button>
            <Button onClick={() => go(MANY)}>{say`Drive ten`}</Button>
          </>
        )}
      </div>
      {driving === 0 && (
        <p
          className={styles['says']}
        >{say`${itsTable ? say`It` : say`No robot here? The practice robot`} drives as a real one: not quite by its numbers, and never twice the same.`}</p>
      )}
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </section>
  );
}
