import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { CAUSES_ID } from './Causes.tsx';
import { PhotoButton } from './PhotoButton.tsx';
import styles from './TableView.module.css';
import { useTableState, useTableWork } from './tableWork.ts';
import { say } from '../../core/language/say.ts';

/** What a hand at the table does beside hit and miss, within reach of its thumb; larger screens show all of it anyway. */
export function QuickActions() {
  const { log, store, undo } = useTableWork();
  const cause = useTableState((state) => state.entry.cause);
  const photo = useTableState((state) => state.entry.photo);
  const photoFault = useTableState((state) => state.photoFault);
  const zeroedAt = useTableState((state) => state.zeroedAt);
  const last = log.runs.at(-1);
  const zeroed = zeroedAt !== null && (last === undefined || zeroedAt > last.happenedAt);
  return (
    <div className={styles['quick']} data-needs="table" role="group" aria-label={say`This run`}>
      <Button
        aria-pressed={cause !== null}
        onClick={() =>
          cause === null
            ? document.getElementById(CAUSES_ID)?.scrollIntoView({ block: 'center' })
            : store.giveCause(null)
        }
      >{say`Set aside`}</Button>
      <PhotoButton label={photo === null ? say`Photo` : say`Photo ✓`} />
      <Button onClick={store.zeroed}>{zeroed ? say`Zeroed ✓` : say`Zeroed`}</Button>
      <Button disabled={log.runs.length === 0} onClick={undo}>{say`Undo`}</Button>
      {photoFault !== null && <Notice tone="fault">{photoFault}</Notice>}
    </div>
  );
}
