import { useMemo, useState } from 'react';
import type { Link } from '../../contracts/link.ts';
import type {
  FieldRecord,
  GyroCheck,
  Robot,
  Route,
  Run,
  Session,
} from '../../contracts/records.ts';
import { offsetWords, parseRunLine, type RunLine } from '../../core/formats/runLine.ts';
import { scores, type Offset } from '../../core/field/field.ts';
import { checkpointsOf, type Checkpoint } from '../../core/route/moves.ts';
import { Button } from '../../ui/Button.tsx';
import { KeyHelp } from '../../ui/KeyHelp.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { TargetCard } from '../../ui/TargetCard.tsx';
import { Picker } from '../../ui/TextField.tsx';
import { TitleBlock, type TitleBlockProps } from '../../ui/TitleBlock.tsx';
import type { SheetKey } from '../../ui/useKeys.ts';
import { NewSession } from './NewSession.tsx';
import { START_LIST, StartList, voltsOf } from './StartList.tsx';
import { RunCells, runLook } from './RunCells.tsx';
import { RunRecording } from './RunRecording.tsx';
import styles from './TableView.module.css';
import { useRunLog, type RunContent } from './useRunLog.ts';
import { useRunRecording } from './useRunRecording.ts';

export interface TableViewProps {
  route: Route;
  routes: Pick<Route, 'id' | 'name'>[];
  robot: Robot;
  gyro: GyroCheck | null;
  /** The newest link of the robot. */
  link: Link | null;
  /** Runs that have a recording. */
  recorded: string[];
  field: FieldRecord;
  sessions: Session[];
  session: Session | null;
  /** Runs of this route in this session. */
  runs: Run[];
  titleBlock: TitleBlockProps;
}

const CAUSES = ['put down wrong', 'touched', 'battery', 'attachment', 'drop-out', 'table moved'];
const DEGREE = Math.PI / 180;

type Marks = Record<string, Offset & { headingKnown: boolean }>;

