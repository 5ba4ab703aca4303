import { useState } from 'react';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './TableView.module.css';
import { useTableWork } from './tableWork.ts';

/** Whether the live link is kept with each run; and the practice robot, which drives when it is told to. */
export function RunRecording() {
  const { link, recorded, recording, route, field } = useTableWork();
  const { on, turn, lines, drive, stands, kept } = recording;
  const [refused, setRefused] = useState<string | null>(null);
  const fault = refused ?? recording.fault;
  const count = new Set([...recorded, ...kept].map(({ runId }) => runId)).size;
  if (link === null) return null;
  return (
    <section className={styles['list']}>
      <label className={styles['check']}>
        <input type="checkbox" checked={on} onChange={(event) => turn(event.target.checked)} />
        Keep the live link with each run
        {on && <span className="mono">{lines} lines</span>}
      </label>
      {drive !== null && (
        <Button
          onClick={() =>
            void drive(route.revision.plan, field.field).then(
              () => setRefused(null),
              (error: unknown) => setRefused(sentenceOf(error)),
            )
          }
        >
          Let the practice robot drive it
        </Button>
      )}
      {stands !== null && (
        <p className={styles['says']}>It stands {stands}. Enter it as you would read it off.</p>
      )}
      {count > 0 && (
        <p className={styles['says']}>
          {count} {count === 1 ? 'run has' : 'runs have'} a recording.
        </p>
      )}
      {fault !== null && (
        <p className={styles['says']} data-fault="true">
          {fault}
        </p>
      )}
    </section>
  );
}
