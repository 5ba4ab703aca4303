import { temporal } from 'zundo';
import { createStore, useStore } from 'zustand';

const STEPS_KEPT = 200;

/**
 * The one mechanism of undo: something that is edited, with its past and its future. A gesture, such as a
 * drag, is one step: it begins, and from there on all changes are one until it is committed.
 */
export function createHistory<T>(first: T) {
  const store = createStore<{ present: T }>()(
    temporal(() => ({ present: first }), { limit: STEPS_KEPT }),
  );
  const time = store.temporal;
  let gesture: 'none' | 'begun' | 'going' = 'none';
  const commit = () => {
    gesture = 'none';
    time.getState().resume();
  };
  return {
    store,
    change: (next: T) => {
      if (Object.is(next, store.getState().present)) return;
      store.setState({ present: next });
      // The first change of a gesture keeps what was before it; those after it go on with that step.
      if (gesture !== 'begun') return;
      gesture = 'going';
      time.getState().pause();
    },
    begin: () => {
      commit();
      gesture = 'begun';
    },
    commit,
    undo: () => {
      commit();
      time.getState().undo();
    },
    redo: () => {
      commit();
      time.getState().redo();
    },
    restart: (from: T) => {
      commit();
      store.setState({ present: from });
      time.getState().clear();
    },
  };
}

export type EditedHistory<T> = ReturnType<typeof createHistory<T>>;

/** What is edited, as it stands, and whether there is something to undo and to redo. */
export function useEdited<T>({ store }: EditedHistory<T>): {
  present: T;
  canUndo: boolean;
  canRedo: boolean;
} {
  return {
    present: useStore(store, (state) => state.present),
    canUndo: useStore(store.temporal, (state) => state.pastStates.length > 0),
    canRedo: useStore(store.temporal, (state) => state.futureStates.length > 0),
  };
}
