import { useEffect, useState } from 'react';

/** Where a run is: being set up, hands off, under way, or standing where it ended. */
export type RunPhase = 'ready' | 'armed' | 'running' | 'stopped';

export interface RunClock {
  phase: RunPhase;
  /** s of the present run; null before it starts. */
  seconds: number | null;
  /** On to the next phase: arm, start, stop. */
  next: () => void;
  /** Back to the beginning, for the next run. */
  reset: () => void;
}

/** How often the time is drawn anew, ms. */
const DRAW_EVERY = 100;

/** The stopwatch of a run. While a run is armed or under way the screen stays awake, where it can. */
export function useRunClock(): RunClock {
  const [phase, setPhase] = useState<RunPhase>('ready');
  const [from, setFrom] = useState(0);
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (phase !== 'running') return;
    const timer = setInterval(() => setNow(performance.now()), DRAW_EVERY);
    return () => clearInterval(timer);
  }, [phase]);
  useWakeLock(phase === 'armed' || phase === 'running');
  return {
    phase,
    seconds: phase === 'running' || phase === 'stopped' ? Math.max(0, (now - from) / 1000) : null,
    next: () => {
      const time = performance.now();
      if (phase === 'armed') setFrom(time);
      if (phase === 'armed' || phase === 'running') setNow(time);
      setPhase(phase === 'ready' ? 'armed' : phase === 'armed' ? 'running' : 'stopped');
    },
    reset: () => setPhase('ready'),
  };
}

/** Keeps the screen awake. The browser lets go when the page is hidden, so it is asked again then. */
function useWakeLock(wanted: boolean): void {
  useEffect(() => {
    if (!wanted || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let ended = false;
    const ask = async () => {
      if (document.hidden) return;
      // A low battery or a rule of the device may refuse; the run goes on all the same.
      const got = await navigator.wakeLock.request('screen').catch(() => null);
      if (ended) void got?.release();
      else lock = got;
    };
    const shown = () => void ask();
    void ask();
    document.addEventListener('visibilitychange', shown);
    return () => {
      ended = true;
      document.removeEventListener('visibilitychange', shown);
      void lock?.release();
    };
  }, [wanted]);
}
