import { useEffect, useRef, useState } from 'react';

/** The moment that a sheet shows, and the clock that moves it on. */
export interface Playback {
  /** s from the start of the run, never beyond its end. */
  time: number;
  playing: boolean;
  /** Goes to a moment; the clock stops. */
  goTo: (time: number) => void;
  /** Starts the clock, at the end again from the start, or stops it. */
  toggle: () => void;
}

/** Plays a run of `duration` seconds in its own time and stops at its end. */
export function usePlayback(duration: number): Playback {
  const [time, setTime] = useState(0);
  const [playing, setPlaying] = useState(false);
  const now = useRef(0);
  const show = (moment: number) => {
    now.current = moment;
    setTime(moment);
  };
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    let last: number | null = null;
    const tick = (at: number) => {
      const passed = last === null ? 0 : (at - last) / 1000;
      last = at;
      now.current = Math.min(duration, now.current + passed);
      setTime(now.current);
      if (now.current >= duration) setPlaying(false);
      else frame = requestAnimationFrame(tick);
    };
    frame = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(frame);
  }, [playing, duration]);
  return {
    time: Math.min(time, duration),
    playing,
    goTo: (moment) => {
      setPlaying(false);
      show(moment);
    },
    toggle: () => {
      if (!playing && now.current >= duration - 0.01) show(0);
      setPlaying(!playing);
    },
  };
}
