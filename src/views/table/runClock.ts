import { createStore, type StoreApi } from 'zustand';

/** Where a run is: being set up, hands off, under way, or standing where it ended. */
export type RunPhase = 'ready' | 'armed' | 'running' | 'stopped';

interface ClockState {
  phase: RunPhase;
  /** s of the present run; null before it starts. */
  seconds: number | null;
}

/** The stopwatch of a run, with a store of its own, so that only the clock is drawn ten times a second. */
export interface RunClock {
  store: StoreApi<ClockState>;
  /** On to the next phase: arm, start, stop. */
  next: () => void;
  /** Back to the beginning, for the next run. */
  reset: () => void;
}

/** How often the time is drawn anew, ms. */
const DRAW_EVERY = 100;

export function createRunClock(now: () => number = () => performance.now()): RunClock {
  const store = createStore<ClockState>()(() => ({ phase: 'ready', seconds: null }));
  let from = 0;
  let timer: ReturnType<typeof setInterval> | undefined;
  const look = () => store.setState({ seconds: Math.max(0, (now() - from) / 1000) });
  return {
    store,
    next: () => {
      switch (store.getState().phase) {
        case 'ready':
          return store.setState({ phase: 'armed' });
        case 'armed':
          from = now();
          timer = setInterval(look, DRAW_EVERY);
          return store.setState({ phase: 'running', seconds: 0 });
        case 'running':
          clearInterval(timer);
          look();
          return store.setState({ phase: 'stopped' });
        case 'stopped':
          return;
      }
    },
    reset: () => {
      clearInterval(timer);
      store.setState({ phase: 'ready', seconds: null });
    },
  };
}

/** What is kept of a run's time, s to the tenth; null for a run without the clock. */
export function secondsOf({ phase, seconds }: ClockState): number | null {
  return phase === 'stopped' && seconds !== null
    ? Math.max(0.1, Math.round(10 * seconds) / 10)
    : null;
}
