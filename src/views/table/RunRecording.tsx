import { useState } from 'react';
import type { Field } from '../../core/field/field.ts';
import type { RoutePlan } from '../../core/route/plan.ts';
import { sentenceOf } from '../../ui/api.ts';
import { Button } from '../../ui/Button.tsx';
import styles from './TableView.module.css';
import type { RunRecordingState } from './useRunRecording.ts';

interface RunRecordingProps {
  recording: RunRecordingState;
  /** Runs of this session that have a recording. */
  recorded: number;
  /** What the practice robot would drive, and where. */
  plan: RoutePlan;
  field: Field;
}

/** Whether the live link is kept with each run; and the practice robot, which drives when it is told to. */
export function RunRecording({ recording, recorded, plan, field }: RunRecordingProps) {
  const { on, turn, lines, drive, stands } = recording;
  const [refused, setRefused] = useState<string | null>(null);
  const fault = refused ?? recording.fault;
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
            void drive(plan, field).then(
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
      {recorded > 0 && (
        <p className={styles['says']}>
          {recorded} {recorded === 1 ? 'run has' : 'runs have'} a recording.
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
