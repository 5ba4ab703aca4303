import { useEffect } from 'react';

/** Keeps the screen awake. The browser lets go when the page is hidden, so it is asked again then. */
export function useWakeLock(wanted: boolean): void {
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
