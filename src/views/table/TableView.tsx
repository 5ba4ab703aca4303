import { lazy, Suspense, useMemo, useState } from 'react';
import type { Link } from '../../contracts/link.ts';
import type {
  FieldRecord,
  GyroCheck,
  Robot,
  Route,
  Run,
  Session,
} from '../../contracts/records.ts';
import { offsetWords } from '../../core/formats/runLine.ts';
import { scores } from '../../core/field/field.ts';
import { checkpointsOf } from '../../core/route/plan.ts';
import { Button } from '../../ui/Button.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TargetCard } from '../../ui/TargetCard.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import type { SheetKey } from '../../ui/useKeys.ts';
import { Causes } from './Causes.tsx';
import { ClockBar } from './ClockBar.tsx';
import { Goal } from './Goal.tsx';
import { LogNotes } from './LogNotes.tsx';
import { NewSession } from './NewSession.tsx';
import { PhotoRow } from './PhotoRow.tsx';
import practice from './Practice.module.css';
import { JIG_ITEM, START_LIST, StartList, voltsOf } from './StartList.tsx';
import { RunCells, runLook } from './RunCells.tsx';
import { RunRecording } from './RunRecording.tsx';
import { pageData } from '../../ui/pageData.ts';
import { sheetAddress } from '../../ui/sheetAddress.ts';
import { island } from '../../ui/island.tsx';
import styles from './TableView.module.css';
import { useLowWarning } from './useLowWarning.ts';
import { useRunClock } from './useRunClock.ts';
import { markOf, pointsOf, useRunEntry } from './useRunEntry.ts';
import { useRunLog } from './useRunLog.ts';
import { useRunRecording } from './useRunRecording.ts';
import { Waiting } from './Waiting.tsx';

// Both are needed now and then only, and bring drawing and simulation with them.
const PhotoMeasure = lazy(async () => ({
  default: (await import('./PhotoMeasure.tsx')).PhotoMeasure,
}));
const RunTelemetry = lazy(async () => ({
  default: (await import('./RunTelemetry.tsx')).RunTelemetry,
}));

export interface TableViewProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  robot: Robot;
  gyro: GyroCheck | null;
  /** The newest link of the robot. */
  link: Link | null;
  /** Runs that have a recording. */
  recorded: { runId: string; telemetryId: string }[];
  field: FieldRecord;
  sessions: Session[];
  session: Session | null;
  /** How long the route takes, s. */
  expected: number | null;
  titleBlock: TitleBlockProps;
}

const DEGREE = Math.PI / 180;

