import { createStore, type StoreApi } from 'zustand';
import type { Run, Session } from '../../contracts/practices.ts';
import type { Offset } from '../../core/field/field.ts';
import type { Checkpoint } from '../../core/route/checkpoints.ts';
import { emptyEntry, entryOf, markIn, withMark, type RunEntry } from './runEntry.ts';
import { createRunClock, type RunClock } from './runClock.ts';
import { START_ITEMS, type StartItem } from './startItems.ts';

/** What the sheet is for: runs, a new session at its side, or a photo or a camera in the whole of it. */
type TableTask = 'runs' | 'new session' | 'photo' | 'camera';

export interface TableState {
  session: Session | null;
  entry: RunEntry;
  task: TableTask;
  /** What was looked at before this run. */
  ticked: ReadonlySet<StartItem>;
  /** Volts as they were typed; they stay from run to run. */
  battery: string;
  /** When the gyro was zeroed or checked last; null when nobody knows. */
  zeroedAt: string | null;
  photoFault: string | null;
  /** How high the marks are that are pressed on photos, mm; they stay from run to run. */
  markHeight: number;
}

/** The state of the Table and all that can be done to it; what is logged goes through the run log. */
export interface TableStore {
  state: StoreApi<TableState>;
  clock: RunClock;
  takeSession: (session: Session) => void;
  turnTo: (task: TableTask) => void;
  chooseCheckpoint: (id: string) => void;
  /** Puts the mark of the present checkpoint down. */
  put: (offset: Offset) => void;
  /** Moves and turns the mark, mm and rad. */
  nudge: (along: number, left: number, turned?: number) => void;
  type: (line: string) => void;
  givePoints: (points: string) => void;
  giveCause: (cause: string | null) => void;
  takePhoto: (photo: File | null) => void;
  refusePhoto: (sentence: string) => void;
  /** Takes a measurement from a photo, with words on how good it is. */
  takeMeasured: (offset: Offset, within: string) => void;
  giveMarkHeight: (height: number) => void;
  tick: (ticked: ReadonlySet<StartItem>) => void;
  tickAll: () => void;
  giveBattery: (battery: string) => void;
  zeroed: () => void;
  /** Opens a run for a change. */
  edit: (run: Run) => void;
  /** For the next run: an empty entry, the clock at its beginning, nothing ticked. */
  clear: () => void;
}

export function createTableStore(
  checkpoints: readonly Checkpoint[],
  session: Session | null,
  zeroedAt: string | null,
): TableStore {
  const clock = createRunClock();
  const state = createStore<TableState>()(() => ({
    session,
    entry: emptyEntry(checkpoints),
    task: session === null ? 'new session' : 'runs',
    ticked: new Set(),
    battery: '',
    zeroedAt,
    photoFault: null,
    markHeight: 0,
  }));
  const entry = () => state.getState().entry;
  const change = (part: Partial<RunEntry>) => state.setState({ entry: { ...entry(), ...part } });
  const put = (offset: Offset) =>
    state.setState({ entry: withMark(entry(), { ...offset, headingKnown: true }) });
  const clear = () => {
    clock.reset();
    state.setState({ entry: emptyEntry(checkpoints), ticked: new Set(), task: 'runs' });
  };
  return {
    state,
    clock,
    takeSession: (taken) => state.setState({ session: taken }),
    turnTo: (task) => state.setState({ task }),
    chooseCheckpoint: (checkpointId) => change({ checkpointId }),
    put,
    nudge: (along, left, turned = 0) => {
      const now = markIn(entry()) ?? { along: 0, left: 0, turned: 0 };
      put({ along: now.along + along, left: now.left + left, turned: now.turned + turned });
    },
    type: (line) => change({ line }),
    givePoints: (text) => change({ points: { ...entry().points, [entry().checkpointId]: text } }),
    giveCause: (cause) => change({ cause }),
    takePhoto: (photo) => {
      change({ photo });
      state.setState({ photoFault: null, task: 'runs' });
    },
    refusePhoto: (photoFault) => state.setState({ photoFault }),
    takeMeasured: (offset, within) => {
      put(offset);
      change({ note: within });
      state.setState({ task: 'runs' });
    },
    giveMarkHeight: (markHeight) => state.setState({ markHeight }),
    tick: (ticked) => state.setState({ ticked }),
    tickAll: () => state.setState({ ticked: new Set(START_ITEMS) }),
    giveBattery: (battery) => state.setState({ battery }),
    zeroed: () => state.setState({ zeroedAt: new Date().toISOString() }),
    edit: (run) => {
      clear();
      state.setState({
        entry: entryOf(run, checkpoints),
        battery: run.battery === null ? '' : String(run.battery),
      });
    },
    clear,
  };
}
