import { createContext, useContext, useMemo, useState } from 'react';
import { useStore } from 'zustand';
import type { Link } from '../../contracts/link.ts';
import type { FieldRecord } from '../../contracts/fields.ts';
import type { GyroCheck, Robot } from '../../contracts/robots.ts';
import type { Route } from '../../contracts/routes.ts';
import type { Run, Session } from '../../contracts/practices.ts';
import { scores } from '../../core/field/field.ts';
import type { Experiment } from '../../core/simulation/run.ts';
import { checkpointsOf, type Checkpoint } from '../../core/route/checkpoints.ts';
import { pageData } from '../../ui/pageData.ts';
import type { TitleBlockProps } from '../../ui/TitleBlock.tsx';
import {
  contentOf,
  markIn,
  modelAt,
  pointsFaulty,
  typedOf,
  markOf,
  type RunStart,
} from './runEntry.ts';
import { secondsOf } from './runClock.ts';
import { voltsOf } from './startItems.ts';
import { createTableStore, type TableState, type TableStore } from './tableStore.ts';
import { useRunLog, type RunContent, type RunLog } from './useRunLog.ts';
import {
  useRunRecording,
  type DrivenByPractice,
  type RunRecordingState,
} from './useRunRecording.ts';
import { say } from '../../core/language/say.ts';

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

/** All that the parts of the Table work with. */
export interface TableWork extends TableViewProps {
  /** What is driven here, as the setup has it. */
  experiment: Experiment;
  store: TableStore;
  log: RunLog;
  recording: RunRecordingState;
  checkpoints: Checkpoint[];
  /** Logs the entry, or saves its change; nothing happens while something is missing. */
  save: (hit: boolean) => Promise<void>;
  /** The same for what was typed: the zone judges what nobody judged. */
  enter: () => void;
  /** Logs a run that somebody else measured; null when it could not be kept. */
  logMeasured: (content: RunContent) => Promise<Run | null>;
  /** Takes the last run back. */
  undo: () => void;
}

/** Brings the store of the Table together with the log of its runs. */
export function useCreatedTableWork(props: TableViewProps): TableWork {
  const { route, robot, field, link, gyro } = props;
  const checkpoints = useMemo(() => checkpointsOf(route.revision.plan), [route]);
  const [store] = useState(() => {
    const created = createTableStore(checkpoints, props.session, gyro?.at ?? null);
    if (location.hash === '#new-practice') created.turnTo('new session');
    if (location.hash === '#camera' && props.session !== null) created.turnTo('camera');
    return created;
  });
  const [here] = useState(() => pageData<Run[]>('runs'));
  const experiment = useMemo(() => {
    const { setup } = robot.setup;
    const { plan } = route.revision;
    return { plan, field: field.field, estimated: setup, trueParameters: setup };
  }, [robot, route, field]);
  const recording = useRunRecording(
    robot.id,
    link,
    experiment,
    (driven) => void takeDriven(driven),
  );
  const log = useRunLog(here, props.session?.id ?? null, route.id, (run) => {
    void recording.keepWith(run);
  });

  /** Logs a run of the practice robot as it was read off. */
  const takeDriven = async ({ ends, seconds, battery, seen }: DrivenByPractice) => {
    const at = checkpoints.map((checkpoint) => {
      const { id, name, zone } = modelAt(field.field, checkpoint);
      return { checkpointId: checkpoint.id, modelId: id, zone, end: ends.get(name) };
    });
    await logMeasured({
      measurements: at.flatMap(({ checkpointId, end }) =>
        end === undefined ? [] : [{ checkpointId, ...end }],
      ),
      outcomes: at.map(({ modelId, zone, end }) => ({
        modelId,
        hit: end !== undefined && scores(zone, end),
        points: null,
      })),
      battery,
      gyroAt: new Date().toISOString(),
      jig: false,
      seconds: seconds > 0 ? seconds : null,
      setAside: null,
      note: [say`driven by the practice robot`, ...(seen === null ? [] : [seen])].join('; '),
    });
  };
  const logMeasured = async (content: RunContent) => {
    const { session } = store.state.getState();
    return session === null ? null : log.log(placeIn(session), content);
  };
  const placeIn = (session: Session) => ({
    sessionId: session.id,
    revisionId: route.revision.id,
    setupId: robot.setup.id,
    revisionNumber: route.revision.number,
  });

  /** What was noted before a new run. */
  const startOf = ({ battery, zeroedAt, ticked }: TableState): RunStart => ({
    battery: voltsOf(battery),
    gyroAt: zeroedAt,
    // A list that nobody ticked says nothing of the jig.
    jig: ticked.size === 0 ? null : ticked.has('jig'),
    seconds: secondsOf(store.clock.store.getState()),
  });
  const save = async (hit: boolean) => {
    const state = store.state.getState();
    const { entry, session } = state;
    const { editing } = entry;
    const mark = markIn(entry);
    if (mark === null || session === null || log.busy || pointsFaulty(entry)) return;
    const start =
      editing === null ? startOf(state) : { ...editing, battery: voltsOf(state.battery) };
    const { battery, gyroAt, jig, seconds } = start;
    const noted = { battery, gyroAt, jig, seconds };
    const content = contentOf(entry, mark, hit, noted, checkpoints, field.field);
    const kept =
      editing === null
        ? await log.log(placeIn(session), content)
        : (await log.change(editing, content))
          ? editing
          : null;
    if (kept === null) return;
    if (entry.photo !== null) await log.addPhoto(kept, entry.photo);
    store.clear();
  };
  return {
    ...props,
    store,
    log,
    recording,
    experiment,
    checkpoints,
    save,
    enter: () => {
      const { entry } = store.state.getState();
      const typed = typedOf(entry);
      if (typed === null || !typed.ok) return;
      const checkpoint = checkpoints.find(({ id }) => id === entry.checkpointId)!;
      const { zone } = modelAt(field.field, checkpoint);
      void save(typed.line.hit ?? scores(zone, markOf(typed.line)));
    },
    logMeasured,
    undo: () => {
      const last = log.runs.at(-1);
      if (last !== undefined) void log.withdraw(last);
    },
  };
}

const Context = createContext<TableWork | null>(null);
export const TableWorkProvider = Context.Provider;

/** What the part of the Table that asks works with. */
export function useTableWork(): TableWork {
  const work = useContext(Context);
  if (work === null) throw new Error('This stands on no table.');
  return work;
}

/** A part of the Table's state; the component is drawn again only when that part changes. */
export function useTableState<T>(select: (state: TableState) => T): T {
  return useStore(useTableWork().store.state, select);
}

/** The checkpoint that is measured now, its model, and the mark there. */
export function useMeasured() {
  const { checkpoints, field } = useTableWork();
  const entry = useTableState((state) => state.entry);
  const checkpoint = checkpoints.find(({ id }) => id === entry.checkpointId)!;
  return { entry, checkpoint, model: modelAt(field.field, checkpoint), mark: markIn(entry) };
}
