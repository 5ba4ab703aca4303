import { Button } from '../../ui/Button.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { may } from '../../ui/role.ts';
import { RoutePicker } from '../../ui/RoutePicker.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import type { ShownRun } from '../../ui/targetCard/shownRun.ts';
import { TargetCard } from '../../ui/targetCard/TargetCard.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { runLook } from './RunCells.tsx';
import styles from './TableView.module.css';
import { useMeasured, useTableWork } from './tableWork.ts';
import { say } from '../../core/language/say.ts';

/** Which route and session it is, and the card on which a run is put down. */
export function TableCard() {
  const { log, route, store } = useTableWork();
  const { entry, checkpoint, model, mark } = useMeasured();
  const shown = log.runs.flatMap((run, i): ShownRun[] => {
    const found = run.measurements.find((one) => one.checkpointId === checkpoint.id);
    if (found === undefined || run.id === entry.editing?.id) return [];
    if (run.revisionId !== route.revision.id) return [];
    const look = runLook(run, checkpoint);
    const { along, left } = found;
    const [hit, setAside] = [look !== 'miss', look === 'aside'];
    return [{ id: run.id, number: i + 1, along, left, hit, setAside }];
  });
  return (
    <div className={styles['card']}>
      <TableChoice />
      <CheckpointTabs />
      <div className={styles['drawing']}>
        <TargetCard
          zone={model.zone}
          title={model.name}
          runs={shown}
          {...(may('table') ? { mark, onMark: store.put } : {})}
        />
      </div>
      <Notice>{say`No hands on the table while a run is armed; fingers and hair away from wheels and attachments. The event’s rules and the adult in charge come first.`}</Notice>
    </div>
  );
}

/** Another route or session is another page; a new session is started at the side. */
function TableChoice() {
  const { route, routes, sessions, session, store } = useTableWork();
  return (
    <div className={styles['choose']}>
      <RoutePicker route={route} routes={routes} sheet="/table" />
      <Picker
        label={say`Session`}
        value={session?.id ?? ''}
        options={[
          ...sessions.map(({ id, title }) => ({ value: id, label: title })),
          { value: 'new', label: say`New session …` },
        ]}
        onChange={(id) =>
          id === 'new'
            ? store.turnTo('new session')
            : location.assign(sheetAddress('/table', { session: id }))
        }
      />
    </div>
  );
}

/** Where the run is measured, when there is more than one place. */
function CheckpointTabs() {
  const { checkpoints, store } = useTableWork();
  const { entry } = useMeasured();
  if (checkpoints.length < 2) return null;
  return (
    <div className={styles['tabs']} role="group" aria-label={say`Measured at`}>
      {checkpoints.map(({ id, name }) => (
        <Button
          key={id}
          aria-pressed={id === entry.checkpointId}
          onClick={() => store.chooseCheckpoint(id)}
        >
          {name}
          {entry.marks[id] === undefined ? '' : ' ✓'}
        </Button>
      ))}
    </div>
  );
}
