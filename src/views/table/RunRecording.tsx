import styles from './TableView.module.css';
import { useTableWork } from './tableWork.ts';
import { plural, say } from '../../core/language/say.ts';
import { sayWith } from '../../ui/sayWith.ts';

/** Whether the live link is kept with each run. */
export function RunRecording() {
  const { link, recorded, recording } = useTableWork();
  const { on, turn, lines, kept, fault } = recording;
  const count = new Set([...recorded, ...kept].map(({ runId }) => runId)).size;
  if (link === null) return null;
  return (
    <section className={styles['list']}>
      <label className={styles['check']}>
        <input type="checkbox" checked={on} onChange={(event) => turn(event.target.checked)} />
        {sayWith`Keep the live link with each run${on && <span className="mono">{say`${lines} lines`}</span>}`}
      </label>
      {count > 0 && (
        <p
          className={styles['says']}
        >{say`${plural(count, '# run has', '# runs have')} a recording.`}</p>
      )}
      {fault !== null && (
        <p className={styles['says']} data-fault="true">
          {fault}
        </p>
      )}
    </section>
  );
}
