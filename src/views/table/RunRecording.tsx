import styles from './TableView.module.css';
import type { RunRecordingState } from './useRunRecording.ts';

interface RunRecordingProps {
  recording: RunRecordingState;
  /** Runs of this session that have a recording. */
  recorded: number;
}

/** Whether the live link is kept with each run. */
export function RunRecording({ recording, recorded }: RunRecordingProps) {
  const { on, turn, lines, fault } = recording;
  return (
    <section className={styles['list']}>
      <label className={styles['check']}>
        <input type="checkbox" checked={on} onChange={(event) => turn(event.target.checked)} />
        Keep the live link with each run
        {on && <span className="mono">{lines} lines</span>}
      </label>
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
