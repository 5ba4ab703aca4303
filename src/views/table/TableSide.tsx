import { lazy, Suspense } from 'react';
import { Notice } from '../../ui/Notice.tsx';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { TitleBlock } from '../../ui/TitleBlock.tsx';
import { AtTable } from './AtTable.tsx';
import { Causes } from './Causes.tsx';
import { ClockBar } from './ClockBar.tsx';
import { Goal } from './Goal.tsx';
import { LogNotes } from './LogNotes.tsx';
import { NewSession } from './NewSession.tsx';
import { PhotoRow } from './PhotoRow.tsx';
import practice from './Practice.module.css';
import { PracticeDrives } from './PracticeDrives.tsx';
import { pointsFaulty } from './runEntry.ts';
import { RunLine } from './RunLine.tsx';
import { RunRecording } from './RunRecording.tsx';
import { StartList } from './StartList.tsx';
import styles from './TableView.module.css';
import { useMeasured, useTableState, useTableWork } from './tableWork.ts';
import { Waiting } from './Waiting.tsx';
import { may } from '../../ui/role.ts';
import { plural, say } from '../../core/language/say.ts';

// It is needed now and then only, and brings drawing and simulation with it.
const RunTelemetry = lazy(async () => ({
  default: (await import('./RunTelemetry.tsx')).RunTelemetry,
}));

const HubTold = lazy(async () => ({ default: (await import('./HubTold.tsx')).HubTold }));
const PhotoSeen = lazy(async () => ({
  default: (await import('./camera/PhotoSeen.tsx')).PhotoSeen,
}));

/** The side of the Table: how the practice stands, and the run that is logged or changed. */
export function TableSide() {
  const { log, link, recording, route, sessions, session, store, titleBlock } = useTableWork();
  const { entry, checkpoint } = useMeasured();
  const { editing } = entry;
  const task = useTableState((state) => state.task);
  const current = useTableState((state) => state.session);
  const starting = task === 'new session' || current === null;
  const number = editing === null ? log.runs.length + 1 : log.runs.indexOf(editing) + 1;
  if (!may('table')) return <LooksOn runs={log.runs.length} />;
  return (
    <div className={styles['side']}>
      <div className={styles['scroll']}>
        <div className={styles['head']}>
          <h1>{say`Run ${number}`}</h1>
          {!starting && editing === null && (
            <Goal
              session={current}
              runs={log.runs.filter((run) => run.revisionId === route.revision.id)}
              checkpoint={checkpoint}
              revision={route.revision.number}
              onChanged={store.takeSession}
            />
          )}
        </div>
        <AtTable />
        {starting ? (
          <NewSession
            surface={sessions[0]?.surface ?? ''}
            onStarted={(started) =>
              location.assign(sheetAddress('/table', { session: started.id }))
            }
            onCancel={session === null ? null : () => store.turnTo('runs')}
          />
        ) : (
          <>
            {editing === null && recording.practises && link !== null && <PracticeDrives />}
            {editing === null && <ClockBar />}
            <RunLine />

            <LogState />
            {editing === null ? <StartList /> : <EditedTelemetry />}
            <Causes key={editing?.id} cause={entry.cause} onCause={store.giveCause} />
            <RunExtras />
            {editing === null && <RunRecording />}
            {editing === null && (
              <Suspense fallback={null}>
                <HubTold />
              </Suspense>
            )}
            {editing === null && link === null && <PracticeDrives />}
          </>
        )}
      </div>
      <TitleBlock {...titleBlock} />
    </div>
  );
}

/** The side of a device that logs nothing: how many runs there are, and who logs them. */
function LooksOn({ runs }: { runs: number }) {
  const { titleBlock } = useTableWork();
  return (
    <div className={styles['side']}>
      <div className={styles['scroll']}>
        <h1>{say`${plural(runs, 'One run so far', '# runs so far')}`}</h1>
        <AtTable />
        <Notice>{say`This device looks on: runs show here as soon as they are logged. A coach can let it log, under Devices.`}</Notice>
      </div>
      <TitleBlock {...titleBlock} />
    </div>
  );
}

/** What was done last, and what waits to be sent. */
function LogState() {
  const { log, store, undo } = useTableWork();
  const editing = useTableState((state) => state.entry.editing);
  const savedId = log.note?.kind === 'saved' ? log.note.run.id : null;
  return (
    <>
      <LogNotes
        note={log.note}
        number={log.runs.findIndex(({ id }) => id === savedId) + 1}
        sent={!log.waiting.some(({ runId }) => runId === savedId)}
        editing={editing}
        onStop={store.clear}
        onUndo={undo}
        onPutBack={(run) => void log.putBack(run)}
        onWithdraw={(run) => void log.withdraw(run).then((done) => done && store.clear())}
      />
      <Waiting
        waiting={log.waiting}
        aside={log.aside}
        reached={log.reached}
        onDrop={(write) => void log.drop(write)}
        onRetry={(write) => void log.retry(write)}
      />
    </>
  );
}

/** What the link sent of the run that is changed. */
function EditedTelemetry() {
  const { recorded, recording, route, robot, field } = useTableWork();
  const editing = useTableState((state) => state.entry.editing);
  const kept = [...recorded, ...recording.kept].find(({ runId }) => runId === editing?.id);
  if (kept === undefined || editing === null) return null;
  return (
    <Suspense fallback={<p>{say`Opening what the link sent …`}</p>}>
      <RunTelemetry
        telemetryId={kept.telemetryId}
        run={editing}
        routeId={route.id}
        robotId={robot.id}
        field={field.field}
      />
    </Suspense>
  );
}

/** Points for a part, and a photo. */
function RunExtras() {
  const { store } = useTableWork();
  const { entry, model } = useMeasured();
  const photoFault = useTableState((state) => state.photoFault);
  const fault = pointsFaulty(entry);
  return (
    <section className={styles['list']}>
      <div className={practice['row']}>
        <label>
          {say`Points of ${model.points}, when only a part`}
          <input
            type="text"
            inputMode="decimal"
            value={entry.points[entry.checkpointId] ?? ''}
            aria-invalid={fault}
            onChange={(event) => store.givePoints(event.target.value)}
          />
        </label>
      </div>
      {fault && (
        <Notice tone="fault">{say`Points need a number, such as 10. Nothing is saved before.`}</Notice>
      )}
      <PhotoRow
        photo={entry.photo}
        editing={entry.editing}
        onPhoto={store.takePhoto}
        onMeasure={() => store.turnTo('photo')}
      />
      {entry.photo !== null && (
        <Suspense fallback={null}>
          <PhotoSeen photo={entry.photo} />
        </Suspense>
      )}
      {photoFault !== null && (
        <div className={styles['photo-fault']}>
          <Notice tone="fault">{photoFault}</Notice>
        </div>
      )}
    </section>
  );
}