/** The table station: put the cross where the robot ended, say hit or miss, next run. */
function TableSheet(props: TableViewProps) {
  const { route, robot, field, sessions, titleBlock } = props;
  const { setup } = robot.setup;
  const checkpoints = useMemo(() => checkpointsOf(route.revision.plan), [route]);
  const [session, setSession] = useState(props.session);
  const [here] = useState(() => pageData<Run[]>('runs'));
  const recording = useRunRecording(robot.id, props.link);
  const log = useRunLog(here, session?.id ?? null, route.id, (run) => {
    void recording.keepWith(run);
  });
  const entry = useRunEntry(checkpoints, field);
  const clock = useRunClock();
  const low = useLowWarning(route, robot, field);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [battery, setBattery] = useState('');
  const [zeroedAt, setZeroedAt] = useState(props.gyro?.at ?? null);
  const [starting, setStarting] = useState(false);
  const [measuring, setMeasuring] = useState(false);
  const [photoFault, setPhotoFault] = useState<string | null>(null);

  const { checkpoint, model, mark, typed, editing } = entry;
  const ofRevision = log.runs.filter((run) => run.revisionId === route.revision.id);
  const number = editing === null ? log.runs.length + 1 : log.runs.indexOf(editing) + 1;
  const recorded = [...props.recorded, ...recording.kept];
  const telemetryId = recorded.find(({ runId }) => runId === editing?.id)?.telemetryId;
  const savedId = log.note?.kind === 'saved' ? log.note.run.id : null;
  const pointsFault = entry.points.trim() !== '' && pointsOf(entry.points) === null;

  const clear = () => {
    entry.clear();
    clock.reset();
    setTicked(new Set());
    setMeasuring(false);
  };
  const save = async (hit: boolean) => {
    if (mark === null || session === null || log.busy || pointsFault) return;
    if (editing !== null) {
      const { gyroAt, jig, seconds } = editing;
      const content = entry.contentOf(mark, hit, {
        battery: voltsOf(battery),
        gyroAt,
        jig,
        seconds,
      });
      if (await log.change(editing, content)) {
        if (entry.photo !== null) await log.addPhoto(editing, entry.photo);
        clear();
      }
      return;
    }
    const place = {
      sessionId: session.id,
      revisionId: route.revision.id,
      setupId: robot.setup.id,
      revisionNumber: route.revision.number,
    };
    const content = entry.contentOf(mark, hit, {
      battery: voltsOf(battery),
      gyroAt: zeroedAt,
      // A list that nobody ticked says nothing of the jig.
      jig: ticked.size === 0 ? null : ticked.has(JIG_ITEM),
      seconds:
        clock.phase === 'stopped' ? Math.max(0.1, Math.round(10 * clock.seconds!) / 10) : null,
    });
    const run = await log.log(place, content);
    if (run === null) return;
    if (entry.photo !== null) await log.addPhoto(run, entry.photo);
    clear();
  };
  const enter = () => {
    if (typed === null || !typed.ok) return;
    void save(typed.line.hit ?? scores(model.zone, markOf(typed.line)));
  };
  const edit = (run: Run) => {
    clear();
    entry.edit(run);
    setBattery(run.battery === null ? '' : String(run.battery));
  };
  const undo = () => {
    const last = log.runs.at(-1);
    if (last !== undefined) void log.withdraw(last);
  };
  const keys: SheetKey[] = [
    { keys: 'ArrowUp', says: 'Mark 1 mm far', act: () => entry.nudge(1, 0) },
    { keys: 'ArrowDown', says: 'Mark 1 mm near', act: () => entry.nudge(-1, 0) },
    { keys: 'ArrowLeft', says: 'Mark 1 mm left', act: () => entry.nudge(0, 1) },
    { keys: 'ArrowRight', says: 'Mark 1 mm right', act: () => entry.nudge(0, -1) },
    { keys: '[', says: 'Turn the mark 1° left', act: () => entry.nudge(0, 0, DEGREE) },
    { keys: ']', says: 'Turn the mark 1° right', act: () => entry.nudge(0, 0, -DEGREE) },
    { keys: 'H', says: 'Hit, and save', act: () => void save(true) },
    { keys: 'M', says: 'Miss, and save', act: () => void save(false) },
    { keys: 'Space', says: 'Arm, start and stop the clock', act: clock.next },
    { keys: 'G', says: 'All well before the start', act: () => setTicked(new Set(START_LIST)) },
    { keys: 'Z', says: 'Gyro zeroed now', act: () => setZeroedAt(new Date().toISOString()) },
    { keys: 'U', says: 'Take the last run back', act: undo },
    { keys: 'L', says: 'Type a run', act: () => document.getElementById('run-line')?.focus() },
  ];

  if (measuring && entry.photo !== null) {
    return (
      <div className={styles['photo']}>
        <Suspense fallback={<p>Opening the photo …</p>}>
          <PhotoMeasure
            photo={entry.photo}
            field={field.field}
            body={setup.body}
            zone={model.zone}
            onMeasured={(offset, within) => {
              entry.put(offset);
              entry.setNote(within);
              setMeasuring(false);
            }}
            onClose={() => setMeasuring(false)}
          />
        </Suspense>
      </div>
    );
  }
  return (
    <div className={styles['view']}>
      <div className={styles['card']}>
        <div className={styles['choose']}>
          <Picker
            label="Route"
            value={route.id}
            options={props.routes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => location.assign(sheetAddress('/table', { route: id }))}
          />
          <Picker
            label="Session"
            value={session?.id ?? ''}
            options={[
              ...sessions.map(({ id, title }) => ({ value: id, label: title })),
              { value: 'new', label: 'New session …' },
            ]}
            onChange={(id) =>
              id === 'new'
                ? setStarting(true)
                : location.assign(sheetAddress('/table', { session: id }))
            }
          />
        </div>
        {checkpoints.length > 1 && (
          <div className={styles['tabs']} role="group" aria-label="Measured at">
            {checkpoints.map((one) => (
              <Button
                key={one.id}
                aria-pressed={one.id === checkpoint.id}
                onClick={() => entry.choose(one.id)}
              >
                {one.name}
                {entry.marks[one.id] === undefined ? '' : ' ✓'}
              </Button>
            ))}
          </div>
        )}
        <div className={styles['drawing']}>
          <TargetCard
            zone={model.zone}
            title={model.name}
            runs={log.runs.flatMap((run, i) => {
              const found = run.measurements.find((m) => m.checkpointId === checkpoint.id);
              if (found === undefined || run.id === editing?.id || !ofRevision.includes(run))
                return [];
              const look = runLook(run, checkpoint);
              return [
                {
                  id: run.id,
                  number: i + 1,
                  along: found.along,
                  left: found.left,
                  hit: look !== 'miss',
                  setAside: look === 'aside',
                },
              ];
            })}
            mark={mark}
            onMark={entry.put}
          />
        </div>
        <Notice>
          No hands on the table while a run is armed; fingers and hair away from wheels and
          attachments. The event’s rules and the adult in charge come first.
        </Notice>
      </div>
      <div className={styles['side']}>
        <div className={styles['scroll']}>
          <div className={styles['head']}>
            <h1>Run {number}</h1>
            {!starting && session !== null && editing === null && (
              <Goal
                session={session}
                runs={ofRevision}
                checkpoint={checkpoint}
                revision={route.revision.number}
                onChanged={setSession}
              />
            )}
          </div>
          {starting || session === null ? (
            <NewSession
              surface={sessions[0]?.surface ?? ''}
              onStarted={(started) =>
                location.assign(sheetAddress('/table', { session: started.id }))
              }
              onCancel={session === null ? null : () => setStarting(false)}
            />
          ) : (
            <>
              {editing === null && <ClockBar clock={clock} expected={props.expected} />}
              <div className={styles['judge']}>
                <Button
                  className={styles['hit']}
                  disabled={mark === null || log.busy}
                  onClick={() => void save(true)}
                >
                  Hit
                </Button>
                <Button
                  className={styles['miss']}
                  disabled={mark === null || log.busy}
                  onClick={() => void save(false)}
                >
                  Miss
                </Button>
              </div>
              <div className={styles['line']}>
                <label htmlFor="run-line" className="unseen">
                  Type a run: right, far, degrees, h or m
                </label>
                <input
                  id="run-line"
                  value={entry.line}
                  placeholder="12 -5 2 h"
                  autoComplete="off"
                  spellCheck={false}
                  onChange={(event) => entry.setLine(event.target.value)}
                  onKeyDown={(event) => event.key === 'Enter' && enter()}
                />
                <p
                  className={styles['says']}
                  data-fault={typed !== null && !typed.ok}
                  aria-live="polite"
                >
                  {typed !== null && !typed.ok
                    ? typed.message
                    : mark === null
                      ? 'Press where the tool point ended, or type right, far, degrees and h or m, then Enter.'
                      : `${offsetWords({ ...mark, turned: mark.headingKnown ? mark.turned : null })}: ${scores(model.zone, mark) ? 'inside' : 'outside'} the zone`}
                </p>
              </div>
              <LogNotes
                note={log.note}
                number={log.runs.findIndex(({ id }) => id === savedId) + 1}
                sent={!log.waiting.some(({ runId }) => runId === savedId)}
                editing={editing}
                onStop={clear}
                onUndo={undo}
                onPutBack={(run) => void log.putBack(run)}
                onWithdraw={(run) => void log.withdraw(run).then((done) => done && clear())}
              />
              <Waiting
                waiting={log.waiting}
                aside={log.aside}
                reached={log.reached}
                onDrop={(write) => void log.drop(write)}
                onRetry={(write) => void log.retry(write)}
              />
              {telemetryId !== undefined && editing !== null && (
                <Suspense fallback={<p>Opening what the link sent …</p>}>
                  <RunTelemetry
                    telemetryId={telemetryId}
                    run={editing}
                    routeId={route.id}
                    robotId={robot.id}
                    field={field.field}
                  />
                </Suspense>
              )}
              {editing === null && (
                <StartList
                  ticked={ticked}
                  onTick={setTicked}
                  battery={battery}
                  onBattery={setBattery}
                  gyro={props.gyro}
                  zeroedAt={zeroedAt}
                  onZeroed={() => setZeroedAt(new Date().toISOString())}
                  low={low}
                  firstBattery={log.runs.find((run) => run.battery !== null)?.battery ?? null}
                />
              )}
              <Causes key={editing?.id} cause={entry.cause} onCause={entry.setCause} />
              <section className={styles['list']}>
                <div className={practice['row']}>
                  <label>
                    Points of {model.points}, when only a part
                    <input
                      type="text"
                      inputMode="decimal"
                      value={entry.points}
                      aria-invalid={pointsFault}
                      onChange={(event) => entry.setPoints(event.target.value)}
                    />
                  </label>
                </div>
                {pointsFault && (
                  <Notice tone="fault">
                    Points need a number, such as 10. Nothing is saved before.
                  </Notice>
                )}
                <PhotoRow
                  photo={entry.photo}
                  editing={editing}
                  onPhoto={(photo) => {
                    entry.setPhoto(photo);
                    setPhotoFault(null);
                    if (photo === null) setMeasuring(false);
                  }}
                  onMeasure={() => setMeasuring(true)}
                  onFault={setPhotoFault}
                />
                {photoFault !== null && <Notice tone="fault">{photoFault}</Notice>}
              </section>
              {props.link !== null && editing === null && (
                <RunRecording
                  recording={recording}
                  recorded={new Set(recorded.map(({ runId }) => runId)).size}
                  plan={route.revision.plan}
                  field={field.field}
                />
              )}
            </>
          )}
        </div>
        <TitleBlock {...titleBlock} />
      </div>
      <RunCells
        runs={log.runs}
        waiting={new Set(log.waiting.map(({ runId }) => runId))}
        checkpoint={checkpoint}
        revision={route.revision.number}
        editing={editing}
        next={<KeyHelp keys={keys} />}
        onEdit={edit}
      />
    </div>
  );
}

export const TableView = island(TableSheet);