/** The table station: put the cross where the robot ended, say hit or miss, next run. */
export function TableView(props: TableViewProps) {
  const { route, robot, field, sessions, session, titleBlock } = props;
  const checkpoints = useMemo(() => checkpointsOf(route.revision.plan), [route]);
  const [checkpointId, setCheckpointId] = useState(checkpoints.at(-1)!.id);
  const log = useRunLog(props.runs);
  const recording = useRunRecording(robot.id, props.link);
  const [marks, setMarks] = useState<Marks>({});
  const [hits, setHits] = useState<Record<string, boolean>>({});
  const [cause, setCause] = useState<string | null>(null);
  const [line, setLine] = useState('');
  const [editing, setEditing] = useState<Run | null>(null);
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const [battery, setBattery] = useState('');
  const [starting, setStarting] = useState(false);

  const checkpoint = checkpoints.find(({ id }) => id === checkpointId)!;
  const model = field.field.models.find(({ id }) => id === checkpoint.modelId)!;
  const ofRevision = log.runs.filter((run) => run.revisionId === route.revision.id);
  const typed = line.trim() === '' ? null : parseRunLine(line);
  const mark = typed?.ok ? markOf(typed.line) : (marks[checkpointId] ?? null);
  const number = editing === null ? log.runs.length + 1 : log.runs.indexOf(editing) + 1;

  const clear = () => {
    setMarks({});
    setHits({});
    setCause(null);
    setLine('');
    setEditing(null);
    setTicked(new Set());
    setCheckpointId(checkpoints.at(-1)!.id);
  };
  const save = async (hit: boolean) => {
    if (mark === null || session === null || log.busy) return;
    const content = contentOf({ ...marks, [checkpointId]: mark }, { ...hits, [checkpointId]: hit });
    const place = { sessionId: session.id, revisionId: route.revision.id, setupId: robot.setup.id };
    if (editing !== null) {
      if (await log.change(editing, content)) clear();
      return;
    }
    const run = await log.log(place, content);
    if (run === null) return;
    clear();
    await recording.keepWith(run);
  };
  const contentOf = (allMarks: Marks, allHits: Record<string, boolean>): RunContent => ({
    measurements: checkpoints.flatMap(({ id }) => {
      const given = allMarks[id];
      if (given === undefined) return [];
      const { along, left, turned, headingKnown } = given;
      return [{ checkpointId: id, along, left, turned: headingKnown ? turned : null }];
    }),
    outcomes: checkpoints.flatMap((one) => {
      const given = allMarks[one.id];
      if (given === undefined) return [];
      const zone = field.field.models.find(({ id }) => id === one.modelId)!.zone;
      return [{ modelId: one.modelId, hit: allHits[one.id] ?? scores(zone, given) }];
    }),
    battery: voltsOf(battery),
    setAside: cause,
    note: editing?.note ?? '',
  });
  const enter = () => {
    if (typed === null || !typed.ok) return;
    void save(typed.line.hit ?? scores(model.zone, markOf(typed.line)));
  };
  const edit = (run: Run) => {
    setEditing(run);
    setLine('');
    setCause(run.setAside);
    setBattery(run.battery === null ? '' : String(run.battery));
    setMarks(marksOf(run));
    setHits(hitsOf(run, checkpoints));
  };
  const nudge = (along: number, left: number, turned = 0) => {
    const now = marks[checkpointId] ?? { along: 0, left: 0, turned: 0, headingKnown: true };
    setLine('');
    setMarks({
      ...marks,
      [checkpointId]: {
        along: now.along + along,
        left: now.left + left,
        turned: now.turned + turned,
        headingKnown: true,
      },
    });
  };
  const undo = () => {
    const last = log.runs.at(-1);
    if (last !== undefined) void log.withdraw(last);
  };
  const keys: SheetKey[] = [
    { keys: 'ArrowUp', says: 'Mark 1 mm far', act: () => nudge(1, 0) },
    { keys: 'ArrowDown', says: 'Mark 1 mm near', act: () => nudge(-1, 0) },
    { keys: 'ArrowLeft', says: 'Mark 1 mm left', act: () => nudge(0, 1) },
    { keys: 'ArrowRight', says: 'Mark 1 mm right', act: () => nudge(0, -1) },
    { keys: '[', says: 'Turn the mark 1° left', act: () => nudge(0, 0, DEGREE) },
    { keys: ']', says: 'Turn the mark 1° right', act: () => nudge(0, 0, -DEGREE) },
    { keys: 'H', says: 'Hit, and save', act: () => void save(true) },
    { keys: 'M', says: 'Miss, and save', act: () => void save(false) },
    { keys: 'G', says: 'All well before the start', act: () => setTicked(new Set(START_LIST)) },
    { keys: 'U', says: 'Take the last run back', act: undo },
    { keys: 'L', says: 'Type a run', act: () => document.getElementById('run-line')?.focus() },
  ];

  return (
    <div className={styles['view']}>
      <div className={styles['card']}>
        <div className={styles['choose']}>
          <Picker
            label="Route"
            value={route.id}
            options={props.routes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => location.assign(`/table?route=${id}`)}
          />
          <Picker
            label="Session"
            value={session?.id ?? ''}
            options={[
              ...sessions.map(({ id, title }) => ({ value: id, label: title })),
              { value: 'new', label: 'New session …' },
            ]}
            onChange={(id) =>
              id === 'new' ? setStarting(true) : location.assign(`/table?session=${id}`)
            }
          />
        </div>
        {checkpoints.length > 1 && (
          <div className={styles['tabs']} role="group" aria-label="Measured at">
            {checkpoints.map((one) => (
              <Button
                key={one.id}
                aria-pressed={one.id === checkpointId}
                onClick={() => setCheckpointId(one.id)}
              >
                {one.name}
                {marks[one.id] === undefined ? '' : ' ✓'}
              </Button>
            ))}
          </div>
        )}
        <div className={styles['drawing']}>
          <TargetCard
            zone={model.zone}
            title={model.name}
            runs={log.runs.flatMap((run, i) => {
              const found = run.measurements.find((m) => m.checkpointId === checkpointId);
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
            onMark={(next) => {
              setLine('');
              setMarks({ ...marks, [checkpointId]: { ...next, headingKnown: true } });
            }}
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
            <p>
              revision {route.revision.number}, {ofRevision.length} of it today, want{' '}
              {Math.round(100 * route.goal)} %
            </p>
          </div>
          {starting || session === null ? (
            <NewSession
              surface={sessions[0]?.surface ?? ''}
              onStarted={(started) => location.assign(`/table?session=${started.id}`)}
              onCancel={session === null ? null : () => setStarting(false)}
            />
          ) : (
            <>
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
                  value={line}
                  placeholder="12 -5 2 h"
                  autoComplete="off"
                  spellCheck={false}
                  onChange={(event) => setLine(event.target.value)}
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
                log={log}
                editing={editing}
                onStop={clear}
                onUndo={undo}
                onWithdraw={(run) => void log.withdraw(run).then((done) => done && clear())}
              />
              {editing === null && (
                <StartList
                  ticked={ticked}
                  onTick={setTicked}
                  battery={battery}
                  onBattery={setBattery}
                  gyro={props.gyro}
                  firstBattery={log.runs.find((run) => run.battery !== null)?.battery ?? null}
                />
              )}
              <section className={styles['list']}>
                <h2>Anything odd? It is kept, but does not count.</h2>
                <div className={styles['chips']}>
                  {CAUSES.map((word) => (
                    <Button
                      key={word}
                      aria-pressed={cause === word}
                      onClick={() => setCause(cause === word ? null : word)}
                    >
                      {word}
                    </Button>
                  ))}
                  <OwnCause key={editing?.id} cause={cause} onCause={setCause} />
                </div>
              </section>
              {props.link !== null && editing === null && (
                <RunRecording
                  recording={recording}
                  recorded={new Set([...props.recorded, ...recording.kept]).size}
                />
              )}
            </>
          )}
        </div>
        <TitleBlock {...titleBlock} />
      </div>
      <RunCells
        runs={log.runs}
        checkpoint={checkpoint}
        revision={route.revision.number}
        editing={editing}
        next={<KeyHelp keys={keys} />}
        onEdit={edit}
      />
    </div>
  );
}

interface LogNotesProps {
  log: ReturnType<typeof useRunLog>;
  editing: Run | null;
  onStop: () => void;
  onUndo: () => void;
  onWithdraw: (run: Run) => void;
}

/** What was done last and how to take it back. */
function LogNotes({ log, editing, onStop, onUndo, onWithdraw }: LogNotesProps) {
  if (log.note?.kind === 'fault') return <Notice mood="fault">{log.note.sentence}</Notice>;
  if (editing !== null) {
    return (
      <div className={styles['undo']}>
        <span>Change the mark or the cause, then Hit or Miss saves it.</span>
        <Button onClick={() => onWithdraw(editing)}>Take back</Button>
        <Button onClick={onStop}>Leave as it was</Button>
      </div>
    );
  }
  if (log.note?.kind === 'withdrawn') {
    const { run } = log.note;
    return (
      <div className={styles['undo']}>
        <span>The run was taken back.</span>
        <Button onClick={() => void log.putBack(run)}>Put it back</Button>
      </div>
    );
  }
  if (log.note?.kind === 'saved') {
    return (
      <div className={styles['undo']}>
        <span role="status">Run {log.note.number} is saved.</span>
        <Button onClick={onUndo}>Undo (U)</Button>
      </div>
    );
  }
  return null;
}

function OwnCause({
  cause,
  onCause,
}: {
  cause: string | null;
  onCause: (cause: string | null) => void;
}) {
  const own = cause !== null && !CAUSES.includes(cause) ? cause : '';
  return (
    <input
      className={styles['own']}
      aria-label="Another cause, in your own words"
      placeholder="own word"
      maxLength={200}
      value={own}
      onChange={(event) => onCause(event.target.value === '' ? null : event.target.value)}
    />
  );
}

function markOf(line: RunLine): Offset & { headingKnown: boolean } {
  return {
    along: line.along,
    left: line.left,
    turned: line.turned ?? 0,
    headingKnown: line.turned !== null,
  };
}

function marksOf(run: Run): Marks {
  return Object.fromEntries(
    run.measurements.map(({ checkpointId, along, left, turned }) => [
      checkpointId,
      { along, left, turned: turned ?? 0, headingKnown: turned !== null },
    ]),
  );
}

function hitsOf(run: Run, checkpoints: readonly Checkpoint[]): Record<string, boolean> {
  return Object.fromEntries(
    checkpoints.flatMap(({ id, modelId }) => {
      const outcome = run.outcomes.find((one) => one.modelId === modelId);
      return outcome === undefined ? [] : [[id, outcome.hit]];
    }),
  );
}
