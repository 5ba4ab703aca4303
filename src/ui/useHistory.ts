import { useState } from 'react';
import { temporal } from 'zundo';
import { createStore, useStore } from 'zustand';

/** Something that is edited, with what can be undone and redone. A gesture, such as a drag, is one step. */
export interface History<T> {
  present: T;
  change: (next: T) => void;
  /** From here on all changes are one step, until {@link History.commit}. */
  begin: () => void;
  commit: () => void;
  undo: (() => void) | null;
  redo: (() => void) | null;
  /** Starts anew from something, forgetting what was done before. */
  restart: (from: T) => void;
}

const STEPS_KEPT = 200;

/** The one mechanism of undo: what is edited, its past and its future. */
export function useHistory<T>(first: T): History<T> {
  const [history] = useState(() => createHistory(first));
  const { store, change, begin, commit, undo, redo, restart } = history;
  const present = useStore(store, (state) => state.present);
  const past = useStore(store.temporal, (state) => state.pastStates.length);
  const future = useStore(store.temporal, (state) => state.futureStates.length);
  return {
    present,
    change,
    begin,
    commit,
    undo: past === 0 ? null : undo,
    redo: future === 0 ? null : redo,
    restart,
  };
}

/** A store that remembers its past, and what can be done with it. */
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
